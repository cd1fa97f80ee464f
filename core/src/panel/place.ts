import { onFace, wallOf, type Assembly, type FaceFrame } from '../assembly';
import type { Conversion, FaceId, PanelControl } from '../document';
import { freeAround } from '../fit';
import { DIRECTIONS, type Direction, type Vec3 } from '../solid';

/** Where a control is: on which face, where a hand touches it, where its wires leave inside. */
export interface ControlPlace {
  face: FaceId;
  u: number;
  v: number;
  /** Middle of its face, and of its back. */
  front: Vec3;
  back: Vec3;
  /** Into the shell. */
  inward: Direction;
  /** mm it reaches behind the outside of the face, and mm that are free behind it. */
  depth: number;
  free: number;
  /** The body it sits on comes off or moves: its name. */
  on?: string;
}

/** Where a control stands; undefined without a place. Every wire asks: answers are kept with the assembly. */
export function placeOf(document: Conversion, assembly: Assembly, control: PanelControl): ControlPlace | undefined {
  const rests = [document.shell, document.cut.openings] as const;
  let known = places.get(assembly);
  if (known?.rests.some((r, i) => r !== rests[i])) known = undefined;
  if (!known) places.set(assembly, (known = { rests, of: new Map() }));
  if (!known.of.has(control)) known.of.set(control, findPlace(document, assembly, control));
  return known.of.get(control);
}

const places = new WeakMap<Assembly, { rests: readonly unknown[]; of: Map<PanelControl, ControlPlace | undefined> }>();

function findPlace(document: Conversion, assembly: Assembly, control: PanelControl): ControlPlace | undefined {
  const { feature: id } = control;
  const feature = id === undefined ? undefined : document.shell.features[id];
  const solids = assembly.features.filter((s) => s.owner === id && !s.swept);
  if (!feature || solids.length === 0) return undefined;
  const low = [0, 1, 2].map((i) => Math.min(...solids.map((s) => s.shape.low[i]!))) as Vec3;
  const high = [0, 1, 2].map((i) => Math.max(...solids.map((s) => s.shape.high[i]!))) as Vec3;
  const middle = low.map((l, i) => (l + high[i]!) / 2) as Vec3;
  if (control.along !== undefined) {
    const axis = high[0] - low[0] >= high[1] - low[1] ? 0 : 1;
    middle[axis] = low[axis] + control.along * (high[axis] - low[axis]);
  }
  const opening = control.opening === undefined ? undefined : document.cut.openings[control.opening];
  const frame = opening
    ? assembly.hull.frames.find((f) => f.face === opening.face)
    : nearestFrame(assembly, feature.control === 'keys', low, high, middle);
  if (!frame) return undefined;
  const inward = directionOf(frame.outward.map((x) => -x));
  const reach = (sign: 1 | -1): Vec3 => {
    // From the middle to the side of the box that looks along the face’s normal.
    const half = [0, 1, 2].reduce((sum, i) => sum + (Math.abs(frame.outward[i]!) * (high[i]! - low[i]!)) / 2, 0);
    return middle.map((m, i) => m + sign * half * frame.outward[i]!) as Vec3;
  };
  const [front, back] = [reach(1), reach(-1)];
  const { u, v } = onFace(frame, front);
  const place: ControlPlace = {
    face: frame.face,
    u,
    v,
    front,
    back,
    inward,
    depth: -onFace(frame, back).over,
    free: freeAround(back.map((b, i) => b + 3 * DIRECTIONS[inward][i]!) as Vec3, assembly),
  };
  const body = bodyOf(document, assembly, feature.body, frame);
  if (body !== undefined) place.on = body;
  return place;
}

/** The face that a control is seen through: the one it is nearest to, the front before others. */
function nearestFrame(assembly: Assembly, keys: boolean, low: Vec3, high: Vec3, middle: Vec3): FaceFrame | undefined {
  let best: FaceFrame | undefined;
  let least = Infinity;
  for (const frame of assembly.hull.frames) {
    if (frame.outward[2] < -0.7) continue;
    const half = [0, 1, 2].reduce((sum, i) => sum + (Math.abs(frame.outward[i]!) * (high[i]! - low[i]!)) / 2, 0);
    const { over, u, v } = onFace(frame, middle);
    const us = frame.outline.map((p) => p[0]);
    const vs = frame.outline.map((p) => p[1]);
    const beside = u < Math.min(...us) || u > Math.max(...us) || v < Math.min(...vs) || v > Math.max(...vs);
    const leans = frame.outward[1] < -0.2 || frame.outward[2] > 0.2;
    const away = Math.abs(over + half) + (beside ? 500 : 0) - (frame.face === 'front' || (keys && leans) ? 25 : 0);
    if (away < least) [best, least] = [frame, away];
  }
  return best;
}

function directionOf(v: readonly number[]): Direction {
  const all = Object.entries(DIRECTIONS) as [Direction, Vec3][];
  return all.reduce((a, b) => (dot(b[1], v) > dot(a[1], v) ? b : a))[0];
}
const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;

function bodyOf({ shell }: Conversion, { hull }: Assembly, body: string, frame: FaceFrame): string | undefined {
  const own = shell.bodies[body];
  if (own && own.kind !== 'ring') return own.name;
  if (wallOf(hull, frame.face)?.inLid) return Object.values(shell.bodies).find((b) => b.kind === 'lid')?.name;
  return undefined;
}

/** A header stands so far in from the rim of its board, mm. Common practice, no source. */
const FROM_RIM = 8;

/** Where a header is: on the rim of its part, where most is free over it; undefined where that stands nowhere. */
export function headerPlace(assembly: Assembly, part: string | undefined): Vec3 | undefined {
  if (part === undefined) return undefined;
  let known = headers.get(assembly);
  if (!known) headers.set(assembly, (known = new Map<string, Vec3 | undefined>()));
  if (!known.has(part)) known.set(part, onRim(assembly, part));
  return known.get(part);
}

/** Every wire asks where its header is. */
const headers = new WeakMap<Assembly, Map<string, Vec3 | undefined>>();

function onRim(assembly: Assembly, part: string): Vec3 | undefined {
  const placed = assembly.parts.find((p) => p.id === part);
  if (!placed) return undefined;
  const { low, high } = placed.solids.find((s) => s.role === 'body')?.shape ?? placed;
  const [x, y] = [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2];
  const rim: Vec3[] = [
    [x, low[1] + FROM_RIM, high[2]],
    [high[0] - FROM_RIM, y, high[2]],
    [low[0] + FROM_RIM, y, high[2]],
    [x, high[1] - FROM_RIM, high[2]],
  ];
  const over = ([a, b, c]: Vec3): Vec3 => [a, b, c + OVER];
  const free = rim.map((p) => freeAround(over(p), assembly));
  return rim[free.reduce((best, f, i) => (f > free[best]! + 0.5 ? i : best), 0)];
}

/** So far over a board room is looked for, mm. */
const OVER = 10;
