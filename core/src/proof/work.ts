import { modelFindings } from './findings';
import { proofRemedies } from './remedies';
import { stationWork } from '../station';

export const proofWork = stationWork({
  slow: ({ document }) => ({ findings: modelFindings(document) }),
  remedies: proofRemedies,
  jobs: () => import('./jobs'),
});
