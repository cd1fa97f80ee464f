import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import { barsOf, meshOf, sheetsOfCage } from '../../kit';
import { wallWorks } from '../findings/walls';
import { openingsOf } from '../openings/derived';
import { halfOf } from '../openings/opening';
import { cutBars, type CutBars } from './bars';
import { nest, type FlatPiece, type NestedSheet } from './nest';
import { USUAL_STOCK } from './usual';

export interface StockPlan {
  sheets: NestedSheet[];
  bars: CutBars;
  /** What comes out of the openings, largest first: it makes brackets, covers and grilles. */
  removed: FlatPiece[];
  wrong: string[];
}

/** Smaller pieces that come out are swarf, mm. */
const SWARF = 30;

/** A plate laid flat. */
function flatOf({ low, high }: ReturnType<typeof meshOf>[number]): Pick<FlatPiece, 'width' | 'height'> {
  const [, height, width] = [0, 1, 2].map((i) => high[i]! - low[i]!).sort((a, b) => a - b) as [number, number, number];
  return { width, height };
}

/** Everything flat and everything long that is cut from stock: what the plan asks for and what the user added. */
export function stockOf(document: Conversion, assembly: Assembly): StockPlan {
  const { stock } = document.cut;
  const sheet = stock?.sheet ?? USUAL_STOCK.sheet;
  const bar = stock?.bar ?? USUAL_STOCK.bar;
  const openings = openingsOf(document, assembly);
  const plates: FlatPiece[] = wallWorks(document, assembly, openings)
    .filter((w) => w.how === 'plate')
    .map((w) => ({ name: `plate, ${w.opening.name}`, width: w.width, height: w.height }));
  const many = <T extends { count: number }>(all: Readonly<Record<string, T>> | undefined) =>
    Object.values(all ?? {}).flatMap((p) => Array.from({ length: p.count }, () => p));
  const meshes: FlatPiece[] = Object.values(document.kit.parts).flatMap(({ name: of, own }) =>
    own?.made?.kind === 'frame'
      ? meshOf(own.made).map((m) => ({ name: `${of}, ${m.name}`, ...flatOf(m) }))
      : own?.made?.kind === 'stand' && own.made.foot === 'posts'
        ? [{ name: `${of}, plate`, width: own.made.width, height: own.made.depth }]
        : own?.made?.kind === 'cage'
          ? sheetsOfCage(own.made).map(({ name, size: [width, height] }) => ({ name: `${of}, ${name}`, width, height }))
          : [],
  );
  const flat = [
    ...plates,
    ...meshes,
    ...many(stock?.pieces).map(({ name, width, height }) => ({ name, width, height })),
  ];
  const framed = Object.values(document.kit.parts).flatMap(({ name: of, own }) =>
    own?.made?.kind === 'frame'
      ? barsOf(own.made).map(({ name, length }) => ({ name: `${of}, ${name}`, length: Math.round(length * 10) / 10 }))
      : [],
  );
  const wrong: string[] = [];
  const tried = <T>(work: () => T, nothing: T): T => {
    try {
      return work();
    } catch (error) {
      wrong.push((error as Error).message);
      return nothing;
    }
  };
  return {
    sheets: tried(() => nest(flat, sheet.width, sheet.height, sheet.kerf, sheet.grain), []),
    bars: tried(
      () =>
        cutBars(
          [...framed, ...many(stock?.lengths).map(({ name, length }) => ({ name, length }))],
          bar.length,
          bar.kerf,
        ),
      { bars: [], proven: true },
    ),
    removed: openings
      .filter((o) => o.kind === 'cut' && !o.pattern && !o.inExisting)
      .map((o): FlatPiece => ({ name: o.name, width: 2 * halfOf(o.shape)[0], height: 2 * halfOf(o.shape)[1] }))
      .filter((p) => Math.min(p.width, p.height) >= SWARF)
      .sort((a, b) => b.width * b.height - a.width * a.height),
    wrong,
  };
}
