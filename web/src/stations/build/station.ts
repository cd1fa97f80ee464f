import type { WebStation } from '../../view/station';
import { forgetBuild } from './slice';

export const build: WebStation = {
  id: 'build',
  leave: () => (dispatch) => dispatch(forgetBuild()),
  screen: async () => ({ Component: (await import('./BuildStation')).BuildStation }),
};
