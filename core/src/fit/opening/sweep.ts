import { standingFor, type Assembly, type Required, type Solid } from '../../assembly';
import type { Conversion } from '../../document';
import { add, exactly, shift, spreadOf, type Linear, type Spread } from '../../quantity';
import {
  across,
  centreOf,
  farthest,
  rectangleAcross,
  signedDistance,
  type Axis,
  type Shape,
  type Vec3,
} from '../../solid';
import { swept } from '../order/sweep';
import { severityOf, TOUCHING, type MarginKind } from '../margin';
import { firstFromEnd, leastOf } from './least';
import { liftOf, openingOf, shapeAt, turnedBack, type Motion } from './motion';
import { splitBy, platesOf } from './walls';

/** What moves, or what stays: a part, a feature, a body, or a wall. */
export interface SweepSubject {
  kind: 'part' | 'feature' | 'body' | 'face';
  id: string;
  solid: string;
}

/** How near something that moves with a body comes to something that stays, where that is tightest. */
export interface SweepMargin {
  id: string;
  kind: MarginKind;
  /** Whose plug room it is, where it is one. */
  room?: 'mover' | 'other';
  mover: SweepSubject;
  other: SweepSubject;
  /** 0 shut, 1 open; mm there, and mm when it is shut. */
  share: number;
  distance: number;
  shut: number;
  required: Required;
  spare: number;
  spread: Spread;
  /** Closing it from open, the share at which it first touches; where it does. */
  touches?: number;
  /** Where to draw it, at that share. */
  from: Vec3;
  to: Vec3;
}

/** The motion of one body with all it carries. */
export interface OpeningReport {
  body: string;
  name: string;
  /** Why it is not looked at. */
  fault?: string;
  motion?: Motion;
  /** Ids of what goes with it. */
  carries: { parts: string[]; features: string[] };
  /** Tightest first. */
  margins: SweepMargin[];
}

/** A solid that takes part, with what it is of. */
interface Piece {
  of: SweepSubject;
  role: Solid['role'];
  shape: Shape;
  solid?: Solid;
}

/** Distances over this are of no interest, mm; the least is known to so much; more margins are not kept. */
const INTEREST = 8;
const WITHIN = 0.05;
const KEPT = 12;
/** Less than this nearer than when it is shut is no coming nearer, mm. */
const NEARER = 0.1;

const bodily = (s: Solid) => s.role === 'body' || s.role === 'mount';
const takesPart = (s: Solid) => (bodily(s) || s.role === 'plug room') && !s.outside && s.swept !== true;

/** A shape as it goes round an axis: what is round or askew across it as the box around it, so that it stays one figure. */
function rigid(shape: Shape, motion: Motion): Shape {
  if (motion.kind === 'straight' || shape.kind === 'box' || shape.axis === motion.pivot.axis) return shape;
  return { kind: 'box', low: shape.low, high: shape.high };
}

