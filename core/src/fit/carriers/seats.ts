import { ridersOf, takenAlong } from '../../assembly';
import type { Conversion, Placement } from '../../document';
import type { Orientation } from '../../solid';
import { seatsFor, type Seat } from '../seats';

/** All that stands on a part, and on that again. */
export function standingOn(document: Conversion, id: string): string[] {
  const all: string[] = [];
  const queue = [id];
  for (let at = queue.pop(); at !== undefined; at = queue.pop())
    for (const rider of ridersOf(document, at))
      if (rider !== id && !all.includes(rider)) {
        all.push(rider);
        queue.push(rider);
      }
  return all;
}

/** So many places are tried where sockets work from a little farther in or out. */
const DEEP = 4;

/** What a seat fixes, and a few places over where its faces still work: the tray’s rear panel may want its room there. */
function inOut({ at, span }: Seat): (number | undefined)[][] {
  let all = [at.slice()];
  at.forEach((_, i) => {
    const range = span[i];
    if (!range) return;
    const steps = Array.from({ length: DEEP + 1 }, (_k, k) => range[0] + ((range[1] - range[0]) * k) / DEEP);
    all = all.flatMap((one) => [one, ...steps.map((v) => one.map((w, k) => (k === i ? v : w)))]);
  });
  return all;
}

/**
 * Where a part may be held in an orientation, what stands on it taken along: sockets of a board on a tray fix the tray along
 * the way they look.
 */
export function seatsWith(document: Conversion, id: string, orientation: Orientation, seated: boolean): Seat[] {
  const { kit, layout } = document;
  const from = layout.placements[id];
  let seats = seatsFor(document, id, orientation, seated, true, from?.on);
  if (!from) return seats;
  const to: Placement = { x: 0, y: 0, z: 0, locked: false, ...orientation, ...(from.on ? { on: from.on } : {}) };
  for (const rider of ridersOf(document, id)) {
    const part = kit.parts[rider]!;
    const at = takenAlong({ id, part: kit.parts[id]!, from, to }, { id: rider, part, was: layout.placements[rider]! });
    if (!at) continue;
    const off = [at.x, at.y, at.z];
    const own = seatsFor(document, rider, { rear: at.rear, top: at.top }, false, true, from.on);
    seats = seats.flatMap((seat) =>
      own.flatMap((r) =>
        inOut(r).map((fixed): Seat => ({
          ...seat,
          at: seat.at.map((v, i) => (fixed[i] === undefined ? v : fixed[i] - off[i]!)),
          span: [],
          reasons: [...new Set([...seat.reasons, ...r.reasons])],
          cost: seat.cost + r.cost,
        })),
      ),
    );
  }
  return seats;
}
