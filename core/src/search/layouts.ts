import { assemble, placePart, pluggedIn, type Assembly } from '../assembly';
import type { Conversion, Part, Placement, Wish } from '../document';
import { balanceOf, faceReaches, marginsOf, orderOf, stopsAt, wishState } from '../fit';
import { kindOf } from '../parts';
import type { Vec3 } from '../solid';
import { cableCost, Engine, type Budget, type SearchSettings, type Spot } from './engine';
import { formsOf, type Form } from './forms';
import { startOf, type Layout, type LayoutOptions, type Start } from './layout';
import { pieceOf, type Option, type OptionSettings, type Piece } from './options';
import { randomFrom } from './random';
import { refine } from './refine';
import { markOf, type Marked } from './rules';

export interface LayoutResult {
  /** Best first. */
  layouts: Layout[];
  /** What was searched, in words that claim no more than was done. */
  searched: string;
  /** Why the search ended: enough found, the steps used up, or asked to stop. */
  ended: 'enough' | 'steps' | 'stopped';
  /** Parts that have no place at all, not even alone. */
  homeless: string[];
}

const round = (v: number) => Math.round(v * 1000) / 1000;

interface Made {
  id: string;
  settings: string;
  of: readonly unknown[];
  piece: Piece;
}

/** Ways to stand that were found lately: searches one after the other mostly differ in a part or two. */
const made = new WeakMap<Part, Made[]>();
const MOST_MADE = 6;

/** As `pieceOf`; in an empty shell it depends on the shell, the brief, the allowance and the part alone, and is kept. */
function knownPiece(document: Conversion, base: Assembly, id: string, settings: OptionSettings): Piece {
  if (base.parts.length > 0) return pieceOf(document, base, id, settings);
  const part = document.kit.parts[id]!;
  const of = [document.shell, document.brief, document.cut];
  const words = JSON.stringify(settings);
  const known = made.get(part) ?? [];
  const same = known.find((m) => m.id === id && m.settings === words && m.of.every((one, i) => one === of[i]));
  if (same) return same.piece;
  const piece = pieceOf(document, base, id, settings);
  made.set(part, [{ id, settings: words, of, piece }, ...known].slice(0, MOST_MADE));
  return piece;
}

/** What stays, as spots the rules between parts can look at. */
export function fixedSpots(document: Conversion, base: Assembly): Spot[] {
  return base.parts
    .map((placed) => {
      const piece = pieceOf(document, { ...base, features: [], parts: [] }, placed.id, {
        step: 50,
        stand: 'hanging',
        wishes: [],
      });
      const option = piece.options.find(
        ({ posed: { orientation } }) =>
          orientation.rear === placed.placement.rear && orientation.top === placed.placement.top,
      );
      return option && { piece, option, at: placed.low };
    })
    .filter((s): s is Spot => s !== undefined);
}

/** Low, at a side and to the rear; near what it is wired to; near where it was when that is wanted. */
export function costIn(document: Conversion, { base }: Start, near: boolean): SearchSettings['cost'] {
  const { innerLow, innerHigh } = base.hull;
  return (piece, option, at, placed) => {
    const { size } = option.posed;
    const gap = (i: 0 | 1) => Math.min(at[i] - innerLow[i]!, innerHigh[i]! - at[i] - size[i]);
    let cost =
      option.cost + 0.4 * (at[2] - innerLow[2]) + 0.15 * gap(0) + 0.1 * gap(1) + 0.08 * cableCost(option, at, placed);
    const was = near && document.layout.placements[piece.id];
    if (was) {
      cost += 0.5 * Math.min(200, Math.hypot(at[0] - was.x, at[1] - was.y, at[2] - was.z));
      if (was.rear !== option.posed.orientation.rear || was.top !== option.posed.orientation.top) cost += 60;
    }
    return cost;
  };
}

/** Placings that one try may use before it starts anew with other luck. */
const TRY = 90;

