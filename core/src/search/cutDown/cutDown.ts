import { assemble, hullModel, type Assembly, type FaceFrame } from '../../assembly';
import { survives } from '../../brief';
import {
  applyChange,
  extentOf,
  nextId,
  rowMates,
  wholeExtentOf,
  type Adjusted,
  type Body,
  type Change,
  type Conversion,
  type Feature,
  type Opening,
} from '../../document';
import { faceName } from '../../fit';
import type { Measured } from '../../quantity';
import type { Point2 } from '../../solid';
import { less, movedPast, shorterHull, type Slab } from './hull';

/** What happens to a shell that is cut along two planes, the piece between taken out, and joined again. */
export interface CutDown extends Slab {
  change: Change;
  /** What is cut through and gets shorter, in words. */
  shorter: string[];
  /** What goes with the piece: by name, and whether the brief says that it survives. */
  lost: { name: string; survivor: boolean }[];
  /** Parts that stand in what comes out: they have to be moved first. */
  inTheWay: { id: string; name: string }[];
  /** Lines on each face that is cut: from its left (u) or lower (v) edge, mm. */
  lines: { face: string; name: string; along: 'u' | 'v'; from: number; to: number }[];
  /** Length of both cuts, mm. */
  sawn: number;
}

const KEYS = ['x', 'y', 'z'] as const;
/** A piece that is left of something cut through is none under this, mm. */
const LEFT = 1;

type Told = Pick<CutDown, 'shorter' | 'lost' | 'inTheWay' | 'lines'> & { changes: Change[]; sawn: number };

/**
 * Cuts a shell along two planes and joins it: hull, features, bodies, openings and parts beyond go nearer by what comes out.
 * @throws Error where the halves do not meet, or the joint of a lid or door lies in what comes out
 */
export function cutDown(document: Conversion, slab: Slab, assembly: Assembly = assemble(document)): CutDown {
  const hull = shorterHull(document.shell.hull, slab);
  const told: Told = { shorter: [], lost: [], inTheWay: [], lines: [], changes: [{ type: 'setHull', hull }], sawn: 0 };
  const bodies = Object.entries(document.shell.bodies);
  for (const [id, body] of bodies) bodyPast(assembly, slab, id, body, told);
  for (const id of Object.keys(document.shell.features)) featurePast(document, slab, id, told);
  const frames = assembly.hull.frames;
  const after = hullModel({ ...document.shell, hull, bodies: {} }).frames;
  const shift = shiftOn(frames, after, slab);
  for (const [id, opening] of Object.entries(document.shell.openings)) openingPast(opening, id, shift, told);
  for (const [id, own] of Object.entries(document.cut.openings)) {
    if (own.follows !== undefined) continue;
    const [w, h] =
      own.shape.kind === 'round' ? [own.shape.diameter, own.shape.diameter] : [own.shape.width, own.shape.height];
    const at = shift(own.face, [own.u, own.v], [w / 2, h / 2]);
    if (!at) told.lost.push({ name: own.name, survivor: false });
    told.changes.push({
      type: 'setCutOpening',
      id,
      opening: at && !at.cut ? { ...own, u: at.to[0], v: at.to[1] } : null,
    });
    if (at?.cut) told.lost.push({ name: own.name, survivor: false });
  }
  for (const [key, altered] of Object.entries(document.cut.adjusted)) adjustedPast(key, altered, shift, told);
  const sides = new Map(assembly.parts.map((p) => [p.id, p.low[slab.axis] >= slab.to - 1e-9]));
  for (const part of assembly.parts) {
    const mates = rowMates(document.layout, part.id).filter((id) => sides.has(id));
    const [low, high] = [part.low[slab.axis], part.high[slab.axis]];
    const moved = movedPast(slab, low);
    if (
      moved === undefined ||
      (low < slab.from && high > slab.from + 1e-9) ||
      mates.some((id) => sides.get(id) !== sides.get(part.id))
    ) {
      told.inTheWay.push({ id: part.id, name: part.part.name });
      continue;
    }
    if (moved === low) continue;
    const key = KEYS[slab.axis];
    const placement = { ...part.placement, [key]: tidy(part.placement[key] - (slab.to - slab.from)) };
    told.changes.push({ type: 'placePart', id: part.id, placement });
  }
  linesOf(document, frames, slab, told);
  const { changes, ...rest } = told;
  const by = (slab.to - slab.from).toFixed(0);
  return {
    ...slab,
    ...rest,
    change: { type: 'all', what: `cut the shell down by ${by} mm along ${KEYS[slab.axis]}`, changes },
  };
}

const tidy = (v: number) => Math.round(v * 1000) / 1000;
const at = (m: Measured, value: number): Measured => ({ ...m, value: tidy(value) });

