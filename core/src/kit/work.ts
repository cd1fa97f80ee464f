import { stationWork } from '../station';

export const kitWork = stationWork({
  jobs: () => import('./jobs'),
});
