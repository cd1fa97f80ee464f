import { cutRemedies } from './remedies';
import { stationWork } from '../station';

export const cutWork = stationWork({
  slow: async ({ document, assembly }) => ({
    findings: (await import('./findings/bending')).bendingFindings(document, assembly),
  }),
  remedies: cutRemedies,
  jobs: () => import('./jobs'),
});
