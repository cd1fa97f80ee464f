import type { Point2 } from '../../solid';

/** A hole of a part or of the shell in a plane, mm, with the play a screw has in it to every side. */
export interface PlayHole {
  at: Point2;
  /** (hole − screw) / 2, mm. */
  play: number;
  /** A slot: it may be met anywhere along this way from its middle. */
  slot?: Point2;
}

/** Part holes that meet shell holes after a motion. */
export interface Motion {
  /** Quarter turns, and the small rotation after them, degrees. */
  quarter: 0 | 1 | 2 | 3;
  degrees: number;
  /** Added after turning about the origin, mm. */
  shift: Point2;
  /** Part hole, shell hole. */
  pairs: [number, number][];
  /** What play is left at the tightest of them, mm. */
  slack: number;
}

const QUARTERS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;
/** Sets of pairs are looked at so long; more are not told apart. */
const MOST_SETS = 4000;

/**
 * Every set of two and more part holes that meet shell holes within the play of both, by quarter turns and small
 * rotations, largest sets first, then the most slack. Sets that lie wholly in a larger one are left out.
 * A set is met when |R p + t − h| ≤ play of p + play of h for each of its pairs; its two holes that are farthest apart are
 * put on theirs, everything else follows within what their play lets it turn.
 * @param largest rotation beside quarter turns, degrees
 */
export function motionsOf(
  part: readonly PlayHole[],
  shell: readonly PlayHole[],
  largest = 3,
  quarters: readonly Motion['quarter'][] = [0, 1, 2, 3],
): Motion[] {
  const sets = new Map<string, Motion>();
  const most = (largest * Math.PI) / 180;
  for (const quarter of quarters) {
    const [c, s] = QUARTERS[quarter];
    const turned = part.map(({ at: [x, y] }): Point2 => [c * x - s * y, s * x + c * y]);
    for (let a = 0; a < part.length; a++)
      for (let b = a + 1; b < part.length; b++) {
        const span: Point2 = [turned[b]![0] - turned[a]![0], turned[b]![1] - turned[a]![1]];
        const length = Math.hypot(...span);
        if (length < 1e-9) continue;
        for (let h = 0; h < shell.length; h++)
          for (let g = 0; g < shell.length; g++) {
            if (h === g) continue;
            const give =
              part[a]!.play + part[b]!.play + shell[h]!.play + shell[g]!.play + slotOf(shell[h]!) + slotOf(shell[g]!);
            const way: Point2 = [shell[g]!.at[0] - shell[h]!.at[0], shell[g]!.at[1] - shell[h]!.at[1]];
            // Cheap first: along each axis they can be off by the play and the turn.
            const reach = give + most * length;
            if (Math.abs(way[0] - span[0]) > reach || Math.abs(way[1] - span[1]) > reach) continue;
            if (Math.abs(Math.hypot(...way) - length) > give) continue;
            const loose = setAround(part, shell, turned, [a, b, h, g], most, give, length);
            if (!loose) continue;
            for (const set of loose) {
              const key = `${quarter} ${set.map(([p, q]) => `${p}:${q}`).join(' ')}`;
              if (sets.has(key) || sets.size > MOST_SETS) continue;
              const best = fitted(part, shell, turned, set, most);
              if (best.slack < -1e-9) continue;
              sets.set(key, {
                quarter,
                degrees: (best.angle * 180) / Math.PI,
                shift: best.shift,
                pairs: set,
                slack: best.slack,
              });
            }
          }
      }
  }
  const all = [...sets.values()].sort((x, y) => y.pairs.length - x.pairs.length || y.slack - x.slack);
  const kept: Motion[] = [];
  for (const m of all) if (!kept.some((k) => k.quarter === m.quarter && holds(k.pairs, m.pairs))) kept.push(m);
  return kept;
}

const slotOf = ({ slot }: PlayHole) => (slot ? Math.hypot(...slot) : 0);
const holds = (large: Motion['pairs'], small: Motion['pairs']) =>
  small.every(([p, q]) => large.some(([a, b]) => a === p && b === q));

