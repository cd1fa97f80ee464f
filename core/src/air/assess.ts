import type { Assembly } from '../assembly';
import type { Conversion, TargetFigures } from '../document';
import type { Assessed } from '../station';
import { airFindings } from './findings';
import { airReport, type AirReport } from './report';

/** What air does in the layout, at once: without what is doubtful about it. Pure. */
export function assessAir(document: Conversion, assembly: Assembly): Assessed<AirReport> {
  const report = airReport(document, assembly, undefined, true);
  const figures: TargetFigures = {};
  if (report.watts > 0) {
    figures['temperature-rise'] = Math.max(report.rise, report.around);
    if (Number.isFinite(report.noise)) figures.noise = report.noise;
  }
  return {
    report,
    findings: airFindings(document, assembly, report),
    rest: report.watts > 0 ? `${report.watts.toFixed(0)} W` : 'no heat yet',
    figures,
  };
}
