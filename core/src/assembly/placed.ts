import type { FaceId, Part, Placement } from '../document';
import { add, exactly, scale, subtract, type Linear } from '../quantity';
import { PLACEMENT } from '../standards';
import { partModel, type Block, type BlockRole, type FaceCut, type PlugKind, type Point, type Socket } from '../parts';
import {
  across,
  AXES,
  axisOf,
  centreOf,
  moved,
  prism,
  rectangleAcross,
  turnDirection,
  turnOf,
  turnPoint,
  type Axis,
  type Box,
  type Cylinder,
  type Direction,
  type Shape,
  type Turn,
  type Vec3,
} from '../solid';

/** A solid in shell coordinates with what it is. */
export interface Solid {
  id: string;
  /** Id of the part or feature. */
  owner: string;
  ownerKind: 'part' | 'feature';
  name: string;
  /** What a block of a part is, or the printed duct of a fan. */
  role: BlockRole | 'duct';
  /** For a duct: the part it leads to, which it may run into. */
  leadsTo?: string;
  shape: Shape;
  conducts?: 'live' | 'mains' | 'metal';
  moving: boolean;
  /** The body it moves with when that opens. */
  rides?: string;
  /** Other parts may lie on it, as on the shell. */
  carries?: boolean;
  /** A control of the shell: it may come through the wall. */
  control?: boolean;
  /** It stands around the shell: there where that is used, not on the bench. */
  around?: boolean;
  /** Not matter, but room that something moving sweeps. */
  swept?: boolean;
  /** Directions of the shell in which it may touch what it is mounted to. */
  contact: readonly Direction[];
  /** Directions of the shell in which its own opening goes through the wall. */
  through?: readonly Direction[];
  air?: { direction: Direction; wanted: number; tolerable: number; least: number };
  /** Goes through the wall of its face to the outside. */
  outside: boolean;
  /** End of the solid along an axis as a tolerance chain. */
  end: (axis: Axis, high: boolean) => Linear;
  /** At an angle: the box around it as if it stood straight. */
  straight?: { low: Vec3; high: Vec3 };
  /** At an angle: its greatest extent along a unit direction, as a chain. */
  along?: (direction: Vec3) => Linear;
}

export interface PlacedCut extends Omit<FaceCut, 'at'> {
  at: Vec3;
}

export interface PlacedFace {
  id: string;
  name: string;
  direction: Direction;
  mustReachOutside: boolean;
  reach: number;
  setback: number;
  /** Out of square by so much, degrees: it looks at a wall askew, or has a straight-sided opening that would stand askew. */
  askew?: number;
  /** Coordinate of its plane along its axis. */
  plane: number;
  cuts: PlacedCut[];
}

export interface PlacedPart {
  /** A point of the part's own axes in the shell's, mm. */
  toShell: (p: readonly number[]) => Vec3;
  /** A point of the shell's axes that belongs to the part standing straight, where it is at its slight angle. */
  tilted: (p: Vec3) => Vec3;
  id: string;
  part: Part;
  placement: Placement;
  turn: Turn;
  solids: Solid[];
  faces: PlacedFace[];
  /** A board's sockets for whole parts, and with what a part goes into one. */
  sockets?: Partial<Record<PlugKind, Socket<Vec3, Direction>[]>>;
  plug?: { into: PlugKind; at: Vec3 };
  /** The board or cage that a part is plugged into, which of its sockets of that kind, and the way it leaves it. */
  pluggedInto?: string;
  pluggedAt?: number;
  pluggedOut?: Direction;
  /** It is screwed to the outside of this face. */
  outerFace?: FaceId;
  /** It is drawn where what carries it is open by this share. */
  openBy?: number;
  /** Box around its bodies, as if it stood straight. */
  low: Vec3;
  high: Vec3;
}

/** A slight turn about a line along an axis through the middle of a part's bodies. */
interface Tilt {
  axis: Axis;
  degrees: number;
  cos: number;
  sin: number;
  point: (p: Vec3) => Vec3;
}