/** The pairs that two holes on theirs bring with them, alone and with what else can meet; the farthest two lead. */
function setAround(
  part: readonly PlayHole[],
  shell: readonly PlayHole[],
  turned: readonly Point2[],
  [a, b, h, g]: [number, number, number, number],
  most: number,
  give: number,
  length: number,
): [number, number][][] | undefined {
  const span = [turned[b]![0] - turned[a]![0], turned[b]![1] - turned[a]![1]] as const;
  const way = [shell[g]!.at[0] - shell[h]!.at[0], shell[g]!.at[1] - shell[h]!.at[1]] as const;
  const angle = Math.atan2(span[0] * way[1] - span[1] * way[0], span[0] * way[0] + span[1] * way[1]);
  if (Math.abs(angle) > most + give / length) return undefined;
  const kept = Math.max(-most, Math.min(most, angle));
  const [c, s] = [Math.cos(kept), Math.sin(kept)];
  const rotate = ([x, y]: Point2): Point2 => [c * x - s * y, s * x + c * y];
  const [ra, rb] = [rotate(turned[a]!), rotate(turned[b]!)];
  const shift: Point2 = [
    (shell[h]!.at[0] + shell[g]!.at[0] - ra[0] - rb[0]) / 2,
    (shell[h]!.at[1] + shell[g]!.at[1] - ra[1] - rb[1]) / 2,
  ];
  const others: [number, number][] = [];
  for (let p = 0; p < part.length; p++) {
    if (p === a || p === b) continue;
    // Only sets whose farthest two these are: any other set is found from its own.
    if (apart(turned, p, a) > length + 1e-9 || apart(turned, p, b) > length + 1e-9) continue;
    const [x, y] = rotate(turned[p]!);
    let best = -1;
    let near = Infinity;
    for (let q = 0; q < shell.length; q++) {
      if (q === h || q === g) continue;
      const off = Math.hypot(x + shift[0] - shell[q]!.at[0], y + shift[1] - shell[q]!.at[1]);
      // Both ends give by half of their play each, and so does what lies between and beside them.
      if (off <= part[p]!.play + shell[q]!.play + slotOf(shell[q]!) + 2 * give && off < near) [best, near] = [q, off];
    }
    if (best >= 0) others.push([p, best]);
  }
  const order = (set: [number, number][]) => set.sort((x, y) => x[0] - y[0]);
  const pair: [number, number][] = [
    [a, h],
    [b, g],
  ];
  const whole = order([...pair, ...others]);
  if (others.length === 0) return [whole];
  if (fitted(part, shell, turned, whole, most).slack >= -1e-9) return [whole];
  // Not all at once: the largest of their subsets that do.
  for (let size = others.length - 1; size >= 0; size--) {
    const good = subsets(others, size)
      .map((some) => order([...pair, ...some]))
      .filter((set) => fitted(part, shell, turned, set, most).slack >= -1e-9);
    if (good.length > 0) return good;
  }
  return [order([...pair])];
}

const apart = (turned: readonly Point2[], p: number, q: number) =>
  Math.hypot(turned[p]![0] - turned[q]![0], turned[p]![1] - turned[q]![1]);

function subsets<T>(all: readonly T[], size: number): T[][] {
  if (size === 0) return [[]];
  return all.flatMap((first, i) => subsets(all.slice(i + 1), size - 1).map((rest) => [first, ...rest]));
}

/**
 * The motion that leaves most play at the tightest pair: least of the largest |R p + t − h| − play, convex in the shift and
 * (turns being small) in the angle: nested golden sections.
 */
