import type { HullModel } from '../../assembly';
import { axisIndex, liftedAt, ringOf, type Body, type Conversion, type Side } from '../../document';
import {
  across,
  axisOf,
  directionOf,
  DIRECTIONS,
  moved,
  signOf,
  sliceLoft,
  turnedAbout,
  type Axis,
  type Direction,
  type Pivot,
  type Shape,
  type Vec3,
} from '../../solid';

/** How a body opens, from shut (share 0) to as far as it goes (share 1). */
export type Motion =
  { kind: 'straight'; direction: Direction; by: number } | { kind: 'turn'; pivot: Pivot; radians: number };

/** What keeps a motion from being looked at, in words; or the motion. */
export type Opening = { motion: Motion } | { fault: string };

/** Which way out of the shell a body opens; undefined where its face is not square to an axis. */
export function outwardOf({ cut }: Body, hull: HullModel): Direction | undefined {
  if (cut.kind === 'ring') return 'top';
  if (cut.kind === 'plane') return directionOf(axisIndex(cut.axis), cut.side === 'above' ? 1 : -1);
  const outward = hull.frames.find((f) => f.face === cut.face)?.outward;
  const axis = ([0, 1, 2] as Axis[]).find((i) => Math.abs(outward?.[i] ?? 0) > 0.999);
  return axis === undefined ? undefined : directionOf(axis, outward![axis] > 0 ? 1 : -1);
}

/** How far a joint was moved up by a spacer ring, mm. */
export const liftOf = ({ shell }: Pick<Conversion, 'shell'>, { cut }: Body): number =>
  cut.kind === 'plane' && cut.axis === 'z' ? liftedAt(ringOf(shell), cut.at.value) : 0;

/**
 * The motion of a body. A body that lifts off goes straight out until it is clear of the shell; one that slides as far as
 * it travels; one that swings turns about its edge, on the outside of its face or in its joint.
 */
export function openingOf(document: Pick<Conversion, 'shell'>, hull: HullModel, body: Body): Opening {
  const { motion } = body;
  const name = body.name || body.kind;
  const direction = outwardOf(body, hull);
  if (!direction)
    return { fault: `${name} is in a face that is not square to the shell: how it moves is not looked at.` };
  const out = axisOf(direction);
  if (motion.kind === 'lift') return { motion: { kind: 'straight', direction, by: hull.high[out] - hull.low[out] } };
  if (motion.kind === 'slide') {
    const room = hull.innerHigh[out] - hull.innerLow[out];
    if (motion.depth.value > room)
      return {
        fault: `${name} is ${words(motion.depth.value)} deep; inside, the shell is ${words(room)} from front to back of it.`,
      };
    return { motion: { kind: 'straight', direction, by: motion.travel.value } };
  }
  const hinge = hingeOf(document, hull, body, direction);
  if (typeof hinge === 'string') return { fault: hinge };
  return { motion: hinge };
}

const words = (mm: number) => `${Number(mm.toFixed(1))} mm`;

function hingeOf(
  document: Pick<Conversion, 'shell'>,
  hull: HullModel,
  body: Body,
  direction: Direction,
): Extract<Motion, { kind: 'turn' }> | string {
  const { cut, motion } = body;
  if (motion.kind !== 'swing' || cut.kind === 'ring') return '';
  const out = axisOf(direction);
  const name = body.name || body.kind;
  let edge: Side = motion.edge;
  const frame = cut.kind === 'face' ? hull.frames.find((f) => f.face === cut.face) : undefined;
  // On a side, left and right are as they are seen from outside.
  if (frame && (edge === 'left' || edge === 'right') && out === 0)
    edge = directionOf(1, (frame.u[1] > 0 ? 1 : -1) * (edge === 'right' ? 1 : -1) > 0 ? 1 : -1);
  const side = axisOf(edge);
  if (side === out)
    return `The hinge of ${name} is said to be at its ${motion.edge} edge, but it opens to the ${direction}: it has none there. Take an edge beside it.`;
  const [low, high] = spanAlong(document, hull, body, side);
  const axis = ([0, 1, 2] as Axis[]).find((i) => i !== side && i !== out)!;
  const point: Vec3 = [0, 0, 0];
  point[side] = signOf(edge) > 0 ? high : low;
  point[out] =
    cut.kind === 'plane'
      ? cut.at.value + liftOf(document, body)
      : signOf(direction) > 0
        ? hull.high[out]
        : hull.low[out];
  const [b, c] = across(axis);
  // What is beside the hinge has to go outwards: turning by +1 moves it by axis × way.
  const way = -signOf(edge);
  const turn = cross(DIRECTIONS[directionOf(axis, 1)], scaled(DIRECTIONS[directionOf(side, 1)], way))[out]!;
  const sense = turn * signOf(direction) > 0 ? 1 : -1;
  return {
    kind: 'turn',
    pivot: { axis, at: [point[b], point[c]] },
    radians: (sense * motion.angle * Math.PI) / 180,
  };
}

