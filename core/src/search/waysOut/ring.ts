import { assemble, hullModel } from '../../assembly';
import { applyChange, lidOf, nextId, ringBody, ringOf, type Change, type Conversion } from '../../document';
import { judge, marginsOf, mm } from '../../fit';
import { startOf, type Layout } from '../layout';
import { markLayout } from '../markLayout';
import { EFFORT, present, wayFrom, type Look, type WayOut } from './way';

/** Highest ring that is looked at, and how exactly its least height is found, mm. */
const HIGHEST_RING = 80;
const RING_STEP = 0.5;

/** The least ring with every part left where it is; those on the lid's faces go up with it only where nothing holds them. */
export function ringInPlace(document: Conversion): WayOut | undefined {
  const placements = present(document);
  if (!placements || !canRaise(document)) return undefined;
  const has = ringOf(document.shell)?.height.value ?? 0;
  const next = withRing(document, has + HIGHEST_RING).document;
  const layout = markLayout(next, startOf(next, { only: [], enough: 'wanted' }), placements, 'present');
  if (!layout) return undefined;
  const least = lowered(document, { height: HIGHEST_RING, layout }, has, 0);
  return ringWay(document, least, has);
}

/** A shell whose lid can be raised: it has one, and walls that go straight up. */
export const canRaise = ({ shell }: Conversion): boolean =>
  lidOf(shell) !== undefined && (shell.hull.form === 'box' || shell.hull.form === 'profile');

/** The document with a spacer ring of a height instead of the one it has. */
export function withRing(document: Conversion, height: number): { document: Conversion; change: Change } {
  const known = ringOf(document.shell);
  const id = known?.id ?? nextId(document.shell.bodies, 'ring', document.spent);
  const change: Change = { type: 'setBody', id, body: ringBody(document.shell, height) };
  return { document: applyChange(document, change).document, change };
}

/**
 * The least height of a spacer ring, to half a millimetre: from a height that works downwards. A layout that was found
 * is itself lowered as far as it still holds, which is quick; then the middle of what is left is searched.
 */
export function leastRing(document: Conversion, look: Look, stop: () => boolean): WayOut | undefined {
  if (!canRaise(document)) return undefined;
  const has = ringOf(document.shell)?.height.value ?? 0;
  let low = 0;
  let best: { height: number; layout: Layout } | undefined;
  for (let rise = 10; rise <= HIGHEST_RING && !best && !stop(); rise *= 2) {
    const layout = look(withRing(document, has + rise).document);
    if (layout) best = { height: rise, layout };
    else low = rise;
  }
  if (!best) return undefined;
  best = lowered(document, best, has, low);
  while (best.height - low > RING_STEP + 1e-9 && !stop()) {
    const middle = Math.max(low + RING_STEP, Math.round((low + best.height) / 2 / RING_STEP) * RING_STEP);
    if (middle >= best.height) break;
    const layout = look(withRing(document, has + middle).document);
    if (layout) best = lowered(document, { height: middle, layout }, has, low);
    else low = middle;
  }
  return ringWay(document, best, has);
}

function ringWay(document: Conversion, { height, layout }: { height: number; layout: Layout }, has: number): WayOut {
  const { document: raised, change } = withRing(document, has + height);
  const { policy } = document.brief;
  const sure = height + Math.ceil(doubtUnderLid(raised, layout) / RING_STEP) * RING_STEP;
  return wayFrom(
    document,
    {
      id: 'ring',
      kind: 'ring',
      label: `Raise the lid by ${mm(height)}`,
      price: `spacer ring, ${(stripLength(document) / 1000).toFixed(2)} m of strip${sure > height ? `, ${mm(sure)} to be sure` : ''}; seen from outside`,
      reversible: true,
      withinPolicy: true,
      effort: EFFORT.ring[policy] + height / 4,
      changes: [change],
    },
    layout,
  );
}

/** How much more height the margins under the lid want for 95 %, mm. */
function doubtUnderLid(document: Conversion, { placements }: Layout): number {
  const assembly = assemble({
    ...document,
    layout: { ...document.layout, placements: { ...document.layout.placements, ...placements } },
  });
  const upward = marginsOf(assembly).filter((m) => m.kind === 'body' && m.normal[2] > 0.5 && m.spare < 6);
  return Math.max(0, ...upward.map((m) => judge(assembly, m).spread.half95 - m.spare));
}

/** The lowest ring, in steps, under which a layout still holds as it is. */
function lowered(document: Conversion, found: { height: number; layout: Layout }, has: number, low: number) {
  let { height, layout } = found;
  const at = (rise: number) => {
    const next = withRing(document, has + rise).document;
    const start = startOf(next, { only: [], enough: 'wanted' });
    return markLayout(next, start, layout.placements, layout.id);
  };
  let [fails, holds] = [low, Math.ceil(height / RING_STEP) * RING_STEP];
  while (holds - fails > RING_STEP + 1e-9) {
    const middle = Math.round((fails + holds) / 2 / RING_STEP) * RING_STEP;
    if (middle <= fails || middle >= holds) break;
    const marked = at(middle);
    if (marked) {
      holds = middle;
      height = middle;
      layout = marked;
    } else fails = middle;
  }
  return { height, layout };
}

/** Length of the strip that fills the joint once around, mm. */
function stripLength(document: Conversion): number {
  const { low, high } = hullModel(document.shell);
  return 2 * (high[0] - low[0] + high[1] - low[1]);
}
