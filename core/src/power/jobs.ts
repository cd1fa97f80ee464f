import { assemble } from '../assembly';
import type { Conversion } from '../document';
import { routesOf } from '../fit';
import type { JobHost } from '../station';
import { powerReport } from './report';
import type { Wire } from './wires';

/** Wires of all power connections, by the ways that their cables take. */
export function wires(_host: JobHost, document: Conversion): Wire[] {
  const assembly = assemble(document);
  return powerReport(document, assembly, routesOf(document, assembly)).wires;
}
