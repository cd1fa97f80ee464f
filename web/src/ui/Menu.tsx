import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** A button that opens a short list of things to do. */
export function Menu({ trigger, children }: { trigger: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-30 min-w-56 border border-line-strong bg-sheet py-1 text-ink"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const itemClass =
  'flex min-h-10 cursor-default flex-col justify-center px-4 py-1 outline-none data-highlighted:bg-paper';

/** A file to fetch. */
export function MenuLink({ label, hint, href }: { label: string; hint?: string; href: string }) {
  return (
    <DropdownMenu.Item className={itemClass} asChild>
      <a href={href} download className="text-ink no-underline">
        <span className="font-semibold">{label}</span>
        {hint && <span className="text-sm text-ink-soft">{hint}</span>}
      </a>
    </DropdownMenu.Item>
  );
}
