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
  ],
  (document: Conversion): Assembly => assemble(document),
);

/** The solids of a plan: made once for the same shell, parts, places and holes as drilled. */
export const assembled = (document: Conversion): Assembly => make(document);
