import type { WebStation } from '../../view/station';
import { forgetPower } from './slice';

export const power: WebStation = {
  id: 'power',
  leave: () => (dispatch) => dispatch(forgetPower()),
  screen: async () => ({ Component: (await import('./PowerStation')).PowerStation }),
};
