import { routesOf } from '../fit';
import { wireFindings } from './findings';
import { powerRemedies } from './remedies';
import { powerReport } from './report';
import { stationWork } from '../station';

export const powerWork = stationWork({
  /** What wires carry over the ways that their cables take. */
  slow: ({ document, assembly }) => ({
    findings: wireFindings(powerReport(document, assembly, routesOf(document, assembly)).wires),
  }),
  remedies: powerRemedies,
  jobs: () => import('./jobs'),
});
