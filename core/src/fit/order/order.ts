import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import { FREED, kindOf } from '../../parts';
import { opposite } from '../../solid';
import { withComingOut } from './comingOut';
import { exitsOf, remainsOf, type Exit } from './exits';
import { blockersOf, type Leg } from './sweep';
import { turnOut, type Pose } from './turn';
import { searchExtraction } from './searchExtraction';
import { waysOut, type WayOutOfShell } from './ways';

/** One step of putting a conversion together. */
export interface OrderStep {
  parts: string[];
  /** The way in: the way out backwards, from outside to where the part stands. */
  legs: Leg[];
  exit: string;
  /** It has to be tilted by so much on the way, degrees. */
  tilted?: number;
}

export interface Order {
  /** How everything goes in, first to last. */
  steps: OrderStep[];
  /** Parts that can't come out, whatever is taken out first. */
  trapped: string[];
  /** For every part that comes out: what has to come out before it; the fewest. */
  first: Record<string, string[]>;
  /** Names of what opens, in the order in which it opens; empty where nothing does. */
  exits: string[];
}

/** In which order things are better taken out when they could all be: a board goes in first (common practice, no source). */
const OUT_FIRST: readonly (string | undefined)[] = [
  'fan',
  'drive',
  'brick',
  'jack',
  'card',
  'radiator',
  undefined,
  'supply',
  'board',
];
/** With more parts than this the fewest blockers are looked for greedily. */
const EXACT = 12;

/**
 * An order in which everything can be taken out, reversed for assembly. Taking a part out never blocks another, so
 * whatever can go may go: if this comes to an end with parts left, no order takes them out one by one; then two at a
 * time are tried, then ways of many moves and with a tilt. What is still left is trapped.
 */
export function orderOf(
  document: Conversion,
  as: Assembly,
  known: ReadonlyMap<string, WayOutOfShell[]> = waysOut(document, as),
): Order {
  const assembly = withComingOut(document, as);
  const ways = new Map(known);
  const exits = exitsOf(document, assembly);
  const left = new Set(ways.keys());
  const rank = (id: string) => {
    const part = document.kit.parts[id];
    return OUT_FIRST.indexOf(part && kindOf(part));
  };
  const out: OrderStep[] = [];
  for (;;) {
    const free = [...left]
      .map((id) => ({ id, way: openWay(ways.get(id)!, left) }))
      .filter((c): c is { id: string; way: WayOutOfShell } => c.way !== undefined)
      .sort((a, b) => a.way.legs.length - b.way.legs.length || rank(a.id) - rank(b.id) || (a.id < b.id ? -1 : 1))[0];
    if (free) {
      left.delete(free.id);
      out.push(stepOf([free.id], free.way));
      continue;
    }
    const pair = pairOut(ways, left);
    if (pair) {
      pair.parts.forEach((id) => left.delete(id));
      out.push(stepOf(pair.parts, pair.way));
      continue;
    }
    const whole = wholeOut(assembly, ways, left);
    if (whole) {
      whole.parts.forEach((id) => left.delete(id));
      out.push(stepOf(whole.parts, whole.way));
      continue;
    }
    // Before a part counts as trapped: many short moves, then a tilt; where nothing opens none of them leads out.
    const long = exits.length > 0 && longWayOut(assembly, exits, left);
    if (!long) break;
    left.delete(long.id);
    out.push(stepOf([long.id], long.way));
    const gone = assembly.parts.filter((p) => p.id !== long.id && !left.has(p.id));
    const part = assembly.parts.find((p) => p.id === long.id)!;
    // Where it is tilted all that is out already may have been in its way.
    const blockers = long.way.tilted === undefined ? blockersOf(part, long.way.legs, gone) : gone.map((p) => p.id);
    ways.set(long.id, [{ ...long.way, blockers: new Set(blockers) }]);
  }
  return {
    steps: out.reverse(),
    trapped: [...left],
    first: Object.fromEntries(
      [...ways.keys()].filter((id) => !left.has(id)).map((id) => [id, firstOut(id, ways, [...ways.keys()])]),
    ),
    exits: exits.map((e) => e.name),
  };
}

/** A part of those left that comes out past the others by many moves or a tilt. */
function longWayOut(assembly: Assembly, exits: readonly Exit[], left: ReadonlySet<string>) {
  const remains = remainsOf(assembly, exits);
  const there = assembly.parts.filter((p) => left.has(p.id));
  for (const look of [searchExtraction, turnOut])
    for (const part of there) {
      const others = there.filter((p) => p.id !== part.id);
      // What is plugged in leaves as its socket lets it.
      if (others.some((p) => p.pluggedInto === part.id || part.pluggedInto === p.id)) continue;
      const way: (WayOutOfShell & { poses?: Pose[] }) | undefined = look(assembly, part, others, exits, remains);
      if (!way) continue;
      const tilted = Math.max(0, ...(way.poses ?? []).map((pose) => Math.abs(pose.degrees)));
      return { id: part.id, way: tilted > 0 ? { ...way, tilted } : way };
    }
  return undefined;
}

/** Of what goes in as one: the part that all the others are plugged into. */
export const holderOf = ({ parts }: Pick<OrderStep, 'parts'>, assembly: Assembly): string | undefined =>
  parts.length < 2
    ? undefined
    : parts.find((id) =>
        parts.every((other) => other === id || assembly.parts.find((p) => p.id === other)?.pluggedInto === id),
      );

