import type { FaceFrame } from '../../assembly';
import type { Adjusted, Conversion, Opening, OwnOpening } from '../../document';
import { faceName } from '../../fit';
import type { Point2 } from '../../solid';
import { less, type Slab } from './hull';
import { alongOf, past } from './past';
import { at, tidy, type Told } from './told';

/** Where something on a face is afterwards, and what it is shorter by along which side; undefined where it goes with the piece. */
export type Shift = (
  face: string,
  middle: Point2,
  half: Point2,
) => { to: Point2; cut: boolean; by: number; key: 'u' | 'v' } | undefined;

export function shiftOn(before: readonly FaceFrame[], after: readonly FaceFrame[], slab: Slab): Shift {
  return (face, middle, half) => {
    const [frame, next] = [before, after].map((all) => all.find((f) => f.face === face));
    const along = frame && alongOf(frame, slab.axis);
    if (!frame || !next || !along) return { to: middle, cut: false, by: 0, key: 'u' };
    const i = along.key === 'u' ? 0 : 1;
    const place = frame.origin[slab.axis] + along.sign * middle[i];
    const ends = past(slab, place - half[i], place + half[i]);
    if (ends.kind === 'lost') return undefined;
    const there = tidy(along.sign * ((ends.low + ends.high) / 2 - next.origin[slab.axis]));
    const size = (ends.high - ends.low) / 2;
    return {
      to: i === 0 ? [there, middle[1]] : [middle[0], there],
      cut: ends.kind === 'cut',
      by: 2 * (half[i] - size),
      key: along.key,
    };
  };
}

export function openingPast(opening: Opening, id: string, shift: Shift, told: Told): void {
  const { shape } = opening;
  const half: Point2 =
    shape.kind === 'round'
      ? [shape.diameter.value / 2, shape.diameter.value / 2]
      : [shape.width.value / 2, shape.height.value / 2];
  const there = shift(opening.face, [opening.u.value, opening.v.value], half);
  if (!there || (there.cut && shape.kind === 'round')) {
    told.lost.push({ name: opening.name, survivor: false });
    told.changes.push({ type: 'setOpening', id, opening: null });
    return;
  }
  if (there.to[0] === opening.u.value && there.to[1] === opening.v.value && !there.cut) return;
  if (there.cut) told.shorter.push(opening.name);
  const size = there.key === 'u' ? 'width' : 'height';
  told.changes.push({
    type: 'setOpening',
    id,
    opening: {
      ...opening,
      u: at(opening.u, there.to[0]),
      v: at(opening.v, there.to[1]),
      shape: there.cut && shape.kind !== 'round' ? { ...shape, [size]: less(shape[size], there.by) } : shape,
    },
  });
}

/** What was really cut, and what was set loose from its part, lies on the face as well. */
export function adjustedPast(key: string, { detached, made }: Adjusted, shift: Shift, told: Told): void {
  const patch: Partial<Record<'detached' | 'made', unknown>> = {};
  for (const [name, lying] of [
    ['detached', detached],
    ['made', made],
  ] as const) {
    if (!lying) continue;
    const { shape } = lying;
    const half: Point2 =
      shape.kind === 'round' ? [shape.diameter / 2, shape.diameter / 2] : [shape.width / 2, shape.height / 2];
    const there = shift(lying.face, [lying.u, lying.v], half);
    if (there?.to[0] === lying.u && there.to[1] === lying.v && !there.cut) continue;
    patch[name] = there && !there.cut ? { ...lying, u: there.to[0], v: there.to[1] } : null;
  }
  if (Object.keys(patch).length > 0)
    told.changes.push({ type: 'adjustOpening', key, name: key, patch: patch as never });
}

/** An opening by hand: it is nowhere where it would be cut through. */
export function ownPast(own: OwnOpening, id: string, shift: Shift, told: Told): void {
  if (own.follows !== undefined) return;
  const { shape } = own;
  const half: Point2 =
    shape.kind === 'round' ? [shape.diameter / 2, shape.diameter / 2] : [shape.width / 2, shape.height / 2];
  const there = shift(own.face, [own.u, own.v], half);
  const stays = there && !there.cut;
  if (!stays) told.lost.push({ name: own.name, survivor: false });
  told.changes.push({
    type: 'setCutOpening',
    id,
    opening: stays ? { ...own, u: there.to[0], v: there.to[1] } : null,
  });
}

/** Where the two planes meet the faces, and how long that is. */
export function linesOf(document: Conversion, frames: readonly FaceFrame[], slab: Slab, told: Told): void {
  for (const frame of frames) {
    const along = alongOf(frame, slab.axis);
    if (!along) continue;
    const places = [slab.from, slab.to].map((v) => along.sign * (v - frame.origin[slab.axis])).sort((a, b) => a - b);
    const i = along.key === 'u' ? 0 : 1;
    const chords = places.map((place) => chord(frame.outline, i, place));
    if (chords.every((c) => c === 0)) continue;
    told.sawn += chords[0]! + chords[1]!;
    told.lines.push({
      face: frame.face,
      name: faceName(document, frame.face),
      along: along.key,
      from: tidy(places[0]!),
      to: tidy(places[1]!),
    });
  }
}

/** Length of a line across a polygon at a place along one of its axes, mm. */
function chord(outline: readonly Point2[], i: 0 | 1, place: number): number {
  const j = i === 0 ? 1 : 0;
  const crossings: number[] = [];
  outline.forEach((p, k) => {
    const q = outline[(k + 1) % outline.length]!;
    if (p[i] > place === q[i] > place) return;
    crossings.push(p[j] + ((place - p[i]) / (q[i] - p[i])) * (q[j] - p[j]));
  });
  crossings.sort((a, b) => a - b);
  let length = 0;
  for (let k = 0; k + 1 < crossings.length; k += 2) length += crossings[k + 1]! - crossings[k]!;
  return length;
}
