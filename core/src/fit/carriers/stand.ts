import { placePart, takenAlong, type Assembly, type PlacedPart } from '../../assembly';
import type { Conversion, MadeTray, Part, Placement } from '../../document';
import { isBare } from '../../hold';
import { keptOf, lowOf } from '../../kit';
import { DIRECTIONS, ORIENTATIONS, turnDirection, type Direction, type Vec3 } from '../../solid';

/** A hole of a part that stands on a tray within this of a standoff is screwed to it, mm: half of what its screw has to play. */
const ON_STANDOFF = 0.6;
const UPRIGHT = { rear: 'rear', top: 'top', locked: false } as const;
const TURNS: readonly Direction[] = ['rear', 'right', 'front', 'left'];

/** Where a part may stand on a tray or frame, and on how many of its holes. */
export interface Stand {
  placement: Placement;
  /** Holes of the part that meet a standoff, of so many. */
  held: number;
  holes: number;
}

/** A carrier at its own place upright: its own axes and the shell’s are then the same. */
const upright = (part: Part): Placement => {
  const [x, y, z] = part.own?.made ? lowOf(part.own.made) : [0, 0, 0];
  return { x, y, z, ...UPRIGHT };
};

/** Where the top of what carries is, and the room on it, in the carrier’s own axes, mm. */
function deckOf(part: Part, placed: PlacedPart): { low: [number, number]; high: [number, number]; z: number } {
  const made = part.own?.made;
  if (made?.kind === 'tray') return { ...keptOf(made), z: made.thickness };
  const { low, high } = placed;
  if (made?.kind !== 'frame') return { low: [low[0], low[1]], high: [high[0], high[1]], z: high[2] };
  const onTop = made.mesh?.sides.includes('top') === true;
  if (onTop && made.shape === 'flat') {
    const bars = made.profile === 'flat bar' ? made.wall : made.side;
    return { low: [0, 0], high: [made.width, made.depth], z: bars + made.mesh!.thickness };
  }
  // On the lying legs of angles, within their standing ones; else on top of the lower bars.
  const inset = made.profile === 'angle' ? made.wall : 0;
  const lower = made.profile === 'angle' || made.profile === 'flat bar' ? made.wall : made.side;
  return {
    low: [inset, inset],
    high: [made.width - inset, made.depth - inset],
    z: lower,
  };
}

/**
 * Where a part stands on a carrier that is in the shell: on as many of a tray’s standoffs as its holes meet, turned by
 * quarters where that gives more; else in the middle of the deck. Undefined where the carrier is not placed, leans, or the
 * part would carry itself.
 */
export function standOn(document: Conversion, id: string, carrier: string): Stand | undefined {
  const { kit, layout } = document;
  const [part, carrying, at] = [kit.parts[id], kit.parts[carrier], layout.placements[carrier]];
  if (!part || !carrying?.own?.carries || !at || at.tilt || id === carrier) return undefined;
  const home = upright(carrying);
  const deck = deckOf(carrying, placePart(carrier, carrying, home));
  const made = carrying.own.made;
  let best: { placement: Placement; held: number; holes: number } | undefined;
  for (const rear of TURNS) {
    const loose: Placement = { x: 0, y: 0, z: deck.z, ...UPRIGHT, rear };
    const placed = placePart(id, part, loose);
    const drills = drillsOf(placed);
    const middle = [0, 1].map((i) => (deck.low[i]! + deck.high[i]! - placed.low[i]! - placed.high[i]!) / 2);
    const by = made?.kind === 'tray' ? bestShift(made, drills) : undefined;
    const [x, y] = by && by.held > 1 ? [by.x, by.y] : middle;
    const held = by && by.held > 1 ? by.held : 0;
    if (best && held <= best.held) continue;
    best = { placement: { ...loose, x: round3(x!), y: round3(y!) }, held, holes: drills.length };
  }
  const moved =
    best && takenAlong({ id: carrier, part: carrying, from: home, to: at }, { id, part, was: best.placement });
  return moved && best ? { ...best, placement: { ...moved, with: carrier } } : undefined;
}

/** Parts on one carrier keep so much from each other, and bare ones from what they lie on, mm. Common practice, no source. */
const APART = 4;
const UNDER_BARE = 6;

type Rectangle = { low: [number, number]; high: [number, number] };

/** What a part takes of the plane it stands on: its bodies and the plugs in it. */
function groundOf({ solids }: PlacedPart): Rectangle {
  const all = solids.filter((s) => s.role !== 'air' && s.role !== 'duct' && !s.outside);
  const end = (i: 0 | 1, high: boolean) =>
    high ? Math.max(...all.map((s) => s.shape.high[i])) : Math.min(...all.map((s) => s.shape.low[i]));
  return { low: [end(0, false), end(1, false)], high: [end(0, true), end(1, true)] };
}

/**
 * Where a part may stand on a carrier beside others that do: the nearest free corner of its deck, upright, or lying as low
 * as it can. Undefined where there is none, or the carrier is not placed or leans.
 */
