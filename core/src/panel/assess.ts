import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Assessed } from '../station';
import { panelFindings } from './findings';
import { panelReport, type PanelReport } from './report';

/** How do the original buttons, lights, keys and sockets work again? Pure. */
export function assessPanel(document: Conversion, assembly: Assembly): Assessed<PanelReport> {
  const report = panelReport(document, assembly);
  return { report, findings: panelFindings(document, report), rest: 'no controls yet' };
}
