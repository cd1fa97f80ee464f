import type { HoleMap } from '../../document';
import { otherStarts } from './arrangements';
import { minimise, normalEquations, type Minimum } from './leastSquares';
import { holeModel, type HoleModel, type PhotoPoints } from './model';
import { cofactorOf, residualsOf } from './network';
import { CHECKED, MISREAD, TIE, wantsMirror } from './snooping';
import { solutionOf, type State } from './solution';
import { startsOf } from './starts';
import type { HoleSolution } from './types';

/** So many readings are left out at most. */
const MOST_MISREAD = 6;
/** Sum of squares per reading that counts as agreeing, and how far a point may lie over the board's edge, mm. */
const GOOD_PER_READING = 4;
const SLACK = 1;
/** A better figure found from another is looked from once more, so often. */
const ROUNDS = 3;
/**
 * Positions of all holes and sockets from caliper distances in any order and number, and from photos.
 * Weighted least squares (Levenberg and Marquardt from several starts); covariance of the free network by the
 * pseudo-inverse; misreadings by normalised residuals (Baarda's data snooping, geodesy texts, from memory), the
 * worst left out first until none is over 3. Half-widths are read as 95 % of a normal distribution.
 */
export function solveHoles(map: HoleMap, photos: readonly PhotoPoints[] = []): HoleSolution {
  if (Object.keys(map.points).length === 0) return NOTHING;
  const misread = new Set<string>();
  let state = adjust(map, photos, misread);
  while (misread.size < MOST_MISREAD) {
    const suspects = state.residuals
      .filter((r) => r.kind !== 'known' && r.redundancy > CHECKED && Math.abs(r.normalised) > MISREAD)
      .sort((a, b) => Math.abs(b.normalised) - Math.abs(a.normalised));
    const worst = suspects[0];
    // With too little redundancy several readings look equally wrong: none may be taken out then.
    const next = suspects[1];
    if (!worst || (next && Math.abs(worst.normalised) - Math.abs(next.normalised) < TIE)) break;
    if (worst.kind !== 'distance') break;
    misread.add(worst.id);
    state = adjust(map, photos, misread);
  }
  return solutionOf(map, state, [...misread], photos.length > 0);
}

const NOTHING: HoleSolution = {
  points: [],
  width: undefined,
  depth: undefined,
  distances: [],
  misread: [],
  missing: undefined,
  mirror: undefined,
  ambiguous: undefined,
  spread: 1,
};

function adjust(map: HoleMap, photos: readonly PhotoPoints[], left: ReadonlySet<string>): State {
  const model = holeModel(map, photos, left);
  const wanted = wantsMirror(map);
  const { equations } = model;
  const starts = startsOf(map, model)
    .map((start) => ({ start, chi2: normalEquations(equations, start).chi2 }))
    .sort((a, b) => a.chi2 - b.chi2);
  const minima: Minimum[] = [];
  const rank = (a: Minimum, b: Minimum) => Number(offBoard(a, model)) - Number(offBoard(b, model)) || a.chi2 - b.chi2;
  for (const { start } of starts) {
    minima.push(minimise(equations, start));
    minima.sort(rank);
    // Two that agree with the readings are enough: one and perhaps its mirror image.
    const good = minima[0]!.chi2 < GOOD_PER_READING * equations.length && !offBoard(minima[0]!, model);
    if (good && minima.length >= 2) break;
  }
  // Other figures from the one found: one that fits better takes its place, one that fits as well is told.
  for (let round = 0; round < ROUNDS; round++) {
    const first = minima[0]!;
    const agrees = first.chi2 < GOOD_PER_READING * equations.length;
    for (const start of otherStarts(map, model, first.x, agrees)) minima.push(minimise(equations, start, 25));
    minima.sort(rank);
    if (minima[0]!.chi2 > first.chi2 - 1) break;
  }
  const rightWay = wanted ? minima.filter((m) => sideOf(m.x, model, wanted) === wanted.side) : minima;
  const best =
    rightWay[0] && rightWay[0].chi2 < minima[0]!.chi2 + 1 ? rightWay[0] : mirrored(minima[0]!, model, wanted);
  const { cofactor, mechanisms } = cofactorOf(model, best.x);
  const others = minima.filter((m) => !offBoard(m, model));
  return { model, best, others, cofactor, mechanisms, residuals: residualsOf(model, best.x, cofactor) };
}

/** A board's holes are on it: a place beyond an edge that distances start from is a mirror image. */
const offBoard = ({ x }: Minimum, { ids, columns, edges }: HoleModel): boolean =>
  ids.some((_, i) =>
    ([0, 1] as const).some((k) => {
      const size = k === 0 ? columns.width : columns.depth;
      const v = x[2 * i + k]!;
      return (edges[k] && v < -SLACK) || (size !== undefined && v > x[size]! + SLACK);
    }),
  );

type Mirror = NonNullable<ReturnType<typeof wantsMirror>>;

function sideOf(x: Float64Array, model: HoleModel, { from, to, point }: Mirror): 'left' | 'right' {
  const [a, b, p] = [from, to, point].map((id) => model.column.get(id)!) as [number, number, number];
  const cross = (x[b]! - x[a]!) * (x[p + 1]! - x[a + 1]!) - (x[b + 1]! - x[a + 1]!) * (x[p]! - x[a]!);
  return cross >= 0 ? 'left' : 'right';
}

/** The mirror image where nothing but the user's answer tells the two apart. */
function mirrored(minimum: Minimum, model: HoleModel, wanted: Mirror | undefined): Minimum {
  if (!wanted || sideOf(minimum.x, model, wanted) === wanted.side) return minimum;
  const x = Float64Array.from(minimum.x);
  // Over the axis whose edges were not measured.
  const k = model.columns.depth !== undefined ? 0 : 1;
  model.ids.forEach((_, i) => (x[2 * i + k]! *= -1));
  return minimise(model.equations, x);
}