/** A lid’s joint, a door’s rectangle, the depth of a drawer. */
function bodyPast({ hull }: Assembly, slab: Slab, id: string, body: Body, told: Told): void {
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

type Past =
  | { kind: 'stays' | 'moves'; low: number; high: number }
  /** `through`: something of it is left on both sides. */
  | { kind: 'cut'; low: number; high: number; through: boolean }
  | { kind: 'lost' };

/** What becomes of something between two places along the axis. */
function past(slab: Slab, low: number, high: number): Past {
  const by = slab.to - slab.from;
  if (high <= slab.from + 1e-9) return { kind: 'stays', low, high };
  if (low >= slab.to - 1e-9) return { kind: 'moves', low: low - by, high: high - by };
  const newLow = low < slab.from ? low : slab.from;
  const newHigh = high > slab.to ? high - by : slab.from;
  if (newHigh - newLow < LEFT) return { kind: 'lost' };
  return { kind: 'cut', low: newLow, high: newHigh, through: low < slab.from && high > slab.to };
}

function featurePast(document: Conversion, slab: Slab, id: string, told: Told): void {
  const feature = document.shell.features[id]!;
  const { axis } = slab;
  const survivor = survives(document.brief, 'feature', id);
  const whole = wholeExtentOf(feature);
  const all = past(slab, whole.low[axis], whole.high[axis]);
  if (all.kind === 'stays') return;
  if (all.kind === 'moves') {
    told.changes.push({ type: 'setFeature', id, feature: pulled(feature, slab) });
    return;
  }
  // Copies on both sides become features of their own.
  const singles = apart(feature);
  const left: Feature[] = [];
  let names = 0;
  for (const single of singles) {
    const { low, high } = extentOf(single);
    const one = past(slab, low[axis], high[axis]);
    if (one.kind === 'stays') left.push(single);
    else if (one.kind === 'moves') left.push(pulled(single, slab));
    else if (one.kind === 'cut' && single.shape.kind === 'box' && !single.control && single.kind !== 'mechanism') {
      const size = (['width', 'depth', 'height'] as const)[axis];
      const key = KEYS[axis];
      const by = high[axis] - low[axis] - (one.high - one.low);
      left.push({
        ...single,
        [key]: at(single[key], one.low),
        shape: { ...single.shape, [size]: less(single.shape[size], by) },
      });
      told.shorter.push(single.name);
    } else names++;
  }
  if (names > 0) told.lost.push({ name: names > 1 ? `${names} of ${feature.name}` : feature.name, survivor });
  const known: Record<string, unknown> = { ...document.shell.features };
  left.forEach((one, i) => {
    const key = i === 0 ? id : nextId(known, id.replace(/-\d+$/, ''), document.spent);
    known[key] = one;
    told.changes.push({ type: 'setFeature', id: key, feature: one });
  });
  if (left.length === 0) told.changes.push({ type: 'setFeature', id, feature: null });
}

/** A feature beyond the slab, nearer by it. */
function pulled(feature: Feature, { axis, from, to }: Slab): Feature {
  const key = KEYS[axis];
  const moved = { ...feature, [key]: at(feature[key], feature[key].value - (to - from)) };
  if (feature.copies?.kind !== 'mirror' || feature.copies.axis !== key) return moved;
  return { ...moved, copies: { ...feature.copies, at: at(feature.copies.at, feature.copies.at.value - (to - from)) } };
}

/** Each copy of a feature by itself. */
function apart(feature: Feature): Feature[] {
  const { copies } = feature;
  if (!copies) return [feature];
  const key = copies.axis;
  const axis = KEYS.indexOf(key);
  const alone = { ...feature, copies: null };
  if (copies.kind === 'row')
    return Array.from({ length: copies.count }, (_, i) => ({
      ...alone,
      [key]: at(feature[key], feature[key].value + i * copies.pitch.value),
    }));
  const { high } = extentOf(feature);
  return [alone, { ...alone, [key]: at(feature[key], 2 * copies.at.value - high[axis]!) }];
}

/** Which of a face’s directions runs along an axis, and whether the same way. */
function alongOf(frame: FaceFrame, axis: 0 | 1 | 2): { key: 'u' | 'v'; sign: number } | undefined {
  for (const key of ['u', 'v'] as const)
    if (Math.abs(frame[key][axis]) > 0.999) return { key, sign: Math.sign(frame[key][axis]) };
  return undefined;
}

/** Where something on a face is afterwards, and what it is shorter by along which side; undefined where it goes with the piece. */
type Shift = (
  face: string,
  middle: Point2,
  half: Point2,
) => { to: Point2; cut: boolean; by: number; key: 'u' | 'v' } | undefined;

function shiftOn(before: readonly FaceFrame[], after: readonly FaceFrame[], slab: Slab): Shift {
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

function openingPast(opening: Opening, id: string, shift: Shift, told: Told): void {
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
function adjustedPast(key: string, { detached, made }: Adjusted, shift: Shift, told: Told): void {
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

/** Where the two planes meet the faces, and how long that is. */
function linesOf(document: Conversion, frames: readonly FaceFrame[], slab: Slab, told: Told): void {
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

/** The plan after it. @throws Error where parts stand in what comes out */
export function afterCut(document: Conversion, cut: CutDown): Conversion {
  if (cut.inTheWay.length > 0)
    throw new Error(`${cut.inTheWay.map((p) => p.name).join(', ')} stand in what comes out: move them first.`);
  return applyChange(document, cut.change).document;
}
