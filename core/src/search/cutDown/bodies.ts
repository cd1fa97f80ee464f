import type { Assembly } from '../../assembly';
import type { Body } from '../../document';
import { less, movedPast, type Slab } from './hull';
import { alongOf, past } from './past';
import { at, type Told } from './told';

/** A lid’s joint, a door’s rectangle, the depth of a drawer. */
export function bodyPast({ hull }: Assembly, slab: Slab, id: string, body: Body, told: Told): void {
  const { cut } = body;
  if (cut.kind === 'ring') return;
  const name = body.name || body.kind;
  if (cut.kind === 'plane') {
    if (['x', 'y', 'z'].indexOf(cut.axis) !== slab.axis) return;
    const moved = movedPast(slab, cut.at.value);
    if (moved === undefined)
      throw new Error(`The joint of ${name} at ${cut.at.value.toFixed(1)} mm lies in what would come out.`);
    if (moved !== cut.at.value)
      told.changes.push({ type: 'setBody', id, body: { ...body, cut: { ...cut, at: at(cut.at, moved) } } });
    return;
  }
  const frame = hull.frames.find((f) => f.face === cut.face);
  if (!frame) return;
  const along = alongOf(frame, slab.axis);
  if (along) {
    const size = along.key === 'u' ? 'width' : 'height';
    const middle = frame.origin[slab.axis] + along.sign * cut[along.key].value;
    const half = cut[size].value / 2;
    const ends = past(slab, middle - half, middle + half);
    if (ends.kind === 'lost' || (ends.kind === 'cut' && !ends.through))
      throw new Error(`${name} ends in what would come out: cut beside it, or right through it.`);
    if (ends.kind === 'cut') told.shorter.push(name);
    const size2 = ends.kind === 'cut' ? less(cut[size], slab.to - slab.from) : cut[size];
    // Faces that look the other way count from the far end, which comes nearer.
    const origin = along.sign < 0 ? frame.origin[slab.axis] - (slab.to - slab.from) : frame.origin[slab.axis];
    const there = along.sign * ((ends.low + ends.high) / 2 - origin);
    told.changes.push({
      type: 'setBody',
      id,
      body: { ...body, cut: { ...cut, [along.key]: at(cut[along.key], there), [size]: size2 } },
    });
    return;
  }
  // It slides along the axis: what of it lies in the piece it is shorter by.
  if (body.motion.kind !== 'slide') return;
  const wall = hull.walls.find((w) => w.face === cut.face)?.thickness ?? 0;
  const sign = frame.outward[slab.axis];
  const front = frame.origin[slab.axis] - sign * wall;
  const back = front - sign * body.motion.depth.value;
  const by = Math.max(0, Math.min(Math.max(front, back), slab.to) - Math.max(Math.min(front, back), slab.from));
  if (by <= 0) return;
  told.shorter.push(name);
  const depth = less(body.motion.depth, by);
  if (depth.value < 20) throw new Error(`Nothing is left of ${name}: it would be ${depth.value.toFixed(0)} mm deep.`);
  const travel = body.motion.travel.value > depth.value ? at(body.motion.travel, depth.value) : body.motion.travel;
  told.changes.push({ type: 'setBody', id, body: { ...body, motion: { ...body.motion, depth, travel } } });
}
