import { inSpace, type WebStation } from '../../view/station';
import { FaceLines } from './FaceLines';

export const cut: WebStation = {
  id: 'cut',
  Over3d: inSpace(import('./FaceLines3d').then((m) => m.FaceLines3d)),
  OverSection: FaceLines,
  screen: async () => ({ Component: (await import('./CutStation')).CutStation }),
};
