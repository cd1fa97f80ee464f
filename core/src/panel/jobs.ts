import { assemble } from '../assembly';
import type { Conversion } from '../document';
import { pdfOf } from '../exchange';
import type { JobHost } from '../station';
import type { Vec3 } from '../solid';
import { harnessOf, routedWays, type Harness } from './harness/harness';
import { labelSheet } from './harness/labels';
import { panelReport } from './report';

/** The harness by the ways that are free, and those ways. */
export function harness(_host: JobHost, document: Conversion): Harness & { routes: { id: string; points: Vec3[] }[] } {
  const assembly = assemble(document);
  const { matched } = panelReport(document, assembly);
  const ways = routedWays(document, assembly);
  const made = harnessOf(document, assembly, matched, ways);
  return { ...made, routes: ways.routes.map((r) => ({ id: r.link.id, points: r.points })) };
}

/** Flags for all wires of the harness as a PDF at 1:1. */
export async function labels(host: JobHost, document: Conversion): Promise<Uint8Array> {
  return pdfOf(document, [labelSheet(panelReport(document, assemble(document)).harness.rows)], await host.fonts());
}