function tiltOf({ tilt }: Placement, low: Vec3, size: Vec3): Tilt | undefined {
  if (!tilt || tilt.degrees === 0) return undefined;
  const axis = AXES.indexOf(tilt.axis) as Axis;
  const [b, c] = across(axis);
  const [u, v] = [low[b] + size[b] / 2, low[c] + size[c] / 2];
  const [cos, sin] = [Math.cos((tilt.degrees * Math.PI) / 180), Math.sin((tilt.degrees * Math.PI) / 180)];
  return {
    axis,
    degrees: tilt.degrees,
    cos,
    sin,
    point: (p) => {
      const there: Vec3 = [...p];
      there[b] = u + cos * (p[b] - u) - sin * (p[c] - v);
      there[c] = v + sin * (p[b] - u) + cos * (p[c] - v);
      return there;
    },
  };
}

/** A straight shape at the part's angle; of a cylinder that lies across the axis of the turn the box around it is turned. */
function shapeAt(shape: Box | Cylinder, tilt: Tilt | undefined): Shape {
  if (!tilt) return shape;
  const { axis, point } = tilt;
  const [b, c] = across(axis);
  if (shape.kind === 'cylinder' && shape.axis === axis) {
    const was = centreOf(shape);
    const is = point(was);
    return moved(shape, [is[0] - was[0], is[1] - was[1], is[2] - was[2]]);
  }
  const outline = rectangleAcross(shape, axis).map(([u, v]): [number, number] => {
    const p: Vec3 = [0, 0, 0];
    [p[b], p[c]] = [u, v];
    const q = point(p);
    return [q[b], q[c]];
  });
  return prism(axis, outline, shape.low[axis], shape.high[axis]);
}

/**
 * Greatest n · p of a block that is turned about the middle m of the part: with the direction turned back, k = R⁻¹n, it
 * is n · m − k · m + Σ kᵢ · end of the straight block along i, a sum of chains.
 */
function tiltedAlong(
  n: Vec3,
  { axis, cos, sin }: Tilt,
  middle: (axis: Axis) => Linear,
  end: (axis: Axis, high: boolean) => Linear,
): Linear {
  const [b, c] = across(axis);
  const k: Vec3 = [...n];
  k[b] = cos * n[b] + sin * n[c];
  k[c] = -sin * n[b] + cos * n[c];
  let sum: Linear = exactly(0);
  for (const i of [0, 1, 2] as const) {
    if (Math.abs(n[i] - k[i]) > 1e-12) sum = add(sum, middle(i), n[i] - k[i]);
    if (Math.abs(k[i]) > 1e-12) sum = add(sum, end(i, k[i] > 0), k[i]);
  }
  return sum;
}

interface Extent {
  low: Linear[];
  high: Linear[];
}

const extents = new WeakMap<readonly Block[], Extent>();

/** The box around a part's bodies in its own axes. */
function blocksExtent(blocks: readonly Block[]): Extent {
  const known = extents.get(blocks);
  if (known) return known;
  const bodies = blocks.filter((b) => b.role === 'body' || b.role === 'mount');
  const pick = (i: number, high: boolean) =>
    bodies
      .map((b) => (high ? b.high : b.low)[i]!)
      .reduce((best, l) => ((high ? l.value > best.value : l.value < best.value) ? l : best));
  const extent = {
    low: [0, 1, 2].map((i) => pick(i, false)),
    high: [0, 1, 2].map((i) => pick(i, true)),
  };
  extents.set(blocks, extent);
  return extent;
}

/** Size of a part's bodies along the shell's axes in an orientation, mm. */
export function turnedSize(id: string, part: Part, turn: Turn): Vec3 {
  const { low, high } = blocksExtent(partModel(id, part).blocks);
  const size: Vec3 = [0, 0, 0];
  for (let i = 0; i < 3; i++) size[turn.axis[i]!] = high[i]!.value - low[i]!.value;
  return size;
}

