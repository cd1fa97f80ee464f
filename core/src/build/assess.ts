import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Assessed } from '../station';
import { buildFindings } from './findings';
import { buildReport, type BuildReport } from './report';

/** In which order, with what, until when, for how much? Pure. */
export function assessBuild(document: Conversion, assembly: Assembly): Assessed<BuildReport> {
  const report = buildReport(document, assembly);
  return { report, findings: buildFindings(document, report), rest: 'nothing to do yet' };
}
