import { assemble } from '../assembly';
import { conflictOf, searchLayouts, waysOutOf } from '../search';
import type { Verb } from '../station';
import { balanceOf } from './balance';
import { accessOf, orderOf } from './order';
import { routesOf } from './reach';

export const layouts: Verb = (document, { seed, stop }) => {
  const result = searchLayouts(document, { seed, polish: 60, stop });
  const conflict = result.layouts.length === 0 ? conflictOf(document, { seed, stop }) : undefined;
  return { print: { seed, ...result, ...(conflict ? { conflict } : {}) }, stops: result.layouts.length === 0 };
};

export const waysOut: Verb = (document, { seed, stop }) => {
  const result = waysOutOf(document, { seed, stop });
  return { print: { seed, ...result }, stops: result.ways.length === 0 };
};

export const order: Verb = (document) => {
  const assembly = assemble(document);
  const found = orderOf(document, assembly);
  return {
    print: {
      ...found,
      access: accessOf(document, assembly),
      cables: routesOf(document, assembly).map(({ link, ...route }) => ({ id: link.id, kind: link.kind, ...route })),
      balance: balanceOf(document, assembly),
    },
    stops: found.trapped.length > 0,
  };
};
