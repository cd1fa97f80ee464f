import { assemble, type Assembly } from '../../assembly';
import { validationIssuesAfter, applyChange, wholeExtentOf, type Change, type Conversion } from '../../document';
import { againstSmaller, type Finding } from '../../findings';
import type { Assess } from '../judged';
import { afterCut, cutDown, type CutDown } from './cutDown';

/** How far a shell can be cut down with everything where it is. */
export interface HowFar {
  /** One after the other: each is given in the shell that the one before leaves. */
  cuts: CutDown[];
  /** mm in all along x, y, z. */
  by: [number, number, number];
  /** Outer box before and after, mm. */
  before: [number, number, number];
  after: [number, number, number];
  change: Change;
  /** What stops after it that stations say only after a while; set by who asked. */
  later?: string[];
  /** Parts were placed anew for it. */
  anew?: true;
}

export interface HowFarOptions {
  assess: Assess;
  /** Called now and then with a share of the work. */
  onProgress?: (share: number) => void;
  stop?: () => boolean;
  /** Share of each cut that is made: 1 all of it. */
  share?: number;
}

/** Pieces under this are not worth two cuts and a joint, mm. */
export const WORTH = 10;
/** Exactness of what is found, mm. */
const EXACT = 0.5;

/**
 * For each axis the gaps between what stands in the shell, the largest first: of each as much is taken out as nothing stops
 * by that does not stop now, or less badly (heat that stops the plan already apart), halved between; the next is looked for
 * in what is left. Each is checked on a copy with all that stations say at once. More may be possible when parts are placed anew: `howFarAnew`.
 */
export function howFar(
  document: Conversion,
  { assess, onProgress, stop = () => false, share = 1 }: HowFarOptions,
): HowFar {
  const before = stopsOf(assess(document));
  const ok = (plan: Conversion) => againstSmaller(before, stopsOf(assess(plan))).length === 0;
  let now = document;
  const cuts: CutDown[] = [];
  const changes: Change[] = [];
  for (const axis of [0, 1, 2] as const) {
    let tried = 0;
    const given = new Set<string>();
    for (;;) {
      if (stop()) break;
      const gap = gapsOf(now, assemble(now), axis)
        .filter((g) => g.to - g.from >= WORTH && !given.has(g.from.toFixed(1)))
        .sort((a, b) => b.to - b.from - (a.to - a.from))[0];
      if (!gap || tried++ > 6) break;
      given.add(gap.from.toFixed(1));
      const most = largest(now, axis, gap, ok);
      if (!most) continue;
      const size = share === 1 ? most.to - most.from : (most.to - most.from) * share;
      const cut = share === 1 ? most : tryCut(now, axis, most.from, most.from + size, ok);
      if (!cut) continue;
      now = afterCut(now, cut);
      cuts.push(cut);
      changes.push(cut.change);
      onProgress?.((axis + tried / 7) / 3);
    }
    onProgress?.((axis + 1) / 3);
  }
  const [was, is] = [outerOf(document), outerOf(now)];
  return {
    cuts,
    by: [0, 1, 2].map((i) => was[i]! - is[i]!) as HowFar['by'],
    before: was,
    after: is,
    change: { type: 'all', what: 'cut the shell down', changes },
  };
}

export const stopsOf = (findings: readonly Finding[]) =>
  findings.filter((f) => f.verdict === 'stop' && f.accepted === undefined);

/** The largest piece of a gap that may come out, from its low end. */
function largest(
  document: Conversion,
  axis: 0 | 1 | 2,
  gap: { from: number; to: number },
  ok: (plan: Conversion) => boolean,
): CutDown | undefined {
  let best = tryCut(document, axis, gap.from, gap.to, ok);
  if (best) return best;
  let [low, high] = [0, gap.to - gap.from];
  while (high - low > EXACT) {
    const middle = (low + high) / 2;
    const found = tryCut(document, axis, gap.from, gap.from + middle, ok);
    if (found) [low, best] = [middle, found];
    else high = middle;
  }
  return best && best.to - best.from >= WORTH ? best : undefined;
}

/** A cut that makes a valid plan in which nothing stops anew, no survivor goes and nothing stands in the way. */
function tryCut(
  document: Conversion,
  axis: 0 | 1 | 2,
  from: number,
  to: number,
  ok: (plan: Conversion) => boolean,
): CutDown | undefined {
  let cut: CutDown;
  try {
    cut = cutDown(document, { axis, from, to }, assemble(document));
  } catch {
    return undefined;
  }
  if (cut.inTheWay.length > 0 || cut.lost.length > 0) return undefined;
  const made = applyChange(document, cut.change);
  if (validationIssuesAfter(made.document, made.operations).length > 0) return undefined;
  return ok(made.document) ? cut : undefined;
}

/** Stretches along an axis in which nothing stands that has to stay whole. */
export function gapsOf(document: Conversion, assembly: Assembly, axis: 0 | 1 | 2): { from: number; to: number }[] {
  const { hull } = assembly;
  const taken: [number, number][] = [
    ...assembly.parts.map((p): [number, number] => [p.low[axis], p.high[axis]]),
    ...Object.values(document.shell.features)
      .filter((f) => f.fate === 'keep' && !(f.shape.kind === 'box' && !f.control && f.kind === 'rib'))
      .map((f): [number, number] => {
        const { low, high } = wholeExtentOf(f);
        return [low[axis], high[axis]];
      }),
    // Joints of lids and halves.
    ...Object.values(document.shell.bodies).flatMap(({ cut }): [number, number][] =>
      cut.kind === 'plane' && ['x', 'y', 'z'].indexOf(cut.axis) === axis ? [[cut.at.value, cut.at.value]] : [],
    ),
  ].sort((a, b) => a[0] - b[0]);
  const gaps: { from: number; to: number }[] = [];
  let at = hull.innerLow[axis];
  for (const [low, high] of taken) {
    if (low > at) gaps.push({ from: at, to: Math.min(low, hull.innerHigh[axis]) });
    at = Math.max(at, high);
  }
  if (hull.innerHigh[axis] > at) gaps.push({ from: at, to: hull.innerHigh[axis] });
  return gaps;
}

export function outerOf(document: Conversion): [number, number, number] {
  const corners = assemble(document).hull.frames.flatMap((f) =>
    f.outline.map((p) => [0, 1, 2].map((i) => f.origin[i]! + f.u[i]! * p[0] + f.v[i]! * p[1])),
  );
  return [0, 1, 2].map((i) => {
    const all = corners.map((c) => c[i]!);
    return Math.max(...all) - Math.min(...all);
  }) as [number, number, number];
}
