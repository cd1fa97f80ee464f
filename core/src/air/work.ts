import { routesOf } from '../fit';
import { slowAirFindings } from './findings';
import { airRemedies } from './remedies';
import { airReport } from './report';
import { touchFindings } from './touch';
import { stationWork } from '../station';

export const airWork = stationWork({
  /** How sure it is, and what becomes of it when a fan stands. */
  slow: ({ document, assembly }) => {
    const routes = routesOf(document, assembly);
    const report = airReport(document, assembly, undefined, false, undefined, routes);
    return { findings: [...slowAirFindings(report), ...touchFindings(document, assembly, routes)] };
  },
  remedies: airRemedies,
  jobs: () => import('./jobs'),
});