/**
 * Sides of a block, as the shell has them, with which it may touch something. What is closed may lie on whatever side is
 * down, unless it hangs by the side that is up; what is bare may not.
 */
function contactOf({ role, contact = [], conducts, outside }: Block, turn: Turn): Direction[] {
  const sides = contact.map((d) => turnDirection(turn, d));
  const bare = conducts === 'live' || conducts === 'mains';
  return role !== 'body' || outside || bare || contact.length === 0 || sides.includes('bottom') || sides.includes('top')
    ? sides
    : [...sides, 'bottom'];
}

/** For each axis: what the part's lower end is seated on, as a chain, where it is bolted to a wall. */
export type Seats = readonly (Linear | undefined)[];

/** Standoffs and washers come to the gap within so much, mm. */
const SLACK = 0.6;

const raised = new WeakMap<Part, Map<number, Part>>();

/** A part on standoffs of another length than is usual for it: the same one each time it is asked for. */
export function onStandoffs(part: Part, length: number | undefined): Part {
  const usual = part.dimensions.standoffHeight;
  if (length === undefined || !usual || usual.value === length) return part;
  const known = raised.get(part) ?? new Map<number, Part>();
  raised.set(part, known);
  const made = known.get(length) ?? {
    ...part,
    dimensions: { ...part.dimensions, standoffHeight: { ...usual, value: length } },
  };
  known.set(length, made);
  return made;
}

/**
 * How far the plane by which a part is screwed down lies under the part itself, mm: its standoffs, where they are drawn as
 * a piece of it.
 */
export const ownStandoffs = ({ part }: Pick<PlacedPart, 'part'>): number => part.dimensions.standoffHeight?.value ?? 0;

