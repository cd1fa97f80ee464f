import { assemble, type Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Finding } from '../findings';
import { accessOf, orderFindings, orderOf, reachFindings, routesOf } from '../fit';

/** Findings that take too long for every pointer move: how cables run, in which order things go in. */
export function slowFindings(document: Conversion, assembly: Assembly = assemble(document)): Finding[] {
  const order = orderOf(document, assembly);
  return [
    ...reachFindings(document, routesOf(document, assembly)),
    ...orderFindings(document, assembly, order, accessOf(document, assembly)),
  ];
}
