import { lazy } from 'react';
import type { WebStation } from '../../view/station';
import { FaceLines } from './FaceLines';

export const cut: WebStation = {
  id: 'cut',
  Over3d: lazy(async () => ({ default: (await import('./FaceLines3d')).FaceLines3d })),
  OverSection: FaceLines,
  screen: async () => ({ Component: (await import('./CutStation')).CutStation }),
};