const stepOf = (parts: string[], { legs, exit, tilted }: WayOutOfShell): OrderStep => ({
  parts,
  ...(tilted === undefined ? {} : { tilted }),
  legs: [...legs].reverse().map(({ direction, by }) => ({ direction: opposite(direction), by })),
  exit: exit.name,
});

/** The simplest way that nothing of what is left stands in. */
const openWay = (ways: readonly WayOutOfShell[], left: ReadonlySet<string>) =>
  ways
    .filter((w) => ![...w.blockers].some((id) => left.has(id)))
    .reduce<WayOutOfShell | undefined>((best, w) => (!best || w.legs.length < best.legs.length ? w : best), undefined);

/** A cage with the drives in its bays, or a board with its modules, that leaves as one along a straight way. */
function wholeOut({ parts }: Assembly, ways: ReadonlyMap<string, WayOutOfShell[]>, left: ReadonlySet<string>) {
  for (const holder of left) {
    const inside = parts.filter((p) => p.pluggedInto === holder && left.has(p.id) && FREED[p.plug!.into].fitted);
    if (inside.length === 0) continue;
    const all = [holder, ...inside.map((p) => p.id)];
    const along = (id: string, like?: WayOutOfShell) =>
      ways
        .get(id)!
        .find(
          (w) =>
            w.legs.length === 1 &&
            (!like || w.legs[0]!.direction === like.legs[0]!.direction) &&
            [...w.blockers].every((b) => !left.has(b) || all.includes(b)),
        );
    const [first, ...rest] = ways.get(holder)!.filter((w) => w.legs.length === 1);
    for (const way of first ? [first, ...rest] : [])
      if (
        [...way.blockers].every((b) => !left.has(b) || all.includes(b)) &&
        inside.every((p) => along(p.id, way) !== undefined)
      )
        return { parts: all, way };
  }
  return undefined;
}

/** Two parts that can leave together: each blocks only the other, along the same straight way. */
function pairOut(ways: ReadonlyMap<string, WayOutOfShell[]>, left: ReadonlySet<string>) {
  for (const a of left)
    for (const b of left) {
      if (a >= b) continue;
      for (const wa of ways.get(a)!) {
        const others = (w: WayOutOfShell) => [...w.blockers].filter((id) => left.has(id) && id !== a && id !== b);
        if (wa.legs.length !== 1 || others(wa).length > 0) continue;
        const wb = ways
          .get(b)!
          .find((w) => w.legs.length === 1 && w.legs[0]!.direction === wa.legs[0]!.direction && others(w).length === 0);
        if (wb) return { parts: [a, b], way: wa };
      }
    }
  return undefined;
}

/**
 * The fewest parts that have to come out before a part can: breadth-first over what is out already, exact for few
 * parts; for many, one blocker after the other.
 */
export function firstOut(id: string, ways: ReadonlyMap<string, WayOutOfShell[]>, all: readonly string[]): string[] {
  const canGo = (part: string, gone: ReadonlySet<string>) =>
    ways.get(part)!.some((w) => [...w.blockers].every((b) => gone.has(b)));
  // Only what stands in its way, or in the way of that, can matter.
  const matters = new Set<string>();
  const grow = (part: string) => {
    for (const way of ways.get(part)!)
      for (const b of way.blockers)
        if (b !== id && !matters.has(b)) {
          matters.add(b);
          grow(b);
        }
  };
  grow(id);
  const others = all.filter((p) => matters.has(p));
  if (others.length > EXACT) return greedy(id, others, canGo);
  let layer: string[][] = [[]];
  const seen = new Set(['']);
  while (layer.length > 0) {
    const next: string[][] = [];
    // Of several that are equally few the one with the simplest way out.
    const legs = (gone: readonly string[]) =>
      Math.min(
        ...ways
          .get(id)!
          .filter((w) => [...w.blockers].every((b) => gone.includes(b)))
          .map((w) => w.legs.length),
      );
    const enough = layer.filter((gone) => Number.isFinite(legs(gone))).sort((a, b) => legs(a) - legs(b))[0];
    if (enough) return enough;
    for (const gone of layer) {
      const set = new Set(gone);
      for (const part of others) {
        if (set.has(part) || !canGo(part, set)) continue;
        const more = [...gone, part];
        const key = [...more].sort().join();
        if (seen.has(key)) continue;
        seen.add(key);
        next.push(more);
      }
    }
    layer = next;
  }
  return [];
}

function greedy(
  id: string,
  others: readonly string[],
  canGo: (part: string, gone: ReadonlySet<string>) => boolean,
): string[] {
  const gone = new Set<string>();
  while (!canGo(id, gone)) {
    const next = others.find((part) => !gone.has(part) && canGo(part, gone));
    if (next === undefined) return [...gone];
    gone.add(next);
  }
  // What turns out not to be needed stays in.
  for (const part of [...gone]) {
    const less = new Set([...gone].filter((p) => p !== part));
    const order = [...less];
    if (canGo(id, less) && order.every((p, i) => canGo(p, new Set(order.slice(0, i))))) gone.delete(part);
  }
  return [...gone];
}
