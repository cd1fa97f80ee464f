import type { WebStation } from '../../view/station';
import { forgetLinks } from './slice';

export const links: WebStation = {
  id: 'links',
  leave: () => (dispatch) => dispatch(forgetLinks()),
  screen: async () => ({ Component: (await import('./LinksStation')).LinksStation }),
};
