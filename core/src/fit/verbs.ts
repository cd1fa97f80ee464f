import { assemble } from '../assembly';
import {
  conflictOf,
  markedLayouts,
  missOf,
  searchClearLayouts,
  settledWays,
  waysOutOf,
  worstOfLayout,
} from '../search';
import type { Verb } from '../station';
import { balanceOf } from './balance';
import { accessOf, orderOf } from './order';
import { routesOf } from './reach';

export const layouts: Verb = async (document, { seed, stop }, { assess, everything, inTheWay }) => {
  const found = searchClearLayouts(document, { seed, polish: 60, stop, assess }, inTheWay);
  const result = { ...found, layouts: await markedLayouts(document, found.layouts, everything) };
  const [best] = result.layouts;
  if (best) return { print: { seed, ...result }, stops: worstOfLayout(best) === 2 };
  const conflict = conflictOf(document, { seed, stop, assess }, true);
  const shortfall = missOf(document, conflict?.parts ?? result.homeless, { seed, stop, assess });
  return {
    print: { seed, ...result, ...(conflict ? { conflict } : {}), ...(shortfall ? { shortfall } : {}) },
    stops: true,
  };
};

export const waysOut: Verb = async (document, { seed, stop }, { assess, settle }) => {
  const found = waysOutOf(document, { seed, stop, assess, before: await settle(document) });
  const result = await settledWays(document, found, settle);
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
