import { nearly, placePart, socketsOf, type PlacedPart } from '../../assembly';
import type { Change, Conversion, Made } from '../../document';
import { massOf, partMade } from '../../kit';
import type { Vec3 } from '../../solid';

/**
 * The change that gives a tray or frame other sizes, or cuts it down: what is left of it stays where it is, and so does
 * what stands on it.
 * @throws Error where nothing is left, or bars do not fit
 */
export function resized(document: Conversion, id: string, made: Made): Change {
  const { kit, layout } = document;
  const before = kit.parts[id];
  if (!before) throw new Error(`The kit has no part “${id}”.`);
  const fresh = partMade(made, before.name);
  // What was weighed is not forgotten: it is lighter by the share that was cut off.
  const computed = before.own?.made ? massOf(before.own.made) : 0;
  const part = computed > 0 ? { ...fresh, mass: Math.round((before.mass * massOf(made)) / computed) } : fresh;
  const was = layout.placements[id];
  const changes: Change[] = [{ type: 'setPart', id, part }];
  if (was) {
    // What sits in its bays stays in them.
    const [old, next] = [before, part].map((p) => placePart(id, p, was)) as [PlacedPart, PlacedPart];
    for (const [other, at] of Object.entries(layout.placements)) {
      const rider = kit.parts[other];
      if (!rider || other === id || at.locked) continue;
      const which = socketsOf(old, other, rider).findIndex((s) => nearly(s, at));
      const seat = which < 0 ? undefined : socketsOf(next, other, rider)[which];
      if (seat && !nearly(seat, at)) changes.push({ type: 'placePart', id: other, placement: { ...at, ...seat } });
    }
    const [a, b] = [placePart(id, before, was), placePart(id, part, was)].map((p) => p.toShell([0, 0, 0])) as [
      Vec3,
      Vec3,
    ];
    const at = (v: number, i: 0 | 1 | 2) => Math.round((v + a[i] - b[i]) * 1000) / 1000;
    const placement = { ...was, x: at(was.x, 0), y: at(was.y, 1), z: at(was.z, 2) };
    if (placement.x !== was.x || placement.y !== was.y || placement.z !== was.z)
      changes.push({ type: 'placePart', id, placement });
  }
  return { type: 'all', what: `sizes of ${before.name}`, changes };
}
