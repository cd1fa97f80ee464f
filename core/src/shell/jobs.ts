import type { Conversion } from '../document';
import type { JobHost } from '../station';
import { roomReport, type RoomQuestion, type RoomReport } from './roomReport';
import { volumesOf, type Volumes } from './volumes';

/** Litres: outside, inside, free. */
export const volumes = async (host: JobHost, document: Conversion): Promise<Volumes> =>
  volumesOf(document, await host.kernel());

/** Free heights and the largest free blocks. */
export function room(host: JobHost, document: Conversion, question: RoomQuestion): RoomReport {
  const report = roomReport(document, question);
  return host.transfer(report, [report.map.run.buffer, report.map.from.buffer]);
}
