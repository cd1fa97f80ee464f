import { assemble } from '../assembly';
import { routesOf } from '../fit';
import type { Verb } from '../station';
import { powerReport } from './report';

/** The budget, the wires by their ways, the chains, the earth list. */
export const power: Verb = (document) => {
  const assembly = assemble(document);
  const { budget, advice, rating, wires, chains, wall, fuse, earth } = powerReport(
    document,
    assembly,
    routesOf(document, assembly),
  );
  return {
    print: { loads: budget.loads, transient: budget.transient, advice, rating, wires, chains, wall, fuse, earth },
  };
};
