import { assemble, hullModel } from '../assembly';
import { mayCut, survives } from '../brief';
import {
  applyChange,
  complaintsOf,
  facesOf,
  lidOf,
  nextId,
  ringBody,
  ringOf,
  type Change,
  type Conversion,
  type Part,
  type Placement,
} from '../document';
import { faceName, faceReaches, judge, linkId, linksOf, marginsOf, mm, nameOf, stopsAt, travel } from '../fit';
import { kindOf, partFrom, partModel } from '../parts';
import { CABLES, LIBRARY, standardPart, type StandardPart } from '../standards';
import { conflictOf } from './conflicts';
import { markLayout, searchLayouts, startOf, type Layout, type LayoutOptions } from './layouts';

export type WayKind = 'rearrange' | 'ring' | 'features' | 'swap' | 'riser' | 'external' | 'face' | 'pair';

/** Something that can be done to a plan, and what it takes. */
interface Effort {
  id: string;
  kind: WayKind;
  label: string;
  /** What it costs or spoils, in few words. */
  price: string;
  reversible: boolean;
  /** The policy of the brief allows it as it is. */
  withinPolicy: boolean;
  /** How much it takes; lower is less. By the policy. */
  effort: number;
}

/** A way out of a plan that does not fit: what it takes, what that costs, and the layout it allows. */
export interface WayOut extends Effort {
  layout: Layout;
  /** The intervention and the layout together. */
  change: Change;
}

export interface WaysOutOptions {
  seed?: number;
  /** Placings that each search may try. */
  steps?: number;
  stop?: () => boolean;
  onWay?: (ways: readonly WayOut[]) => void;
  onProgress?: (share: number, what: string) => void;
}

export interface WaysOutResult {
  /** Least first. */
  ways: WayOut[];
  tried: string[];
  ended: 'done' | 'stopped';
}

/** An intervention that is to be tried by a search. */
interface Intervention extends Effort {
  changes: Change[];
  search?: Partial<LayoutOptions>;
  /** Interventions of one row get larger one after the other. */
  row?: string;
  /** Parts it is about; undefined: the shell as a whole. */
  touches?: string[];
}

const NOTHING = {
  kind: 'rearrange' as const,
  price: 'nothing cut but the openings, nothing to buy',
  reversible: true,
  withinPolicy: true,
};

/** Highest ring that is looked at, and how exactly its least height is found, mm. */
const HIGHEST_RING = 80;
const RING_STEP = 0.5;
/** Usual heights of coolers over the board, mm (common practice, no source). */
const COOLER_HEIGHTS = [67, 47, 37, 29] as const;
/** Pairs are only tried until there are this many ways. */
const ENOUGH = 3;
const MOST_PAIRS = 14;

/** What speaks against each kind of intervention under each policy: common practice, no source. */
const EFFORT: Readonly<Record<WayKind, Readonly<Record<Conversion['brief']['policy'], number>>>> = {
  rearrange: { conserve: 0, sleeper: 0, open: 0 },
  riser: { conserve: 6, sleeper: 6, open: 6 },
  swap: { conserve: 15, sleeper: 18, open: 22 },
  external: { conserve: 24, sleeper: 22, open: 30 },
  face: { conserve: 40, sleeper: 35, open: 25 },
  ring: { conserve: 30, sleeper: 34, open: 28 },
  features: { conserve: 90, sleeper: 26, open: 14 },
  pair: { conserve: 12, sleeper: 12, open: 12 },
};

/**
 * The least interventions that give the kit a layout, each verified by a search with it applied: rearrange, raise the
 * lid by the least height, take out the smallest set of features, a smaller relative of a part, flat on a riser, the
 * supply outside, another face; pairs of these where single ones are few. Pure.
 */
