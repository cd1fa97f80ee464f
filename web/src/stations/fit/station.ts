import type { AppThunk } from '../../app/store';
import { inSpace, type WebStation } from '../../view/station';
import { FitStation } from './FitStation';
import { FitOverSection } from './LayersSection';
import { pull } from './pull';
import { stopSearch } from './search';
import { forgetSearches } from './searchSlice';
import { selectTapes, writingsOf } from './selectors';
import { forgetFit } from './slice';
import { WishTape } from './WishTape';

const leave = (): AppThunk => (dispatch) => {
  dispatch(stopSearch());
  dispatch(forgetSearches());
  dispatch(forgetFit());
};

export const fit: WebStation = {
  id: 'fit',
  // Most visits begin here: it comes with the first view.
  screen: async () => ({ Component: FitStation }),
  Under3d: inSpace(import('./Layers3d').then((m) => m.FitUnder3d)),
  Over3d: inSpace(import('./Layers3d').then((m) => m.FitOver3d)),
  OverSection: FitOverSection,
  tapes: selectTapes,
  writings: writingsOf,
  PartNote: WishTape,
  pull,
  leave,
};
