import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Assessed } from '../station';
import { linksFindings } from './findings';
import { linksReport, type LinksReport } from './report';

/** Are there enough lanes, ports and bandwidth; does the picture come up? Pure. */
export function assessLinks(document: Conversion, assembly: Assembly): Assessed<LinksReport> {
  const report = linksReport(document, assembly);
  return {
    report,
    findings: linksFindings(document, report),
    rest: report.tree.length > 0 ? `${report.tree.length} links` : 'no links yet',
  };
}