/** Puts a part into the shell. `seats` replaces the play of marking out (mm, 95 %) by the wall it is bolted to. */
export function placePart(
  id: string,
  usual: Part,
  placement: Placement,
  seats: Seats = [],
  play = PLACEMENT.uncertainty,
): PlacedPart {
  const part = onStandoffs(usual, placement.standoffs);
  const onOwn = part.dimensions.standoffHeight !== undefined;
  const model = partModel(id, part);
  const turn = turnOf(placement);
  const extent = blocksExtent(model.blocks);
  const at: Vec3 = [placement.x, placement.y, placement.z];
  const size: Vec3 = [0, 0, 0];
  // Corner of the part's axes such that the turned box starts at the placement.
  const corner: Vec3 = [0, 0, 0];
  const partAxis: Axis[] = [0, 1, 2];
  for (let i = 0; i < 3; i++) {
    const a = turn.axis[i]!;
    partAxis[a] = i as Axis;
    size[a] = extent.high[i]!.value - extent.low[i]!.value;
    corner[a] = at[a] - (turn.sign[i]! > 0 ? extent.low[i]!.value : -extent.high[i]!.value);
  }
  const position = (axis: Axis): Linear =>
    seats[axis] ?? {
      value: at[axis],
      terms: [
        {
          id: `/layout/placements/${id}/${'xyz'[axis]}`,
          coefficient: 1,
          uncertainty: play,
        },
      ],
    };
  const straight = (p: readonly number[]): Vec3 => {
    const turned = turnPoint(turn, p);
    return [turned[0] + corner[0], turned[1] + corner[1], turned[2] + corner[2]];
  };
  const tilt = tiltOf(placement, at, size);
  const tilted = tilt ? tilt.point : (p: Vec3) => p;
  const toShell = (p: readonly number[]): Vec3 => tilted(straight(p));
  const endOf = (low: readonly Linear[], high: readonly Linear[], axis: Axis, atHigh: boolean): Linear => {
    const i = partAxis[axis]!;
    const offset =
      turn.sign[i]! > 0
        ? subtract((atHigh ? high : low)[i]!, extent.low[i]!)
        : subtract(extent.high[i]!, (atHigh ? low : high)[i]!);
    return add(position(axis), offset);
  };
  const middle = (axis: Axis): Linear =>
    scale(add(endOf(extent.low, extent.high, axis, false), endOf(extent.low, extent.high, axis, true)), 1 / 2);
  const solids = model.blocks.map((block): Solid => {
    const p = straight(block.low.map((l) => l.value));
    const q = straight(block.high.map((l) => l.value));
    const low: Vec3 = [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.min(p[2], q[2])];
    const high: Vec3 = [Math.max(p[0], q[0]), Math.max(p[1], q[1]), Math.max(p[2], q[2])];
    const solid: Solid = {
      id: `${id}/${block.id}`,
      owner: id,
      ownerKind: 'part',
      name: block.name,
      role: block.role,
      shape: shapeAt(
        block.shape.kind === 'box'
          ? { kind: 'box', low, high }
          : { kind: 'cylinder', axis: turn.axis[block.shape.axis]!, low, high },
        tilt,
      ),
      moving: false,
      // Sides that stand askew lie on nothing.
      contact: contactOf(block, turn).filter((d) => !tilt || axisOf(d) === tilt.axis),
      outside: block.outside ?? false,
      end: (axis, atHigh) => endOf(block.low, block.high, axis, atHigh),
    };
    if (tilt) {
      const along = (n: Vec3) =>
        tiltedAlong(n, tilt, middle, (axis, atHigh) => endOf(block.low, block.high, axis, atHigh));
      solid.straight = { low, high };
      solid.along = along;
      solid.end = (axis, atHigh) => {
        const n: Vec3 = [0, 0, 0];
        n[axis] = atHigh ? 1 : -1;
        return scale(along(n), n[axis]);
      };
    }
    if (block.through && !tilt) solid.through = block.through.map((d) => turnDirection(turn, d));
    if (part.own?.carries) solid.carries = true;
    if (placement.on !== undefined) solid.rides = placement.on;
    if (block.conducts) solid.conducts = block.conducts;
    if (block.air) solid.air = { ...block.air, direction: turnDirection(turn, block.air.direction) };
    return solid;
  });
  const faces = model.faces.map((face): PlacedFace => {
    const direction = turnDirection(turn, face.direction);
    const probe: Vec3 = [0, 0, 0];
    const partDirection = face.direction;
    const i =
      partDirection === 'left' || partDirection === 'right'
        ? 0
        : partDirection === 'front' || partDirection === 'rear'
          ? 1
          : 2;
    probe[i] = face.plane.value;
    const gapUnder = onOwn || face.mustReachOutside || face.cuts.length < 2 ? undefined : placement.standoffs;
    const askew = tilt && (axisOf(direction) !== tilt.axis || face.cuts.some((cut) => cut.shape.kind === 'rectangle'));
    return {
      ...(askew ? { askew: Math.abs(tilt.degrees) } : {}),
      id: face.id,
      name: face.name,
      direction,
      mustReachOutside: face.mustReachOutside,
      reach: gapUnder === undefined ? face.reach : gapUnder + SLACK,
      setback: gapUnder ?? face.setback,
      plane: straight(probe)[turn.axis[i]!]!,
      cuts: face.cuts.map((cut) => ({
        ...cut,
        at: toShell(cut.at),
        shape:
          cut.shape.kind === 'rectangle'
            ? { ...cut.shape, axes: [turn.axis[cut.shape.axes[0]]!, turn.axis[cut.shape.axes[1]]!] }
            : cut.shape,
      })),
    };
  });
  const placed: PlacedPart = {
    toShell,
    tilted,
    id,
    part,
    placement,
    turn,
    solids,
    faces,
    low: at,
    high: [at[0] + size[0], at[1] + size[1], at[2] + size[2]],
  };
  const inShell = (p: Point) => toShell(p.map((l) => l.value));
  if (model.sockets)
    placed.sockets = Object.fromEntries(
      Object.entries(model.sockets).map(([kind, all]) => [
        kind,
        all.map(({ at, out }) => ({ at: inShell(at), out: turnDirection(turn, out) })),
      ]),
    );
  if (model.plug) placed.plug = { into: model.plug.into, at: inShell(model.plug.at) };
  return placed;
}
