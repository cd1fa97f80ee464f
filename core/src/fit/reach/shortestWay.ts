import { COSTS, FAR } from '@young-shell/kernels';
import type { Vec3 } from '../../solid';
import type { Run } from '../space';
import { cellsOf, fieldFrom, middleOf, wayBack, type CellGrid, type Field } from './field';

/** A first guess of how much dearer a way is than through an empty room: by a share and by so much, in twelfths of a step. */
const GUESS = { share: 1.25, more: 240 };
/** Where nothing leads to within a part of the grid it is grown by this share. */
const GROW = 3;
/** Bits of a word: where along x a part of a grid may begin. */
const WORD = 32;

/**
 * The shortest way from a free cell to another over the 26 neighbours, as the middles of its cells, ends included;
 * undefined where there is none. The same that distances through the whole grid give: looked for in a part of the
 * grid around both ends, which grows until no way that leaves it could be as short.
 */
export function shortestWay(grid: CellGrid, from: number, to: number): Vec3[] | undefined {
  const a = placeOf(grid, from);
  const b = placeOf(grid, to);
  const apart = a.map((v, i) => Math.abs(v - b[i]!)) as Vec3;
  let limit = GUESS.share * costThrough(apart) + GUESS.more;
  for (;;) {
    const part = partOf(grid, a, b, marginsFor(apart, limit));
    const back = fieldFrom(part.grid, part.cell(b));
    const cost = back.distance[part.cell(a)]!;
    if (cost !== FAR && (part.whole || cost < limit))
      return wayBack(back, part.cell(a)).map((cell) => middleOf(part.grid, cell));
    if (part.whole) return undefined;
    if (cost === FAR && !(part.leaves(back) && part.leaves(fieldFrom(part.grid, part.cell(a))))) return undefined;
    limit = cost === FAR ? GROW * limit : cost + 1;
  }
}

/** What a way through an empty grid costs for so many cells along the axes, in twelfths of a step. */
function costThrough(cells: Vec3): number {
  const [most, middle, least] = [...cells].sort((p, q) => q - p) as Vec3;
  return COSTS[1] * (most - middle) + COSTS[2] * (middle - least) + COSTS[3] * least;
}

/**
 * Cells to be left around both ends along each axis, so that no way of this cost or less leaves them. A way that
 * touches a plane on its way is no shorter than the straight one to the end as mirrored at it.
 */
function marginsFor(apart: Vec3, limit: number): Vec3 {
  return apart.map((_, i) => {
    const via = (margin: number) => costThrough(apart.map((v, k) => (k === i ? v + 2 * (margin + 1) : v)) as Vec3);
    let margin = 0;
    while (via(margin) <= limit) margin++;
    return margin;
  }) as Vec3;
}

/** Where a cell is along the axes, without the border. */
const placeOf = ({ size: [sx, sy] }: CellGrid, cell: number): Vec3 => [
  (cell % sx) - 1,
  (Math.floor(cell / sx) % sy) - 1,
  Math.floor(cell / (sx * sy)) - 1,
];

/** The part of a grid around two places, as a grid. */
function partOf(grid: CellGrid, a: Vec3, b: Vec3, margins: Vec3) {
  const { count, words, bits } = grid.cells;
  const low = a.map((v, i) => Math.max(0, Math.min(v, b[i]!) - margins[i]!)) as Vec3;
  const high = a.map((v, i) => Math.min(count[i]!, Math.max(v, b[i]!) + margins[i]! + 1)) as Vec3;
  low[0] -= low[0] % WORD;
  const own = low.map((v, i) => high[i]! - v) as Vec3;
  const ownWords = Math.max(1, Math.ceil(own[0] / WORD));
  const taken = new Uint32Array(ownWords * own[1] * own[2]);
  for (let z = 0; z < own[2]; z++)
    for (let y = 0; y < own[1]; y++) {
      const row = ((z + low[2]) * count[1] + y + low[1]) * words + low[0] / WORD;
      taken.set(bits.subarray(row, row + ownWords), (z * own[1] + y) * ownWords);
    }
  const runs = grid.runs.map((run, i) => slice(run, low[i]!, own[i]!)) as [Run, Run, Run];
  const part = cellsOf({ runs, words: ownWords, bits: taken });
  const [sx, sy] = part.size;
  const cell = ([x, y, z]: Vec3) => ((z - low[2] + 1) * sy + y - low[1] + 1) * sx + x - low[0] + 1;
  return {
    grid: part,
    cell,
    whole: own.every((n, i) => n === count[i]),
    /** Does anything lead on beyond it? */
    leaves: ({ distance }: Field) =>
      [0, 1, 2].some((axis) => {
        const [i, j] = [(axis + 1) % 3, (axis + 2) % 3] as [number, number];
        const ends = [
          ...(low[axis]! > 0 ? [low[axis]!] : []),
          ...(high[axis]! < count[axis]! ? [high[axis]! - 1] : []),
        ];
        return ends.some((end) => {
          const place: Vec3 = [end, end, end];
          for (place[i] = low[i]!; place[i]! < high[i]!; place[i]!++)
            for (place[j] = low[j]!; place[j]! < high[j]!; place[j]!++) if (distance[cell(place)]! !== FAR) return true;
          return false;
        });
      }),
  };
}

const slice = ({ from, step, at }: Run, first: number, count: number): Run =>
  at
    ? { from: at[first]!, step, count, at: at.subarray(first, first + count) }
    : { from: from + step * first, step, count };
