import { assemble } from '../../assembly';
import { applyChange, validationIssuesAfter, rowOf, staysPut, type Change, type Conversion } from '../../document';
import { againstSmaller, type Finding } from '../../findings';
import { withLayout } from '../judged';
import { searchLayouts } from '../layouts';
import { cutDown, type CutDown } from './cutDown';
import { gapsOf, howFar, outerOf, stopsOf, WORTH, type HowFar, type HowFarOptions } from './howFar';

export interface AnewOptions extends HowFarOptions {
  seed?: number;
  /** Placings that may be tried for one size. */
  steps?: number;
  /** Told whenever a smaller one was found. */
  onFound?: (found: HowFar, share: number) => void;
}

/** Sizes are tried to this, mm. */
const EXACT = 6;
const STEPS = 60;
/** Pieces that come out along one axis. */
const MOST_PIECES = 3;
const ORDERS = [
  [0, 1, 2],
  [1, 2, 0],
  [2, 0, 1],
] as const;

interface Cut {
  cut: CutDown;
  /** The plan after it, everything placed. */
  plan: Conversion;
}

/**
 * How far a shell can be cut down when everything that is not locked, on a carrier or in a row is placed anew: pieces
 * between what stays, each as large as all of the kit still goes in, as it stands or by a search, halved between; along
 * the three axes in three orders, and in what is left when everything stays where it is, of which that with the least
 * litres counts. A layout counts only when nothing stops that does not stop now, or less badly, and no survivor goes. At least so far:
 * another search may find more.
 */
export function howFarAnew(document: Conversion, options: AnewOptions): HowFar | undefined {
  const { assess, stop = () => false, onProgress, onFound } = options;
  const before = stopsOf(assess(document));
  const stays = howFar(document, { assess, stop });
  let best: HowFar | undefined;
  const starts = [
    { axes: ORDERS[0], cuts: stays.cuts, plan: applyChange(document, stays.change).document },
    ...ORDERS.map((axes) => ({ axes, cuts: [], plan: document })),
  ];
  starts.forEach(({ axes, cuts: first, plan: start }, which) => {
    const cuts: CutDown[] = [...first];
    let plan = start;
    axes.forEach((axis, i) => {
      for (let n = 0; n < MOST_PIECES && !stop(); n++) {
        const next = largestPiece(plan, axis, before, options);
        if (!next) break;
        cuts.push(next.cut);
        ({ plan } = next);
      }
      onProgress?.((which + (i + 1) / 3) / starts.length);
    });
    if (cuts.length === 0) return;
    const found = outcome(document, cuts, plan);
    if (best && litres(found.after) >= litres(best.after)) return;
    best = found;
    onFound?.(found, (which + 1) / starts.length);
  });
  return best;
}

const litres = ([x, y, z]: readonly [number, number, number]) => x * y * z;

/** The plan with what may be placed anew taken out of the shell. */
function without(document: Conversion): Conversion {
  const { layout } = document;
  const stays = (id: string) => staysPut(layout, id) || rowOf(layout, id) !== undefined;
  return {
    ...document,
    layout: {
      ...layout,
      placements: Object.fromEntries(Object.entries(layout.placements).filter(([id]) => stays(id))),
    },
  };
}

/** The largest piece along an axis after which everything still goes in: in the largest gap first. */
function largestPiece(
  plan: Conversion,
  axis: 0 | 1 | 2,
  before: readonly Finding[],
  options: AnewOptions,
): Cut | undefined {
  const bare = without(plan);
  const gaps = gapsOf(bare, assemble(bare), axis)
    .filter((g) => g.to - g.from >= WORTH)
    .sort((a, b) => b.to - b.from - (a.to - a.from));
  for (const { from, to } of gaps) {
    // Where the least that is worth it does not go, more hardly does.
    let best = tryPiece(plan, bare, { axis, from, to: from + WORTH }, before, options);
    if (!best) continue;
    let [low, high] = [WORTH, to - from];
    while (high - low > EXACT && !options.stop?.()) {
      const middle = (low + high) / 2;
      const found = tryPiece(plan, bare, { axis, from, to: from + middle }, before, options);
      if (found) [low, best] = [middle, found];
      else high = middle;
    }
    return best;
  }
  return undefined;
}

/** A piece taken out with everything where it stands, or else with a layout that a search finds in what is left. */
function tryPiece(
  plan: Conversion,
  bare: Conversion,
  slab: { axis: 0 | 1 | 2; from: number; to: number },
  before: readonly Finding[],
  { assess, seed = 1, steps = STEPS, stop }: AnewOptions,
): Cut | undefined {
  const holds = (made: Conversion) => againstSmaller(before, stopsOf(assess(made))).length === 0;
  const cutOf = (from: Conversion): { cut: CutDown; made: Conversion } | undefined => {
    let cut: CutDown;
    try {
      cut = cutDown(from, slab, assemble(from));
    } catch {
      return undefined;
    }
    if (cut.inTheWay.length > 0 || cut.lost.length > 0) return undefined;
    const { document: made, operations } = applyChange(from, cut.change);
    return validationIssuesAfter(made, operations).length > 0 ? undefined : { cut, made };
  };
  const standing = cutOf(plan);
  if (standing && holds(standing.made)) return { cut: standing.cut, plan: standing.made };
  const emptied = cutOf(bare);
  if (!emptied) return undefined;
  const { layouts } = searchLayouts(emptied.made, { seed, steps, wanted: 1, assess, ...(stop ? { stop } : {}) });
  const [layout] = layouts;
  if (!layout) return undefined;
  const found = withLayout(emptied.made, layout.placements);
  // What was in the shell before is in it afterwards.
  if (Object.keys(plan.layout.placements).some((id) => !found.layout.placements[id])) return undefined;
  return holds(found) ? { cut: emptied.cut, plan: found } : undefined;
}

function outcome(document: Conversion, cuts: CutDown[], after: Conversion): HowFar {
  const [was, is] = [outerOf(document), outerOf(after)];
  const changes: Change[] = [
    ...cuts.map(({ change }) => change),
    ...Object.entries(after.layout.placements).map(([id, placement]): Change => ({ type: 'placePart', id, placement })),
  ];
  return {
    cuts,
    by: [0, 1, 2].map((i) => was[i]! - is[i]!) as HowFar['by'],
    before: was,
    after: is,
    change: { type: 'all', what: 'cut the shell down and place everything anew', changes },
    anew: true,
  };
}
