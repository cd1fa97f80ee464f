import type { Part, Placement } from '../document';
import { add, subtract, type Linear } from '../quantity';
import { PLACEMENT } from '../standards';
import { partModel, type Block, type BlockRole, type FaceCut, type PlugKind, type Point } from '../parts';
import {
  turnDirection,
  turnOf,
  turnPoint,
  type Axis,
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
  role: BlockRole;
  shape: Shape;
  conducts?: 'live' | 'mains' | 'metal';
  moving: boolean;
  /** Not matter, but room that something moving sweeps. */
  swept?: boolean;
  /** Directions of the shell in which it may touch what it is mounted to. */
  contact: readonly Direction[];
  air?: { direction: Direction; wanted: number; tolerable: number; least: number };
  /** Goes through the wall of its face to the outside. */
  outside: boolean;
  /** End of the solid along an axis as a tolerance chain. */
  end: (axis: Axis, high: boolean) => Linear;
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
  /** Coordinate of its plane along its axis. */
  plane: number;
  cuts: PlacedCut[];
}

export interface PlacedPart {
  /** A point of the part's own axes in the shell's, mm. */
  toShell: (p: readonly number[]) => Vec3;
  id: string;
  part: Part;
  placement: Placement;
  turn: Turn;
  solids: Solid[];
  faces: PlacedFace[];
  /** A board's sockets for whole parts, and with what a part goes into one. */
  sockets?: Partial<Record<PlugKind, Vec3>>;
  plug?: { into: PlugKind; at: Vec3 };
  /** The board that a part is plugged into. */
  pluggedInto?: string;
  /** Box around its bodies. */
  low: Vec3;
  high: Vec3;
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

/** For each axis: what the part's lower end is seated on, as a chain, where it is bolted to a wall. */
export type Seats = readonly (Linear | undefined)[];

/** Puts a part into the shell. `seats` replaces the play of marking out (mm, 95 %) by the wall it is bolted to. */
export function placePart(
  id: string,
  part: Part,
  placement: Placement,
  seats: Seats = [],
  play = PLACEMENT.uncertainty,
): PlacedPart {
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
  const toShell = (p: readonly number[]): Vec3 => {
    const turned = turnPoint(turn, p);
    return [turned[0] + corner[0], turned[1] + corner[1], turned[2] + corner[2]];
  };
  const solids = model.blocks.map((block): Solid => {
    const p = toShell(block.low.map((l) => l.value));
    const q = toShell(block.high.map((l) => l.value));
    const low: Vec3 = [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.min(p[2], q[2])];
    const high: Vec3 = [Math.max(p[0], q[0]), Math.max(p[1], q[1]), Math.max(p[2], q[2])];
    const solid: Solid = {
      id: `${id}/${block.id}`,
      owner: id,
      ownerKind: 'part',
      name: block.name,
      role: block.role,
      shape:
        block.shape.kind === 'box'
          ? { kind: 'box', low, high }
          : { kind: 'cylinder', axis: turn.axis[block.shape.axis]!, low, high },
      moving: false,
      contact: (block.contact ?? []).map((d) => turnDirection(turn, d)),
      outside: block.outside ?? false,
      end: (axis, atHigh) => {
        const i = partAxis[axis]!;
        const same = turn.sign[i]! > 0;
        const offset = same
          ? subtract((atHigh ? block.high : block.low)[i]!, extent.low[i]!)
          : subtract(extent.high[i]!, (atHigh ? block.low : block.high)[i]!);
        return add(position(axis), offset);
      },
    };
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
    return {
      id: face.id,
      name: face.name,
      direction,
      mustReachOutside: face.mustReachOutside,
      reach: face.reach,
      setback: face.setback,
      plane: toShell(probe)[turn.axis[i]!]!,
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
    placed.sockets = Object.fromEntries(Object.entries(model.sockets).map(([kind, at]) => [kind, inShell(at)]));
  if (model.plug) placed.plug = { into: model.plug.into, at: inShell(model.plug.at) };
  return placed;
}
