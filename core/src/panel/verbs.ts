import { assemble } from '../assembly';
import type { Verb } from '../station';
import { harnessOf, routedWays } from './harness/harness';
import { pinsOf } from './headers/pins';
import { matrixCsv, matrixHeader, matrixJson } from './matrix/exports';
import { progressOf, type PinProgress } from './pins/tests';
import type { PinHunt } from '../document';
import { matrixReport, panelReport } from './report';

/** Every key field: what is known, what is in doubt, and its map where it is solved. */
export const matrix: Verb = (document) => ({
  print: Object.fromEntries(
    Object.entries(document.panel.matrices).map(([id, m]) => {
      const { rows, columns, cells, doubtful, solved, pins, fewest, ghosts, next } = matrixReport(m);
      return [
        id,
        {
          name: m.name,
          solved,
          rows,
          columns,
          pins,
          fewest,
          cells: cells.map((c) => ({ ...c, legend: m.keys[c.key]!.legend })),
          doubtful,
          ghosts: ghosts.count,
          next,
          ...(solved ? { json: JSON.parse(matrixJson(m)) as unknown, csv: matrixCsv(m), header: matrixHeader(m) } : {}),
        },
      ];
    }),
  ),
});

/** The harness by real ways. */
export const harness: Verb = (document) => {
  const assembly = assemble(document);
  const { matched } = panelReport(document, assembly);
  const { rows, disconnects, metres } = harnessOf(document, assembly, matched, routedWays(document, assembly));
  return { print: { rows, disconnects, metres } };
};

/** Where a hunt stands, or in words why it can’t be weighed up. */
function huntOf(hunt: PinHunt): PinProgress | { wrong: string } {
  try {
    return progressOf(hunt);
  } catch (error) {
    return { wrong: (error as Error).message };
  }
}

/** Headers pin by pin, and where each hunt stands. */
export const pins: Verb = (document) => ({
  print: {
    headers: Object.fromEntries(
      Object.entries(document.panel.headers).map(([id, header]) => [id, { name: header.name, pins: pinsOf(header) }]),
    ),
    hunts: Object.fromEntries(
      Object.entries(document.panel.hunts).map(([id, hunt]) => [id, { name: hunt.name, ...huntOf(hunt) }]),
    ),
  },
});