export function waysOutOf(document: Conversion, options: WaysOutOptions = {}): WaysOutResult {
  const { seed = 1, steps = 240, stop = () => false, onWay, onProgress } = options;
  const ways: WayOut[] = [];
  const tried: string[] = [];
  const look = (doc: Conversion, more: Partial<LayoutOptions> = {}): Layout | undefined =>
    searchLayouts(doc, { seed, steps, wanted: 1, near: true, stop, ...more }).layouts[0];
  const add = (way: WayOut) => {
    ways.push(way);
    ways.sort((a, b) => a.effort - b.effort);
    onWay?.(ways);
  };
  const attempt = (i: Intervention): boolean => {
    tried.push(i.label);
    const next = applied(document, i.changes);
    const layout = next && look(next, i.search);
    if (layout) add(wayFrom(document, i, layout));
    return layout !== undefined;
  };

  const moved = movedOnly(document, look);
  if (moved) add(moved);
  const rearranged =
    moved !== undefined ||
    attempt({ ...NOTHING, id: 'rearrange', label: 'Rearrange what there is', effort: 1, changes: [] });
  tried.push('Raise the lid');
  onProgress?.(0.05, 'raising the lid');
  const ring = ringInPlace(document) ?? (rearranged ? undefined : leastRing(document, look, stop));
  if (ring) add(ring);
  tried.push('Take out features');
  onProgress?.(0.15, 'taking out features');
  const features = featuresInPlace(document) ?? (rearranged ? undefined : leastFeatures(document, look, stop));
  if (features) add(features);

  const failed: Intervention[] = [];
  if (!rearranged && !stop()) {
    onProgress?.(0.2, 'what is in whose way');
    const conflict = conflictOf(document, { seed, stop });
    // What leaves a conflict as it is can't be a way out of it.
    const helps = ({ touches }: Intervention) =>
      !conflict ||
      touches === undefined ||
      conflict.parts.length === 0 ||
      touches.some((id) => conflict.parts.includes(id));
    const singles = interventions(document).filter(helps);
    const done = new Set<string>();
    singles.forEach((single, k) => {
      if (stop()) return;
      onProgress?.(0.3 + 0.5 * (k / singles.length), single.label);
      // Of one row of interventions that get larger, only the least that works is a way.
      if (single.row !== undefined && done.has(single.row)) return;
      if (!attempt(single)) failed.push(single);
      else if (single.row !== undefined) done.add(single.row);
    });
  }
  if (!rearranged && ways.length < ENOUGH) {
    const pairs = pairsOf(document, failed);
    pairs.slice(0, MOST_PAIRS).forEach((pair, k) => {
      if (stop() || ways.length >= ENOUGH) return;
      onProgress?.(0.85 + 0.15 * (k / Math.min(MOST_PAIRS, pairs.length)), pair.label);
      attempt(pair);
    });
  }
  return { ways, tried, ended: stop() ? 'stopped' : 'done' };
}

/** The document with changes, or undefined where that is no valid plan. */
function applied(document: Conversion, changes: readonly Change[]): Conversion | undefined {
  try {
    const next = changes.reduce((d, change) => applyChange(d, change).document, document);
    return complaintsOf(next).length === 0 ? next : undefined;
  } catch {
    return undefined;
  }
}

const placings = (placements: Readonly<Record<string, Placement>>): Change[] =>
  Object.entries(placements).map(([id, placement]) => ({ type: 'placePart', id, placement }));

function wayFrom(document: Conversion, i: Intervention, layout: Layout): WayOut {
  const moved = Object.entries(layout.placements).filter(([id, p]) => {
    const was = document.layout.placements[id];
    return was && (was.rear !== p.rear || was.top !== p.top || Math.hypot(was.x - p.x, was.y - p.y, was.z - p.z) > 0.5);
  });
  const moves = moved.length === 0 ? '' : `${moved.length} part${moved.length === 1 ? '' : 's'} moved`;
  const { id, kind, label, reversible, withinPolicy, effort } = i;
  return {
    id,
    kind,
    label,
    price: [i.price, moves].filter(Boolean).join('; '),
    reversible,
    withinPolicy,
    effort: effort + moved.length * 0.5 + (withinPolicy ? 0 : 100),
    layout,
    change: { type: 'all', what: label, changes: [...i.changes, ...placings(layout.placements)] },
  };
}