/** What moves and what stays when a body opens. */
function sidesOf(
  document: Pick<Conversion, 'shell'>,
  assembly: Assembly,
  id: string,
): { movers: Piece[]; stay: Piece[]; walls: Piece[] } {
  const body = document.shell.bodies[id]!;
  const frame =
    body.cut.kind === 'face'
      ? assembly.hull.frames.find((f) => f.face === (body.cut as { face: string }).face)
      : undefined;
  const { own, rest } = splitBy(platesOf(assembly.hull), body, frame, liftOf(document, body));
  const pieceOf = (solid: Solid): Piece => ({
    of: {
      kind: solid.ownerKind === 'part' ? 'part' : solid.owner.startsWith('body/') ? 'body' : 'feature',
      id: solid.owner.replace(/^body\//, ''),
      solid: solid.id,
    },
    role: solid.role,
    shape: solid.shape,
    solid,
  });
  // Tabs bend and screws are out before anything moves; an imported shell’s material is among the walls.
  const loose = new Set(
    Object.entries(document.shell.features).flatMap(([feature, { kind, body: of }]) =>
      of === id && ['snap tab', 'screw', 'rivet'].includes(kind) ? [feature] : [],
    ),
  );
  // A lever outside may be anywhere in its room when the lid is opened.
  const sweeps = (s: Solid) => s.swept === true && s.around === true;
  const features = standingFor(assembly, id).filter(
    (s) => (takesPart(s) || sweeps(s)) && s.owner !== 'material' && !loose.has(s.owner),
  );
  const solids = assembly.parts.flatMap((p) => p.solids.filter(takesPart));
  const rides = (s: Solid) => s.rides === id;
  const walls = rest.map(({ face, shape }): Piece => ({
    of: { kind: 'face', id: face, solid: face },
    role: 'body',
    shape,
  }));
  return {
    movers: [
      ...own.map(({ shape }): Piece => ({ of: { kind: 'body', id, solid: id }, role: 'body', shape })),
      ...[...features, ...solids].filter(rides).map(pieceOf),
    ],
    stay: [...features, ...solids].filter((s) => !rides(s)).map(pieceOf),
    walls,
  };
}

/** How far the farthest point of a shape is from the line it goes round, mm. */
function reachOf({ low, high, ...shape }: Shape, motion: Extract<Motion, { kind: 'turn' }>): number {
  const { axis, at } = motion.pivot;
  const points = shape.kind === 'prism' && shape.axis === axis ? shape.outline : rectangleAcross({ low, high }, axis);
  return Math.max(...points.map(([u, v]) => Math.hypot(u - at[0], v - at[1])));
}

/** Least and greatest distance of a box from that line, mm. */
function ringOf({ low, high }: Shape, { pivot: { axis, at } }: Extract<Motion, { kind: 'turn' }>): [number, number] {
  const [b, c] = across(axis);
  const away = [b, c].map((i, k) => Math.max(0, low[i] - at[k]!, at[k]! - high[i]));
  const far = [b, c].map((i, k) => Math.max(Math.abs(low[i] - at[k]!), Math.abs(high[i] - at[k]!)));
  return [Math.hypot(away[0]!, away[1]!), Math.hypot(far[0]!, far[1]!)];
}

/** Can two shapes come nearer than `INTEREST` at all? Rings about the hinge, or the box that is swept. */
function mayMeet(a: Shape, b: Shape, motion: Motion): boolean {
  if (motion.kind === 'straight') {
    const end = shapeAt(motion, a, 1);
    return [0, 1, 2].every(
      (i) =>
        Math.min(a.low[i]!, end.low[i]!) < b.high[i]! + INTEREST &&
        Math.max(a.high[i]!, end.high[i]!) > b.low[i]! - INTEREST,
    );
  }
  const { axis } = motion.pivot;
  if (a.low[axis] >= b.high[axis] + INTEREST || a.high[axis] <= b.low[axis] - INTEREST) return false;
  const [p, q] = [ringOf(a, motion), ringOf(b, motion)];
  return p[0] < q[1] + INTEREST && q[0] < p[1] + INTEREST;
}

const scratch: Vec3 = [0, 0, 0];

/** One body’s motion: how near what it carries, and it itself, comes to what stays, at every moment of it. Pure. */
export function sweepOf(document: Pick<Conversion, 'shell'>, assembly: Assembly, id: string): OpeningReport {
  const body = document.shell.bodies[id]!;
  const opening = openingOf(document, assembly.hull, body);
  const carries = {
    parts: assembly.parts.filter((p) => p.placement.on === id).map((p) => p.id),
    features: Object.entries(document.shell.features)
      .filter(([, f]) => f.body === id && f.fate !== 'removed')
      .map(([feature]) => feature),
  };
  const base = { body: id, name: body.name || body.kind, carries };
  if ('fault' in opening) return { ...base, fault: opening.fault, margins: [] };
  const { motion } = opening;
  const { movers, stay, walls } = sidesOf(document, assembly, id);
  const worst = new Map<string, SweepMargin>();
  for (const mover of movers) {
    const shape = rigid(mover.shape, motion);
    const slope = motion.kind === 'turn' ? reachOf(shape, motion) * Math.abs(motion.radians) : motion.by;
    // The body’s own material leaves its place in the shell; what it carries has to pass the rest of it.
    for (const other of mover.of.kind === 'body' && !mover.solid ? stay : [...stay, ...walls]) {
      const rooms = [mover, other].filter((p) => p.role === 'plug room').length;
      if (rooms === 2 || !mayMeet(shape, other.shape, motion)) continue;
      const f = (t: number) => signedDistance(shapeAt(motion, shape, t), other.shape, scratch);
      const shut = f(0);
      // The room that is swept along a straight way is never farther than the thing at any moment.
      if (motion.kind === 'straight' && signedDistance(swept(shape, motion), other.shape, scratch) > shut - NEARER)
        continue;
      const least = leastOf(f, slope, WITHIN, INTEREST);
      if (!least) continue;
      // What only goes away from it is judged where it is shut.
      if (least.value > shut - NEARER) continue;
      const kind: MarginKind = rooms === 1 ? 'plug' : 'body';
      const required =
        kind === 'plug'
          ? assembly.clearances.room
          : body.motion.kind === 'lift'
            ? assembly.clearances.static
            : assembly.clearances.moving;
      const spare = least.value - required.value;
      const key = `${mover.of.kind}/${mover.of.id}|${other.of.kind}/${other.of.id}${kind === 'plug' ? '|plug' : ''}`;
      const known = worst.get(key);
      if (known && known.spare <= spare) continue;
      worst.set(
        key,
        marginAt(
          motion,
          { mover, shape, other },
          least,
          { id: `${id}/${key}`, kind, shut, required, spare, ...roomOf(kind, mover) },
          f,
          slope,
        ),
      );
    }
  }
  const margins = [...worst.values()].sort((p, q) => p.spare - q.spare).slice(0, KEPT);
  return { ...base, motion, margins };
}

const roomOf = (kind: MarginKind, mover: Piece): Pick<SweepMargin, 'room'> =>
  kind === 'plug' ? { room: mover.role === 'plug room' ? 'mover' : 'other' } : {};

function marginAt(
  motion: Motion,
  { mover, shape, other }: { mover: Piece; shape: Shape; other: Piece },
  { at, value }: { at: number; value: number },
  rest: Pick<SweepMargin, 'id' | 'kind' | 'room' | 'shut' | 'required' | 'spare'>,
  f: (t: number) => number,
  slope: number,
): SweepMargin {
  const there = shapeAt(motion, shape, at);
  const n: Vec3 = [0, 0, 0];
  signedDistance(there, other.shape, n);
  const from = facing(there, other.shape, n);
  const margin: SweepMargin = {
    ...rest,
    mover: mover.of,
    other: other.of,
    share: at,
    distance: value,
    spread: spreadOf(
      shift(chainOf(mover.solid, other.solid, n, turnedBack(motion, n, at), value), -rest.required.value),
    ),
    from,
    to: from.map((v, i) => v + n[i]! * value) as Vec3,
  };
  if (value <= -TOUCHING) {
    const touches = firstFromEnd(f, slope, -TOUCHING);
    if (touches !== undefined) margin.touches = touches;
  }
  return margin;
}

/** The measured ends that a distance along n rests on; the hinge counts as exact. */
function chainOf(a: Solid | undefined, b: Solid | undefined, n: Vec3, back: Vec3, value: number): Linear {
  let sum: Linear = exactly(0);
  const share = (solid: Solid, way: Vec3, sign: 1 | -1, towards: 1 | -1) => {
    const to = way.map((v) => v * towards) as Vec3;
    if (solid.along) sum = add(sum, solid.along(to), sign * towards);
    else
      for (const i of [0, 1, 2] as const)
        if (Math.abs(way[i]) > 1e-9) sum = add(sum, solid.end(i, to[i] > 0), sign * way[i]);
  };
  if (a) share(a, back, -1, 1);
  if (b) share(b, n, 1, -1);
  return { value, terms: sum.terms };
}

/** The point of a that is nearest to b along the direction between them. */
function facing(a: Shape, b: Shape, n: Vec3): Vec3 {
  const own = farthest(a, n);
  const point = own.corner ? own.at : ([...own.at] as Vec3);
  const middle = centreOf(b);
  for (const i of [0, 1, 2] as Axis[]) {
    if (Math.abs(n[i]) > 1e-6) continue;
    const [low, high] = [Math.max(a.low[i], b.low[i]), Math.min(a.high[i], b.high[i])];
    point[i] = low <= high ? (low + high) / 2 : Math.min(a.high[i], Math.max(a.low[i], middle[i]));
  }
  return point;
}

/** All bodies of a shell that open. */
export const sweepsOf = (document: Pick<Conversion, 'shell'>, assembly: Assembly): OpeningReport[] =>
  Object.entries(document.shell.bodies)
    .filter(([, body]) => body.kind !== 'ring')
    .map(([id]) => sweepOf(document, assembly, id));

/** What stops or warns of them. */
export const shortOf = ({ margins }: OpeningReport): SweepMargin[] =>
  margins.filter((m) => ['stop', 'warn'].includes(severityOf(m)));
