import type { WebStation } from '../../view/station';
import { FaceLines } from './FaceLines';
import { FaceLines3d } from './FaceLines3d';

export const cut: WebStation = {
  id: 'cut',
  Over3d: FaceLines3d,
  OverSection: FaceLines,
  screen: async () => ({ Component: (await import('./CutStation')).CutStation }),
};
