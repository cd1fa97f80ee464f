import { assemble, type Assembly } from '../assembly';
import type { Conversion } from '../document';
import { recent } from '../station';

const make = recent(
  (document: Conversion) => [
    document.shell,
    document.kit.parts,
    document.layout.placements,
    document.layout.clearances,
    document.cut.adjusted,
    // Of fans nothing else makes solids: a new speed keeps them all.
    Object.entries(document.air.fans)
      .flatMap(([id, { ductTo }]) => (ductTo === undefined ? [] : [`${id}>${ductTo}`]))
      .join(),
  ],
  (document: Conversion): Assembly => assemble(document),
);

/** The solids of a plan: made once for the same shell, parts, places, ducts and holes as drilled. */
export const assembled = (document: Conversion): Assembly => make(document);