/**
 * Places the whole kit in several different ways, better ones as it goes on. Each try is a depth-first search over
 * corner positions with its own luck; what it finds is taken off the grid, checked exactly and marked by the soft
 * rules. Pure: the same document, seed and steps give the same layouts.
 */
export function searchLayouts(document: Conversion, options: LayoutOptions = {}): LayoutResult {
  const {
    seed = 1,
    wanted = 10,
    steps = 3000,
    near = false,
    polish = 0,
    stop = () => false,
    onLayout,
    onProgress,
  } = options;
  const start = startOf(document, options);
  const step = options.step ?? 2;
  const words =
    start.free.length === 0
      ? 'nothing: no part may move. Unlock one, or let those that are in the shell move.'
      : searchedWords(document, start, step);
  const forms = start.free.length === 0 ? [] : formsOf(document, start, options);
  const kits = forms.map((form) => kitOf(form, options, step));
  const open = kits.filter((kit) => kit.homeless.length === 0);
  if (open.length === 0) return { layouts: [], searched: words, ended: 'enough', homeless: kits[0]?.homeless ?? [] };

  const random = randomFrom(seed);
  const found: Layout[] = [];
  const total: Budget = { steps, stop };
  let hangs = false;
  let tries = 0;
  while (total.steps > 0 && !stop() && found.length < wanted) {
    // Forms take turns; each has its own first try without chance.
    const kit = open[tries % open.length]!;
    const budget: Budget = { steps: Math.min(TRY, total.steps), stop };
    const before = budget.steps;
    const settings: SearchSettings = {
      wishes: start.wishes,
      risers: start.risers,
      candidates: 'corners',
      cost: kit.cost,
      fixed: kit.fixed,
      ...(near ? { target: (id: string) => kit.form.document.layout.placements[id] } : {}),
      breadth: 5,
      random,
      noise: kit.tries === 0 ? 0 : Math.min(90, 20 + 4 * kit.tries),
      // Where nothing was found on the grid, every other try wastes nothing of it.
      snug: found.length === 0 && kit.tries >= 2 && kit.tries % 2 === 0,
    };
    const outcome = kit.engine.search(kit.pieces, settings, budget);
    total.steps -= Math.max(1, before - budget.steps);
    tries++;
    kit.tries++;
    if (outcome.kind === 'found') {
      const layout = asItIs(document, start, kit.form, outcome.spots, `layout-${tries}`);
      if (layout && keepDistinct(document, found, layout)) onLayout?.(found);
    } else if (!kit.hangs && found.length === 0 && kit.tries >= 6) {
      // Nothing screwed down: brackets are allowed from here on.
      kit.pieces = kit.withHanging(kit.pieces);
      kit.hangs = true;
      hangs = true;
    }
    onProgress?.(Math.max(found.length / wanted, 1 - total.steps / steps));
  }
  for (let round = 0; round < polish && found.length > 0 && !stop(); round++) {
    const which = Math.floor(random() * found.length);
    const better = bettered(document, start, found[which]!, random, stop);
    onProgress?.((round + 1) / polish);
    if (!better) continue;
    found[which] = better;
    onLayout?.(found);
  }
  found.sort((a, b) => b.score - a.score);
  return {
    layouts: found,
    searched: `${words}, ${tries} ${tries === 1 ? 'try' : 'tries'}${hangs ? ', also on brackets' : ''}`,
    ended: found.length >= wanted ? 'enough' : stop() ? 'stopped' : 'steps',
    homeless: [],
  };
}

/** A form of the kit with all ways its parts may stand, and what its tries have learnt. */
interface SearchedKit {
  form: Form;
  pieces: Piece[];
  homeless: string[];
  fixed: Spot[];
  cost: SearchSettings['cost'];
  engine: Engine;
  tries: number;
  hangs: boolean;
  /** The pieces with places on brackets; a board never hangs. */
  withHanging: (pieces: readonly Piece[]) => Piece[];
}