/** From where to where a body reaches along an axis of its face or joint, mm. */
export function spanAlong(
  document: Pick<Conversion, 'shell'>,
  hull: HullModel,
  body: Body,
  axis: Axis,
): [number, number] {
  const { cut } = body;
  if (cut.kind === 'face') {
    const frame = hull.frames.find((f) => f.face === cut.face)!;
    const along = Math.abs(frame.u[axis]) > 0.999 ? frame.u : frame.v;
    const [middle, size] = along === frame.u ? [cut.u, cut.width] : [cut.v, cut.height];
    const at = frame.origin[axis] + along[axis] * middle.value;
    return [at - size.value / 2, at + size.value / 2];
  }
  if (cut.kind === 'plane') {
    const out = axisIndex(cut.axis);
    const at = Math.min(hull.high[out] - 1e-6, Math.max(hull.low[out] + 1e-6, cut.at.value + liftOf(document, body)));
    const others = ([0, 1, 2] as Axis[]).filter((i) => i !== out);
    const values = sliceLoft(hull.outer, out, at).flatMap((loop) => loop.map((p) => p[others.indexOf(axis) as 0 | 1]));
    if (values.length > 0) return [Math.min(...values), Math.max(...values)];
  }
  return [hull.low[axis], hull.high[axis]];
}

const cross = (a: Readonly<Vec3>, b: Readonly<Vec3>): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const scaled = (a: Readonly<Vec3>, by: number): Vec3 => [a[0] * by, a[1] * by, a[2] * by];

/** A shape where the body that carries it is open by a share of its motion. */
export function shapeAt(motion: Motion, shape: Shape, share: number): Shape {
  if (share === 0) return shape;
  if (motion.kind === 'turn') return turnedAbout(shape, motion.pivot, share * motion.radians);
  return moved(shape, scaled(DIRECTIONS[motion.direction], share * motion.by));
}

/** A point where the body that carries it is open by a share of its motion. */
export function pointAt(motion: Motion, p: Vec3, share: number): Vec3 {
  const shape = shapeAt(
    motion,
    { kind: 'cylinder', axis: motion.kind === 'turn' ? motion.pivot.axis : 0, low: p, high: p },
    share,
  );
  return [...shape.low];
}

/** A direction turned back to where it was when the body was shut. */
export function turnedBack(motion: Motion, n: Vec3, share: number): Vec3 {
  if (motion.kind === 'straight') return n;
  const [b, c] = across(motion.pivot.axis);
  const [cos, sin] = [Math.cos(share * motion.radians), Math.sin(share * motion.radians)];
  const back: Vec3 = [...n];
  back[b] = cos * n[b] + sin * n[c];
  back[c] = -sin * n[b] + cos * n[c];
  return back;
}

/** What a motion measures, and how far it is at a share: `37°`, `120 mm`. */
export const atWords = (motion: Motion, share: number): string =>
  motion.kind === 'turn'
    ? `${(((Math.abs(motion.radians) * 180) / Math.PI) * share).toFixed(0)}°`
    : `${(motion.by * share).toFixed(0)} mm`;
