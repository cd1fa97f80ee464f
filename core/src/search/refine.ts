import { placePart, type Assembly } from '../assembly';
import type { Conversion, Placement } from '../document';
import { facesHold, freePositions, isFree, valueOf, type Enough, type Run } from '../fit';
import { axisOf, type Axis } from '../solid';

/** Room a part gets on a side beyond what it needs, where there is enough of it, mm: what hands and rules are unsure of. */
const EASE = 2;
const FINE = 0.05;

const KEYS = ['x', 'y', 'z'] as const;

/**
 * Takes placements off the grid of the search: along each axis that no seat or face holds, a part stands in the
 * middle of its room where that is narrow, else `EASE` from the nearer side. Each move is checked against the exact
 * distances; a part that can't be eased stays where it is.
 */
export function refine(
  document: Conversion,
  base: Assembly,
  placements: Record<string, Placement>,
): Record<string, Placement> {
  const refined = { ...placements };
  for (const id of Object.keys(placements)) {
    const part = document.kit.parts[id]!;
    for (const axis of [2, 0, 1] as Axis[]) {
      const at = refined[id]!;
      const placed = placePart(id, part, at);
      const others = Object.entries(refined)
        .filter(([other]) => other !== id)
        .map(([other, p]) => placePart(other, document.kit.parts[other]!, p));
      if (heldOn(base, placed, axis)) continue;
      const assembly: Assembly = { ...base, parts: [...base.parts, ...others] };
      const span = roomAlong(assembly, placed, axis, 'wanted') ?? roomAlong(assembly, placed, axis, 'touching');
      if (!span) continue;
      const [low, high] = span;
      const here = at[KEYS[axis]];
      const ease = Math.min(EASE, (high - low) / 2);
      const wanted = here - low < ease ? low + ease : high - here < ease ? high - ease : here;
      const eased = { ...at, [KEYS[axis]]: tidy(wanted, low, high) };
      if (facesHold(document, base, placePart(id, part, eased))) refined[id] = eased;
    }
  }
  return refined;
}

/** A seat, battens or a face that must reach outside holds the part along an axis. */
function heldOn(base: Assembly, placed: ReturnType<typeof placePart>, axis: Axis): boolean {
  if (axis === 2 && placed.placement.battens !== undefined) return true;
  return placed.faces.some((face) => {
    if (axisOf(face.direction) !== axis) return false;
    return base.hull.walls.some((wall) => {
      const sign = wall.normal[axis] < 0 ? 1 : -1;
      if (Math.abs(wall.normal[axis]) < 0.999) return false;
      const gap = -wall.offset - sign * face.plane;
      return gap > -0.1 && gap <= Math.max(face.reach, face.setback) + 0.1;
    });
  });
}

/** How far a part may go along an axis from where it is, low and high, mm; undefined when it is not free there. */
function roomAlong(
  assembly: Assembly,
  placed: ReturnType<typeof placePart>,
  axis: Axis,
  enough: Enough,
): [number, number] | undefined {
  const here = placed.low[axis];
  const steps = Math.round((2 * EASE + 1) / FINE);
  const runs = placed.low.map((v, i): Run =>
    i === axis ? { from: here - steps * FINE, step: FINE, count: 2 * steps + 1 } : { from: v, step: 1, count: 1 },
  ) as [Run, Run, Run];
  const free = freePositions(assembly, placed, runs, enough);
  const at = (k: number) => isFree(free, axis === 0 ? k : 0, axis === 1 ? k : 0, axis === 2 ? k : 0);
  if (!at(steps)) return undefined;
  let low = steps;
  let high = steps;
  while (low > 0 && at(low - 1)) low--;
  while (high < 2 * steps && at(high + 1)) high++;
  return [valueOf(runs[axis], low), valueOf(runs[axis], high)];
}

/** To half a millimetre where the room allows it, else to a hundredth. */
function tidy(value: number, low: number, high: number): number {
  const half = Math.round(value * 2) / 2;
  if (half >= low + 0.25 && half <= high - 0.25) return half;
  return Math.round(value * 100) / 100;
}
