import { standingFor, type Assembly, type Clearances, type PlacedPart, type Solid } from '../assembly';
import { stepped } from '../solid';
import {
  allFree,
  hardShape,
  paintWalls,
  paintZone,
  relative,
  zonesBetween,
  type Enough,
  type Positions,
  type RoomySolid,
  type Run,
  type Zone,
} from './space';

/** A part's solids with the room they need at least, counted from its low ends. */
export const solidsFromLow = (part: PlacedPart, enough: Enough = 'wanted'): RoomySolid[] =>
  part.solids.map((solid) => ({ solid, shape: relative(hardShape(solid, enough), part.low) }));

/** Solids of what stands around, with the room they need at least, in shell coordinates. */
export const solidsInShell = (solids: readonly Solid[], enough: Enough = 'wanted'): RoomySolid[] =>
  solids.flatMap((solid) => stepped(hardShape(solid, enough)).map((shape) => ({ solid, shape })));

/**
 * All free positions of a part in its present orientation over a grid: not nearer to walls, features and other
 * parts than each pair of blocks may be. A position counts as free or not by itself, whatever the step.
 */
export function freePositions(
  assembly: Assembly,
  part: PlacedPart,
  runs: readonly [Run, Run, Run],
  enough: Enough = 'wanted',
): Positions {
  const positions = allFree(runs);
  const own = solidsFromLow(part, enough);
  paintWalls(positions, assembly, own, [0, 0, 0], enough);
  const obstacles = [
    ...standingFor(assembly, part.placement.on),
    ...assembly.parts.filter((p) => p.id !== part.id).flatMap((p) => p.solids),
  ];
  for (const zone of zonesBetween(own, solidsInShell(obstacles, enough), enough, assembly.clearances))
    paintZone(positions, zone, [0, 0, 0]);
  return positions;
}

/**
 * The positions of a part with these solids that others could have forbidden, before or after they moved, as a box;
 * undefined when there are none. Everywhere else nothing changed.
 */
export function changedRegion(
  own: readonly RoomySolid[],
  moved: readonly PlacedPart[],
  enough: Enough,
  clearances: Clearances,
): { low: number[]; high: number[] } | undefined {
  const zones = zonesBetween(
    own,
    solidsInShell(
      moved.flatMap((p) => p.solids),
      enough,
    ),
    enough,
    clearances,
  );
  if (zones.length === 0) return undefined;
  const reach = (zone: Zone, i: number) => zone.clear + (zone.round >= 0 && i !== zone.round ? zone.radius : 0);
  return {
    low: [0, 1, 2].map((i) => Math.min(...zones.map((z) => z.low[i]! - reach(z, i)))),
    high: [0, 1, 2].map((i) => Math.max(...zones.map((z) => z.high[i]! + reach(z, i)))),
  };
}
