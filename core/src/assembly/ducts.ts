import type { Conversion } from '../document';
import { exactly } from '../quantity';
import { axisOf, opposite, signOf, type Box, type Direction } from '../solid';
import type { PlacedPart, Solid } from './placed';

/** Wall of a printed duct, mm. Common practice, no source. */
export const DUCT_WALL = 1.6;
/** So much its outline may change within one of the blocks it is made of, mm. */
const STEP = 2;
/** At most so many blocks. */
const MOST = 64;

/** The way a fan looks out, where it has one side that is meant to be at a wall. */
export const ductedFrom = (fan: PlacedPart): Direction | undefined =>
  (fan.faces.find((f) => f.mustReachOutside) ?? fan.faces[0])?.direction;

/** From a fan’s inner side to a part, along the fan’s axis, mm; 0 or less: the part does not lie behind it. */
export function ductLength(fan: PlacedPart, outward: Direction, to: PlacedPart): number {
  const axis = axisOf(outward);
  return signOf(outward) > 0 ? fan.low[axis] - to.high[axis] : to.low[axis] - fan.high[axis];
}

/**
 * The room of a duct from a fan, which looks out along `outward`, to a part behind it: straight or slanted, from the fan’s
 * square to as much of it as the part’s side takes, its wall included, as blocks in shell coordinates, mm. Each block has
 * the outline of its middle. None where the part does not lie behind the fan.
 */
export function ductBlocks(fan: PlacedPart, outward: Direction, to: PlacedPart): Box[] {
  const axis = axisOf(outward);
  const inward = -signOf(outward);
  const length = ductLength(fan, outward, to);
  if (length <= 0) return [];
  const from = inward > 0 ? fan.high[axis] : fan.low[axis];
  const across = ([0, 1, 2] as const).filter((i) => i !== axis);
  /** Low and high of the section at a share of the way, across the axis. */
  const side = (t: number, i: (typeof across)[number]): [number, number] => {
    const half = Math.min(fan.high[i] - fan.low[i], to.high[i] - to.low[i]) / 2;
    const middle = (fan.low[i] + fan.high[i]) / 2;
    const end = Math.min(to.high[i] - half, Math.max(to.low[i] + half, middle));
    const wide = (fan.high[i] - fan.low[i]) / 2;
    const [m, h] = [middle + t * (end - middle), wide + t * (half - wide)];
    return [m - h - DUCT_WALL, m + h + DUCT_WALL];
  };
  const change = Math.max(...across.flatMap((i) => [0, 1].map((k) => Math.abs(side(1, i)[k]! - side(0, i)[k]!))));
  const count = Math.min(MOST, Math.max(1, Math.ceil(change / STEP)));
  return Array.from({ length: count }, (_, k) => {
    const block: Box = { kind: 'box', low: [0, 0, 0], high: [0, 0, 0] };
    const [p, q] = [from + (inward * length * k) / count, from + (inward * length * (k + 1)) / count];
    block.low[axis] = Math.min(p, q);
    block.high[axis] = Math.max(p, q);
    for (const i of across) [block.low[i], block.high[i]] = side((k + 0.5) / count, i);
    return block;
  });
}

/** The fan with its duct: kept as long as both stand where they are, so that margins to it are too. */
const made = new WeakMap<PlacedPart, WeakMap<PlacedPart, PlacedPart>>();

function withDuct(fan: PlacedPart, to: PlacedPart): PlacedPart {
  let known = made.get(fan);
  if (!known) made.set(fan, (known = new WeakMap()));
  const before = known.get(to);
  if (before) return before;
  const outward = ductedFrom(fan);
  const solids = (outward ? ductBlocks(fan, outward, to) : []).map((shape, k): Solid => ({
    id: `${fan.id}/duct-${k + 1}`,
    owner: fan.id,
    ownerKind: 'part',
    name: `duct of ${fan.part.name}`,
    role: 'duct',
    leadsTo: to.id,
    shape,
    moving: false,
    // It lies on what it leads to, and is printed to what it starts from.
    contact: outward ? [outward, opposite(outward)] : [],
    outside: false,
    end: (axis, high) => exactly((high ? shape.high : shape.low)[axis]),
  }));
  const all = solids.length > 0 ? { ...fan, solids: [...fan.solids, ...solids] } : fan;
  known.set(to, all);
  return all;
}

/** The parts of an assembly, each fan from which a duct leads to a part together with it. */
export function ducted(parts: readonly PlacedPart[], fans: Conversion['air']['fans'] | undefined): PlacedPart[] {
  return parts.map((fan) => {
    const led = fans?.[fan.id]?.ductTo;
    const to = led === undefined ? undefined : parts.find((p) => p.id === led);
    return to ? withDuct(fan, to) : fan;
  });
}