export function fitted(
  part: readonly PlayHole[],
  shell: readonly PlayHole[],
  turned: readonly Point2[],
  pairs: readonly (readonly [number, number])[],
  most: number,
): { angle: number; shift: Point2; slack: number } {
  const n = pairs.length;
  const direct = n === 2 ? twoOnTwo(part, shell, turned, pairs, most) : undefined;
  if (direct) return direct;
  const px = new Float64Array(n);
  const py = new Float64Array(n);
  const hx = new Float64Array(n);
  const hy = new Float64Array(n);
  const give = new Float64Array(n);
  const sx = new Float64Array(n);
  const sy = new Float64Array(n);
  // About the middle, so that turning shifts little.
  let [mx, my] = [0, 0];
  pairs.forEach(([p]) => {
    mx += turned[p]![0] / n;
    my += turned[p]![1] / n;
  });
  pairs.forEach(([p, q], i) => {
    px[i] = turned[p]![0] - mx;
    py[i] = turned[p]![1] - my;
    [hx[i], hy[i]] = shell[q]!.at;
    give[i] = part[p]!.play + shell[q]!.play;
    [sx[i], sy[i]] = shell[q]!.slot ?? [0, 0];
  });
  const ax = new Float64Array(n);
  const ay = new Float64Array(n);
  const worstAt = (tx: number, ty: number) => {
    let worst = -Infinity;
    for (let i = 0; i < n; i++) {
      let [dx, dy] = [ax[i]! + tx - hx[i]!, ay[i]! + ty - hy[i]!];
      const along = sx[i]! ** 2 + sy[i]! ** 2;
      if (along > 0) {
        const k = Math.max(-1, Math.min(1, (dx * sx[i]! + dy * sy[i]!) / along));
        dx -= k * sx[i]!;
        dy -= k * sy[i]!;
      }
      const off = Math.sqrt(dx * dx + dy * dy) - give[i]!;
      if (off > worst) worst = off;
    }
    return worst;
  };
  let best = { angle: 0, tx: 0, ty: 0, worst: Infinity };
  const atAngle = (angle: number) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    let [loX, hiX, loY, hiY] = [Infinity, -Infinity, Infinity, -Infinity];
    for (let i = 0; i < n; i++) {
      ax[i] = c * px[i]! - s * py[i]!;
      ay[i] = s * px[i]! + c * py[i]!;
      const [x, y] = [hx[i]! - ax[i]!, hy[i]! - ay[i]!];
      const [ex, ey] = [Math.abs(sx[i]!), Math.abs(sy[i]!)];
      loX = Math.min(loX, x - ex);
      hiX = Math.max(hiX, x + ex);
      loY = Math.min(loY, y - ey);
      hiY = Math.max(hiY, y + ey);
    }
    let found = { tx: 0, ty: 0, worst: Infinity };
    const atX = (tx: number) =>
      golden(loY, hiY, (ty) => {
        const worst = worstAt(tx, ty);
        if (worst < found.worst) found = { tx, ty, worst };
        return worst;
      });
    golden(loX, hiX, atX);
    if (found.worst < best.worst) best = { angle, ...found };
    return found.worst;
  };
  golden(-most, most, atAngle);
  atAngle(0);
  const [c, s] = [Math.cos(best.angle), Math.sin(best.angle)];
  return {
    angle: best.angle,
    shift: [best.tx - (c * mx - s * my), best.ty - (s * mx + c * my)],
    slack: -best.worst,
  };
}

/** Two round holes on two, in line with them: the difference of their distances shared out so that the least play left is most. */
function twoOnTwo(
  part: readonly PlayHole[],
  shell: readonly PlayHole[],
  turned: readonly Point2[],
  pairs: readonly (readonly [number, number])[],
  most: number,
): { angle: number; shift: Point2; slack: number } | undefined {
  const [[a, h], [b, g]] = pairs as [[number, number], [number, number]];
  const [from, to] = [shell[h]!, shell[g]!];
  if (from.slot ?? to.slot) return undefined;
  const [p, q] = [turned[a]!, turned[b]!];
  const span = [q[0] - p[0], q[1] - p[1]] as const;
  const way = [to.at[0] - from.at[0], to.at[1] - from.at[1]] as const;
  const angle = Math.atan2(span[0] * way[1] - span[1] * way[0], span[0] * way[0] + span[1] * way[1]);
  if (Math.abs(angle) > most) return undefined;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const length = Math.hypot(...way);
  const over = Math.hypot(...span) - length;
  const [one, other] = [part[a]!.play + from.play, part[b]!.play + to.play];
  // Both ends give the same play, or the narrower hole lies on its own and the wider one takes the whole difference.
  const slack = Math.min(one, other, (one + other - Math.abs(over)) / 2);
  const off = Math.sign(over) * Math.min(one - slack, Math.abs(over));
  const unit = length > 0 ? [way[0] / length, way[1] / length] : [0, 0];
  return {
    angle,
    shift: [from.at[0] - off * unit[0]! - (c * p[0] - s * p[1]), from.at[1] - off * unit[1]! - (s * p[0] + c * p[1])],
    slack,
  };
}

const GOLD = (Math.sqrt(5) - 1) / 2;

/** Least value of a convex function between two ends, to 0.001 of mm (or of the range, if that is less). */
function golden(low: number, high: number, f: (x: number) => number): number {
  let [a, b] = [low, high];
  let [x, y] = [b - GOLD * (b - a), a + GOLD * (b - a)];
  let [fx, fy] = [f(x), f(y)];
  // Never finer than what numbers of this size tell apart.
  const fine = Math.max(1e-9, Math.min(0.002, (high - low) / 60));
  while (b - a > fine) {
    if (fx < fy) {
      [b, y, fy] = [y, x, fx];
      x = b - GOLD * (b - a);
      fx = f(x);
    } else {
      [a, x, fx] = [x, y, fy];
      y = a + GOLD * (b - a);
      fy = f(y);
    }
  }
  return Math.min(fx, fy);
}