/** Everything that could be done and whose amount is known: swaps, risers, an external supply, faces. */
function interventions(document: Conversion): Intervention[] {
  const { policy } = document.brief;
  return [...risers(document), ...swaps(document), ...external(document), ...faces(document)].map((i) => ({
    ...i,
    effort: i.effort + EFFORT[i.kind][policy],
  }));
}

const isLocked = (document: Conversion, id: string) => document.layout.placements[id]?.locked === true;

/** Cards flat on risers of usual lengths, where they stand now or their riser is too short. */
function risers(document: Conversion): Intervention[] {
  return Object.keys(document.kit.parts)
    .filter((id) => kindOf(document.kit.parts[id]!) === 'card' && !isLocked(document, id))
    .flatMap((card): Intervention[] => {
      const link = linksOf(document, assemble(document)).find((l) => l.kind === 'riser' && l.to.part === card);
      const board = Object.keys(document.kit.parts).find((id) => kindOf(document.kit.parts[id]!) === 'board');
      if (!board) return [];
      const id = link?.id ?? linkId(board, card, 'riser');
      const have = document.layout.cables[id]?.length;
      return CABLES.riser.lengths
        .filter((length) => length >= 100 && (have === undefined || length > have))
        .map((length) => ({
          id: `riser/${card}/${length}`,
          kind: 'riser' as const,
          label: `Lay ${nameOf(document, { kind: 'part', id: card })} flat on a ${length} mm riser`,
          price: 'one riser to buy, nothing cut for it',
          reversible: true,
          withinPolicy: true,
          effort: length / 100,
          changes: [{ type: 'setCable' as const, id, cable: { length } }],
          search: { flat: [card] },
          row: `riser/${card}`,
          touches: [card],
        }));
    });
}

const bulk = (row: StandardPart) => {
  const d = row.dimensions;
  const v = (...keys: string[]) => keys.map((k) => d[k]?.value).find((x) => x !== undefined) ?? 1;
  return v('width', 'size', 'thickness') * v('depth', 'length', 'size') * v('height', 'thickness', 'coolerHeight');
};

/** Smaller relatives of each part, the largest first: the least change that could help. */
function swaps(document: Conversion): Intervention[] {
  const found: Intervention[] = [];
  for (const [id, part] of Object.entries(document.kit.parts)) {
    if (part.own || isLocked(document, id)) continue;
    const row = standardPart(part.standard)!;
    const own = bulkOf(part, row);
    const swap = (key: string, label: string, next: Part, effort: number, price: string) =>
      found.push({
        id: `swap/${id}/${key}`,
        kind: 'swap',
        label,
        price,
        reversible: true,
        withinPolicy: true,
        effort,
        changes: [{ type: 'setPart', id, part: next }],
        row: `${key.startsWith('cooler') ? 'cooler' : 'smaller'}/${id}`,
        touches: [id],
      });
    if (row.kind === 'board') {
      const cooler = part.dimensions.coolerHeight;
      if (cooler)
        for (const height of COOLER_HEIGHTS.filter((h) => h < cooler.value - 2))
          swap(
            `cooler-${height}`,
            `A ${height} mm cooler on ${part.name}`,
            { ...part, dimensions: { ...part.dimensions, coolerHeight: { ...cooler, value: height } } },
            (cooler.value - height) / 5,
            'a lower cooler to buy; louder for the same heat',
          );
    }
    const smaller = LIBRARY.filter((r) => r.kind === row.kind && r.key !== row.key && bulk(r) < own * 0.98)
      .sort((a, b) => bulk(b) - bulk(a))
      .slice(0, 4);
    for (const [k, relative] of smaller.entries())
      swap(
        relative.key.replace('/', '-').replace('.', '-'),
        `${relative.name} for ${part.name}`,
        { ...partFrom(relative, part.name) },
        4 + 3 * k,
        `another ${row.kind} to buy`,
      );
    if (row.kind === 'card')
      found.push({
        id: `swap/${id}/none`,
        kind: 'swap',
        label: `Do without ${part.name}: graphics of the processor`,
        price: 'less to buy, less power, fewer pictures a second',
        reversible: true,
        withinPolicy: true,
        effort: 12,
        changes: [{ type: 'removePart', id }],
        touches: [id],
      });
  }
  return found;
}

