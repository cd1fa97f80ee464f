import { inSpace, type WebStation } from '../../view/station';
import { FaceLines } from './FaceLines';
import { forgetCut } from './slice';

export const cut: WebStation = {
  id: 'cut',
  Over3d: inSpace(import('./Layers3d').then((m) => m.Layers3d)),
  OverSection: FaceLines,
  leave: () => (dispatch) => dispatch(forgetCut()),
  screen: async () => ({ Component: (await import('./CutStation')).CutStation }),
};
