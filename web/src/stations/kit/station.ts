import type { WebStation } from '../../view/station';
import { MassCell } from './MassCell';

export const kit: WebStation = {
  id: 'kit',
  screen: async () => ({ Component: (await import('./KitStation')).KitStation }),
  StripCell: MassCell,
};
