import { panelRemedies } from './remedies';
import { stationWork } from '../station';

export const panelWork = stationWork({
  remedies: panelRemedies,
  jobs: () => import('./jobs'),
});