function kitOf(form: Form, options: LayoutOptions, step: number): SearchedKit {
  const { document, start } = form;
  const asked = { wishes: start.wishes, ...(options.flat ? { flat: options.flat } : {}) };
  const hanging = new Map<string, Piece>();
  const withHanging = (all: readonly Piece[], which = (_: Piece) => true) =>
    all.map((piece) => {
      if (!which(piece) || kindOf(document.kit.parts[piece.id]!) === 'board') return piece;
      if (!hanging.has(piece.id))
        hanging.set(
          piece.id,
          knownPiece(document, start.base, piece.id, { step: 2 * step, stand: 'hanging', ...asked }),
        );
      return { id: piece.id, options: [...piece.options, ...hanging.get(piece.id)!.options] };
    });
  const seated = start.free.map((id) => knownPiece(document, start.base, id, { step, stand: 'seated', ...asked }));
  // What can't be screwed down anywhere may hang.
  const pieces = withHanging(seated, (piece) => piece.options.length === 0);
  return {
    form,
    pieces,
    homeless: pieces.filter((piece) => piece.options.length === 0).map((piece) => piece.id),
    fixed: fixedSpots(document, start.base),
    cost: costIn(document, start, options.near ?? false),
    engine: new Engine(),
    tries: 0,
    hangs: false,
    withHanging,
  };
}

/** What was found for a form of the kit, for the kit as it is. */
function asItIs(
  document: Conversion,
  start: Start,
  form: Form,
  spots: readonly Spot[],
  id: string,
): Layout | undefined {
  const layout = layoutOf(form.document, form.start, spots, id);
  if (!layout || form.document === document) return layout;
  return markLayout(document, start, form.apart(layout.placements), id);
}

function searchedWords(document: Conversion, { free, base }: Start, step: number): string {
  const stay =
    base.parts.length > 0
      ? `, ${base.parts.map((p) => document.kit.parts[p.id]!.name).join(', ')} left where ${base.parts.length === 1 ? 'it is' : 'they are'}`
      : '';
  return `${free.length} part${free.length === 1 ? '' : 's'} in 24 orientations at corners of the free positions every ${step} mm${stay}`;
}

/** Spots as a layout: taken off the grid, checked exactly, marked; undefined when the exact check fails. */
export function layoutOf(document: Conversion, start: Start, spots: readonly Spot[], id: string): Layout | undefined {
  const raw: Record<string, Placement> = {};
  for (const { piece, option, at } of spots) raw[piece.id] = placementAt(option, at);
  return markLayout(document, start, refine(document, start.base, raw), id) ?? markLayout(document, start, raw, id);
}

/** Checks placements by the exact rules and marks them; undefined when one is broken. */
export function markLayout(
  document: Conversion,
  { base, wishes }: Start,
  placements: Record<string, Placement>,
  id: string,
): Layout | undefined {
  const placed = Object.entries(placements).map(([part, p]) => placePart(part, document.kit.parts[part]!, p));
  const assembly: Assembly = { ...base, parts: pluggedIn([...base.parts, ...placed]) };
  const margins = marginsOf(assembly);
  if (stopsAt(margins).length > 0 || !wishesHold(document, wishes, assembly)) return undefined;
  const reaches = new Map(placed.map((p) => [p.id, faceReaches(assembly, p)]));
  for (const all of reaches.values())
    if (all.some((r) => r.face.mustReachOutside && !(r.reaches && r.onWall))) return undefined;
  const mounts = (part: string) => reaches.get(part)!.filter((r) => !r.face.mustReachOutside);
  const hanging = placed.map((p) => p.id).filter((p) => mounts(p).length > 0 && !mounts(p).some((r) => r.reaches));
  const shown: Conversion = {
    ...document,
    layout: { ...document.layout, placements: { ...document.layout.placements, ...placements } },
  };
  const scene = { document: shown, assembly, margins, balance: balanceOf(document, assembly), hanging };
  return { id, placements, hanging, ...markOf(scene) };
}

