import { inSpace, type WebStation } from '../../view/station';
import { ArrowsSection } from './ArrowsSection';
import { selectAirTapes, writingsOf } from './selectors';
import { forgetAir } from './slice';

export const air: WebStation = {
  id: 'air',
  Over3d: inSpace(import('./Arrows3d').then((m) => m.Arrows3d)),
  OverSection: ArrowsSection,
  tapes: selectAirTapes,
  writings: writingsOf,
  leave: () => (dispatch) => dispatch(forgetAir()),
  screen: async () => ({ Component: (await import('./AirStation')).AirStation }),
};