/** Volume of a part as it is adjusted, mm³, by its row's measure. */
function bulkOf(part: Part, row: StandardPart): number {
  const dimensions = Object.fromEntries(
    Object.entries(row.dimensions).map(([key, d]) => [key, { ...d, value: part.dimensions[key]?.value ?? d.value }]),
  );
  return bulk({ ...row, dimensions });
}

/** The supply as a brick outside, a DC board on the plug inside. */
function external(document: Conversion): Intervention[] {
  return Object.entries(document.kit.parts)
    .filter(([id, part]) => kindOf(part) === 'supply' && !isLocked(document, id))
    .map(([id, part]) => ({
      id: `external/${id}`,
      kind: 'external' as const,
      label: `${part.name} as an external brick, a DC board inside`,
      price: 'a brick and a DC board to buy; the brick lies behind the shell',
      reversible: true,
      withinPolicy: true,
      effort: 0,
      changes: [
        { type: 'removePart' as const, id },
        {
          type: 'addPart' as const,
          id: nextId(document.kit.parts, 'brick'),
          part: partFrom(standardPart('brick/dc-board')!, 'DC board'),
        },
      ],
      touches: [id],
    }));
}

/** Faces that the brief keeps free, and those the policy protects: a way, but not within the policy. */
function faces(document: Conversion): Intervention[] {
  const { brief } = document;
  const needs = Object.entries(document.kit.parts).some(([id, part]) =>
    partModel(id, part).faces.some((f) => f.mustReachOutside),
  );
  if (!needs) return [];
  return facesOf(document.shell.hull)
    .filter((face) => face !== 'bottom' && !survives(brief, 'face', face))
    .flatMap((face): Intervention[] => {
      const blocked = brief.blockedFaces.includes(face);
      const allowed = mayCut(brief.policy, face) || brief.policy === 'conserve';
      if (!blocked && allowed) return [];
      const name = faceName(document, face);
      return [
        {
          id: `face/${face}`,
          kind: 'face',
          label: `Let sockets and fans use the ${name}`,
          price: [
            blocked ? 'keep 60 mm free before it' : '',
            allowed ? '' : `seen from outside: not what ${brief.policy} allows`,
          ]
            .filter(Boolean)
            .join('; '),
          reversible: false,
          withinPolicy: allowed,
          effort: 0,
          changes: [
            {
              type: 'setBrief',
              brief: {
                ...(blocked ? { blockedFaces: brief.blockedFaces.filter((f) => f !== face) } : {}),
                ...(allowed ? {} : { policy: 'open' as const }),
              },
            },
          ],
        },
      ];
    });
}

