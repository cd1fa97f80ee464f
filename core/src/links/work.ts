import { linksRemedies } from './remedies';
import { stationWork } from '../station';

export const linksWork = stationWork({
  remedies: linksRemedies,
  jobs: () => import('./jobs'),
});