/** Do all wishes hold whose parts are there? Whether a part is reachable asks for the order of the layout. */
function wishesHold(document: Conversion, wishes: readonly Wish[], assembly: Assembly): boolean {
  if (wishes.some((wish) => wishState(wish, assembly)?.holds === false)) return false;
  const reachable = wishes.filter((w) => w.kind === 'reachable' && assembly.parts.some((p) => p.id === w.part));
  if (reachable.length === 0) return true;
  const { first } = orderOf(document, assembly);
  return reachable.every((w) => first[w.part]?.length === 0);
}

/** Marks a plan as it stands, whatever is wrong with it, and counts what stops. */
export function markPlan(document: Conversion, assembly: Assembly = assemble(document)): Marked & { stops: number } {
  const margins = marginsOf(assembly);
  const reaches = assembly.parts.map((p) => ({ id: p.id, all: faceReaches(assembly, p) }));
  const blind = reaches.flatMap((r) => r.all).filter((r) => r.face.mustReachOutside && !(r.reaches && r.onWall));
  const hanging = reaches
    .filter(
      ({ all }) => all.some((r) => !r.face.mustReachOutside) && !all.some((r) => !r.face.mustReachOutside && r.reaches),
    )
    .map((r) => r.id);
  const scene = { document, assembly, margins, balance: balanceOf(document, assembly), hanging };
  return { ...markOf(scene), stops: stopsAt(margins).length + blind.length };
}

export const placementAt = ({ posed }: Option, at: Vec3): Placement => ({
  x: round(at[0]),
  y: round(at[1]),
  z: round(at[2]),
  locked: false,
  ...posed.orientation,
});

/** A part stands alike when it looks the same ways and is within this, mm. */
const ALIKE = 60;
/** Layouts are alike when parts that make up less than this of the kit's volume stand differently. */
const DIFFERENT = 0.12;

/** Adds a layout, or lets it replace a worse one like it. True when the list changed. */
function keepDistinct(document: Conversion, found: Layout[], layout: Layout): boolean {
  const like = found.findIndex((known) => alike(document, known, layout));
  if (like < 0) {
    found.push(layout);
    return true;
  }
  if (found[like]!.score >= layout.score) return false;
  found[like] = { ...layout, id: found[like]!.id };
  return true;
}

/** Do two layouts look the same to a builder: are all but small parts in the same places? */
export function alike(document: Conversion, a: Layout, b: Layout): boolean {
  let moved = 0;
  let whole = 0;
  for (const [id, p] of Object.entries(a.placements)) {
    const { low, high } = placePart(id, document.kit.parts[id]!, p);
    const volume = (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
    whole += volume;
    const q = b.placements[id];
    const same = q && p.rear === q.rear && p.top === q.top && Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z) < ALIKE;
    if (!same) moved += volume;
  }
  return moved < DIFFERENT * whole;
}

/** Tries to better a layout: one or two of its parts are taken out and set anew. Undefined when it found nothing better. */
function bettered(
  document: Conversion,
  start: Start,
  layout: Layout,
  random: () => number,
  stop: () => boolean,
): Layout | undefined {
  const free = start.free.filter(() => random() < 1.6 / start.free.length);
  if (free.length === 0) return undefined;
  const rest = start.free
    .filter((id) => !free.includes(id))
    .map((id) => placePart(id, document.kit.parts[id]!, layout.placements[id]!));
  const around: Start = { ...start, free, base: { ...start.base, parts: pluggedIn([...start.base.parts, ...rest]) } };
  const pieces = free.map((id) =>
    pieceOf(document, around.base, id, { step: 2, stand: 'seated', wishes: start.wishes }),
  );
  const outcome = new Engine().search(
    pieces,
    {
      wishes: start.wishes,
      risers: start.risers,
      fixed: fixedSpots(document, around.base),
      candidates: 'corners',
      cost: costIn(document, around, false),
      breadth: 4,
      random,
      noise: 60,
    },
    { steps: 12, stop },
  );
  if (outcome.kind !== 'found') return undefined;
  const spots = layoutOf(document, around, outcome.spots, layout.id);
  if (!spots) return undefined;
  const whole = markLayout(document, start, { ...layout.placements, ...spots.placements }, layout.id);
  return whole && whole.score > layout.score + 0.5 ? whole : undefined;
}
