import type { ReactNode } from 'react';
import { Menu, MenuLink } from './Menu';

/** How a conversion leaves the bench. */
export function ExportMenu({ id, trigger }: { id: string; trigger: ReactNode }) {
  return (
    <Menu trigger={trigger}>
      <MenuLink
        label="Bundle (.zip)"
        hint="the plan with its photos and solids, for another bench"
        href={`/api/conversions/${id}/bundle`}
      />
      <MenuLink
        label="Plan alone (.json)"
        hint="for the command line and scripts"
        href={`/api/conversions/${id}/export`}
      />
    </Menu>
  );
}
