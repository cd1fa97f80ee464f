import type { WebStation } from '../../view/station';

export const brief: WebStation = {
  id: 'brief',
  screen: async () => ({ Component: (await import('./BriefStation')).BriefStation }),
};