export function standBeside(
  document: Conversion,
  id: string,
  carrier: string,
  beside: readonly string[],
  how: 'upright' | 'low',
): Placement | undefined {
  const { kit, layout } = document;
  const [part, carrying, at] = [kit.parts[id], kit.parts[carrier], layout.placements[carrier]];
  if (!part || !carrying?.own?.carries || !at || at.tilt || id === carrier) return undefined;
  const home = upright(carrying);
  const deck = deckOf(carrying, placePart(carrier, carrying, home));
  const taken = beside.flatMap((other): Rectangle[] => {
    const was = layout.placements[other];
    const own = kit.parts[other];
    const there =
      was && own && takenAlong({ id: carrier, part: carrying, from: at, to: home }, { id: other, part: own, was });
    return there ? [groundOf(placePart(other, own, there))] : [];
  });
  let best: { cost: number; placement: Placement } | undefined;
  for (const orientation of ORIENTATIONS) {
    if (how === 'upright' && orientation.top !== 'top') continue;
    const loose: Placement = { x: 0, y: 0, z: 0, ...orientation, locked: false };
    const placed = placePart(id, part, loose);
    const ground = groundOf(placed);
    const size = [0, 1].map((i) => ground.high[i]! - ground.low[i]!);
    const tall = placed.high[2] - placed.low[2];
    const starts = ([0, 1] as const).map((i) => [
      deck.low[i],
      ...taken.map((t) => t.high[i] + APART),
      deck.high[i] - size[i]!,
    ]);
    for (const x of starts[0]!)
      for (const y of starts[1]!) {
        const [a, b] = [x + size[0]!, y + size[1]!];
        if (x < deck.low[0] - 1e-6 || y < deck.low[1] - 1e-6 || a > deck.high[0] + 1e-6 || b > deck.high[1] + 1e-6)
          continue;
        if (
          taken.some(
            (t) =>
              x < t.high[0] + APART - 1e-6 &&
              a > t.low[0] - APART &&
              y < t.high[1] + APART - 1e-6 &&
              b > t.low[1] - APART,
          )
        )
          continue;
        // As low as it goes, then near the left rear corner.
        const cost = (how === 'low' ? 10 * tall : 0) + x + (deck.high[1] - b);
        if (best && best.cost <= cost) continue;
        const z = deck.z + (isBare(placed) && drillsOf(placed).length === 0 ? UNDER_BARE : 0);
        best = { cost, placement: { ...loose, x: round3(x - ground.low[0]), y: round3(y - ground.low[1]), z } };
      }
  }
  const moved =
    best && takenAlong({ id: carrier, part: carrying, from: home, to: at }, { id, part, was: best.placement });
  return moved && { ...moved, with: carrier };
}

const round3 = (v: number) => Math.round(v * 1000) / 1000;

/** Middles of the holes by which a part is mounted. */
const drillsOf = (placed: PlacedPart): Vec3[] =>
  placed.faces.flatMap((f) => f.cuts.filter((c) => c.kind === 'drill').map((c) => c.at));

/** Standoffs that are still there after a tray is cut down. */
const standingOf = (tray: MadeTray) => {
  const { low, high } = keptOf(tray);
  return Object.values(tray.standoffs).filter(({ x, y }) => x >= low[0] && x <= high[0] && y >= low[1] && y <= high[1]);
};

/** The shift that brings most holes over standoffs: each pair of one and one says one. */
function bestShift(tray: MadeTray, drills: readonly Vec3[]): { x: number; y: number; held: number } | undefined {
  const standoffs = standingOf(tray);
  let best: { x: number; y: number; held: number; off: number } | undefined;
  for (const d of drills)
    for (const s of standoffs) {
      const [x, y] = [s.x - d[0], s.y - d[1]];
      const away = drills.map((e) => Math.min(...standoffs.map((t) => Math.hypot(e[0] + x - t.x, e[1] + y - t.y))));
      const met = away.filter((a) => a <= ON_STANDOFF);
      const off = met.reduce((sum, a) => sum + a, 0);
      if (!best || met.length > best.held || (met.length === best.held && off < best.off - 1e-9))
        best = { x, y, held: met.length, off };
    }
  return best;
}

/** How a part that stands on a tray is held: holes over standoffs, holes over the plate without one, holes beyond it. */
export function heldOn(
  document: Conversion,
  assembly: Assembly,
  id: string,
): { held: number; drilled: number; beyond: number; over: number } | undefined {
  const carrier = document.layout.placements[id]?.with;
  const part = assembly.parts.find((p) => p.id === id);
  const under = carrier === undefined ? undefined : assembly.parts.find((p) => p.id === carrier);
  const made = under?.part.own?.made;
  if (!part || !under || made?.kind !== 'tray') return undefined;
  const corner = under.toShell([0, 0, 0]);
  const own = (p: readonly number[]) =>
    ['right', 'rear', 'top'].map((d) => {
      const way = DIRECTIONS[turnDirection(under.turn, d as Direction)];
      return way.reduce((sum: number, n, i) => sum + n * (p[i]! - corner[i]!), 0);
    });
  const { low, high } = keptOf(made);
  const standoffs = standingOf(made);
  const counts = { held: 0, drilled: 0, beyond: 0, over: Infinity };
  for (const at of drillsOf(part)) {
    const [x, y, z] = own(at) as Vec3;
    counts.over = Math.min(counts.over, Math.abs(z - made.thickness));
    if (x < low[0] || x > high[0] || y < low[1] || y > high[1]) counts.beyond++;
    else if (standoffs.some((s) => Math.hypot(s.x - x, s.y - y) <= ON_STANDOFF)) counts.held++;
    else counts.drilled++;
  }
  if (counts.over === Infinity) counts.over = 0;
  return counts;
}