/** Layouts of the plan as it stands, with only the parts moved that something stops at, or that have no place yet. */
function movedOnly(document: Conversion, look: Look): WayOut | undefined {
  const assembly = assemble(document);
  const stopped = new Set<string>();
  for (const margin of stopsAt(marginsOf(assembly))) {
    const movable = [margin.part, ...(margin.other.kind === 'part' ? [margin.other.id] : [])].filter(
      (id) => !isLocked(document, id),
    );
    // Of two parts the smaller one is moved.
    const size = (id: string) => {
      const { low, high } = assembly.parts.find((p) => p.id === id)!;
      return (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
    };
    const least = movable.sort((a, b) => size(a) - size(b))[0];
    if (least !== undefined) stopped.add(least);
  }
  for (const part of assembly.parts)
    if (faceReaches(assembly, part).some((r) => r.face.mustReachOutside && !(r.reaches && r.onWall)))
      stopped.add(part.id);
  const loose = [...stopped, ...assembly.unplaced];
  if (loose.length === 0) return undefined;
  const layout = look(document, { free: loose });
  if (!layout) return undefined;
  const was = document.layout.placements;
  const words = loose.map((id) => {
    const name = nameOf(document, { kind: 'part', id });
    const from = was[id];
    const to = layout.placements[id]!;
    if (!from) return `place ${name}`;
    const turned = from.rear !== to.rear || from.top !== to.top;
    return `${turned ? 'turn and move' : 'move'} ${name}${turned ? '' : ` ${travel(from, to)}`}`;
  });
  const label = words.join(', ');
  return wayFrom(
    document,
    { ...NOTHING, id: 'move', label: label.charAt(0).toUpperCase() + label.slice(1), effort: 0, changes: [] },
    layout,
  );
}

/** Where all parts are now, in a plan with every part in place. */
function present(document: Conversion): Record<string, Placement> | undefined {
  const { placements } = document.layout;
  return Object.keys(document.kit.parts).every((id) => id in placements) ? placements : undefined;
}

/** The least ring with every part left where it is; those on the lid's faces go up with it only where nothing holds them. */
function ringInPlace(document: Conversion): WayOut | undefined {
  const placements = present(document);
  if (!placements || !canRaise(document)) return undefined;
  const has = ringOf(document.shell)?.height.value ?? 0;
  const next = withRing(document, has + HIGHEST_RING).document;
  const layout = markLayout(next, startOf(next, { only: [] }), placements, 'present');
  if (!layout) return undefined;
  const least = lowered(document, { height: HIGHEST_RING, layout }, has, 0);
  return ringWay(document, least, has);
}

/** The features in the way of the plan as it stands, where all of them may be cut. */
function featuresInPlace(document: Conversion): WayOut | undefined {
  const placements = present(document);
  if (!placements) return undefined;
  const ids = cuttable(document);
  const next = applied(document, removal(ids));
  const layout = next && markLayout(next, startOf(next, { only: [] }), placements, 'present');
  if (!layout) return undefined;
  const set = needed(document, ids, layout);
  return set.length > 0 ? featuresWay(document, { set, layout }) : undefined;
}

type Look = (document: Conversion, more?: Partial<LayoutOptions>) => Layout | undefined;

/** A shell whose lid can be raised: it has one, and walls that go straight up. */
export const canRaise = ({ shell }: Conversion): boolean =>
  lidOf(shell) !== undefined && (shell.hull.form === 'box' || shell.hull.form === 'profile');

/** The document with a spacer ring of a height instead of the one it has. */
export function withRing(document: Conversion, height: number): { document: Conversion; change: Change } {
  const known = ringOf(document.shell);
  const id = known?.id ?? nextId(document.shell.bodies, 'ring');
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
      price: `spacer ring, ${(stripLength(document) / 1000).toFixed(2)} m of strip${sure > height ? `, ${mm(sure)} to be sure` : ''}; seen from outside, nothing cut`,
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
    const start = startOf(next, { only: [] });
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

/** The smallest set of features that may be cut and whose removal gives a layout. */
export function leastFeatures(document: Conversion, look: Look, stop: () => boolean): WayOut | undefined {
  const ids = cuttable(document);
  if (ids.length === 0) return undefined;
  const tryOut = (set: readonly string[]) => {
    const next = applied(document, removal(set));
    return next && look(next);
  };
  let best: { set: string[]; layout: Layout } | undefined;
  const all = tryOut(ids);
  if (!all) return undefined;
  best = { set: needed(document, ids, all), layout: all };
  for (let size = 1; size < best.set.length && size <= 2; size++)
    for (const set of combinations(ids, size)) {
      if (stop()) break;
      const layout = tryOut(set);
      if (!layout) continue;
      best = { set, layout };
      break;
    }
  return best.set.length > 0 ? featuresWay(document, best) : undefined;
}

/** Features that may go: not those the user wants to keep. */
const cuttable = ({ brief, shell }: Conversion): string[] =>
  Object.entries(shell.features)
    .filter(([id, f]) => f.fate === 'cut' && !survives(brief, 'feature', id))
    .map(([id]) => id);

const removal = (ids: readonly string[]): Change[] => ids.map((id) => ({ type: 'setFate', id, fate: 'removed' }));

function featuresWay(document: Conversion, best: { set: string[]; layout: Layout }): WayOut {
  const { brief, shell } = document;
  const names = best.set.map((id) => shell.features[id]!.name);
  const cut = best.set.reduce((sum, id) => sum + footLength(document, id), 0);
  const why = best.set.map((id) => shell.features[id]!.why).filter(Boolean);
  return wayFrom(
    document,
    {
      id: 'features',
      kind: 'features',
      label: `Take out ${names.join(' and ')}`,
      price: `${Math.round(cut)} mm of cut, can’t be put back${why.length > 0 ? `; ${why.join(', ')}` : ''}`,
      reversible: false,
      withinPolicy: brief.policy !== 'conserve',
      effort: EFFORT.features[brief.policy] + cut / 60 + 6 * (best.set.length - 1),
      changes: removal(best.set),
    },
    best.layout,
  );
}

/** Features of a set that a layout without them would stand in: only those have to go. */
function needed(document: Conversion, ids: readonly string[], layout: Layout): string[] {
  let set = [...ids];
  for (const id of ids) {
    const less = set.filter((other) => other !== id);
    const next = applied(document, removal(less));
    if (next && markLayout(next, startOf(next, { only: [] }), layout.placements, layout.id)) set = less;
  }
  return set;
}

/** Length of the cut that takes a feature off: around its foot, mm. */
function footLength(document: Conversion, id: string): number {
  return assemble({ ...document, kit: { ...document.kit, parts: {} } })
    .features.filter((f) => f.owner === id && !f.swept)
    .reduce((sum, { shape: { low, high } }) => {
      const sides = [0, 1, 2].map((i) => high[i]! - low[i]!).sort((a, b) => b - a);
      return sum + 2 * (sides[0]! + sides[1]!);
    }, 0);
}

function combinations(ids: readonly string[], size: number): string[][] {
  if (size === 0) return [[]];
  return ids.flatMap((id, i) => combinations(ids.slice(i + 1), size - 1).map((rest) => [id, ...rest]));
}

/** Two interventions together, the least first; a small ring counts as one. */
function pairsOf(document: Conversion, singles: readonly Intervention[]): Intervention[] {
  const more: Intervention[] = canRaise(document)
    ? [10, 20].map((height) => ({
        id: `ring-${height}`,
        kind: 'ring' as const,
        label: `raise the lid by ${height} mm`,
        price: 'spacer ring',
        reversible: true,
        withinPolicy: true,
        effort: EFFORT.ring[document.brief.policy] + height / 4,
        changes: [withRing(document, height).change],
      }))
    : [];
  const all = [...singles, ...more];
  const pairs: Intervention[] = [];
  all.forEach((a, i) =>
    all.slice(i + 1).forEach((b) => {
      if (a.row !== undefined && a.row === b.row) return;
      if (a.touches?.some((id) => b.touches?.includes(id))) return;
      if (a.kind === 'ring' && b.kind === 'ring') return;
      pairs.push({
        id: `${a.id}+${b.id}`,
        kind: 'pair',
        label: `${a.label}, and ${b.label.charAt(0).toLowerCase()}${b.label.slice(1)}`,
        price: `${a.price}; ${b.price}`,
        reversible: a.reversible && b.reversible,
        withinPolicy: a.withinPolicy && b.withinPolicy,
        effort: a.effort + b.effort + EFFORT.pair[document.brief.policy],
        changes: [...a.changes, ...b.changes],
        search: { ...a.search, ...b.search },
      });
    }),
  );
  return pairs.sort((a, b) => a.effort - b.effort);
}
