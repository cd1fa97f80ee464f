import {
  boardName,
  bodyIdOn,
  bodyOwner,
  onFace,
  standingFor,
  type Assembly,
  type PlacedPart,
  type Solid,
} from '../assembly';
import { faceWords, type Conversion } from '../document';
import type { Material } from '../standards/materials';
import { axisOf, DIRECTIONS, signOf, type Axis, type Direction, type Vec3 } from '../solid';

/** A wall this much out of square holds nothing by screws or by its weight. */
const SQUARE = 0.999;
/** So deep in something a point still counts as lying on it, mm: what two rounded lengths differ by. */
export const TOUCHES = 0.6;

/** Something that can hold a part: a wall of the shell, a board of a drawer, a feature, another part. */
export interface Support {
  kind: 'wall' | 'board' | 'feature' | 'part';
  /** Face, id of the board's solid, feature or part. */
  id: string;
  /** In a sentence: “the floor”, “Shelf”. */
  name: string;
  /** The body it moves with; missing: the shell itself. */
  body?: string;
  /** What is drilled, mm, where that is known. */
  thickness?: number;
  material?: Material;
}

/** What is met from a point in a direction. */
export interface Met {
  support: Support;
  /** From the point to it, mm; negative: the point lies in it. */
  distance: number;
}

/** What a part may be held by: all that is in a plan but itself and what it carries. */
export interface Surroundings {
  document: Pick<Conversion, 'shell' | 'kit'>;
  assembly: Assembly;
  part: PlacedPart;
  /** Parts that it is not held by: what stands on it, what is plugged into it. */
  not: ReadonlySet<string>;
}

interface Side {
  /** Where its near side is along the axis. */
  at: number;
  far: number;
  low: Vec3;
  high: Vec3;
  near: Near;
}

/** Something that stands near a part, and the part that it is of; without one it is a feature or a board of a drawer. */
interface Near {
  solid: Solid;
  of?: PlacedPart;
}

/** What stands near as a support along an axis. */
function supportBy({ shell }: Pick<Conversion, 'shell'>, { solid, of }: Near, axis: Axis): Support {
  const thickness = solid.shape.high[axis] - solid.shape.low[axis];
  if (of)
    return {
      kind: 'part',
      id: of.id,
      name: of.part.name,
      ...(of.placement.on === undefined ? {} : { body: of.placement.on }),
      thickness,
      ...(of.part.own?.made ? { material: of.part.own.made.material } : {}),
    };
  const board = isBoard(solid);
  const { rides } = solid;
  return {
    kind: board ? 'board' : 'feature',
    id: board ? solid.id : solid.owner,
    name: board ? boardName(solid.name) : solid.name,
    ...(rides === undefined ? {} : { body: rides }),
    thickness,
    ...(board && rides !== undefined ? { material: shell.bodies[rides]!.material } : {}),
  };
}

const BOARDS = bodyOwner('');
const isBoard = ({ owner }: Solid): boolean => owner.startsWith(BOARDS);

/** What is asked of most parts lies within this, mm: longer than any standoff. */
const NEAR = 60;

const nearKnown = new WeakMap<Surroundings, Near[]>();

/** What stands within some distance of a part; that of most questions is found once. */
function nearOf(around: Surroundings, most: number): Near[] {
  const known = most <= NEAR ? nearKnown.get(around) : undefined;
  if (known) return known;
  const reach = Math.max(NEAR, most);
  const [low, high] = aroundOf(around.part);
  const beside = (a: Vec3, b: Vec3) =>
    a[0] <= high[0] + reach &&
    b[0] >= low[0] - reach &&
    a[1] <= high[1] + reach &&
    b[1] >= low[1] - reach &&
    a[2] <= high[2] + reach &&
    b[2] >= low[2] - reach;
  const { assembly, part, not } = around;
  const found: Near[] = [];
  for (const solid of standingFor(assembly, part.placement.on)) {
    if (!beside(solid.shape.low, solid.shape.high)) continue;
    // A mechanism holds nothing.
    if (solid.swept || (solid.moving && !isBoard(solid))) continue;
    found.push({ solid });
  }
  for (const other of assembly.parts) {
    if (other.id === part.id || not.has(other.id) || !beside(other.low, other.high)) continue;
    for (const solid of other.solids)
      if ((solid.role === 'body' || solid.role === 'mount') && beside(solid.shape.low, solid.shape.high))
        found.push({ solid, of: other });
  }
  if (most <= NEAR) nearKnown.set(around, found);
  return found;
}

/**
 * What is met from points of a part in a direction: the nearest thing with a side square to it, at most so far away, mm.
 * Boxes and walls are met exactly; a cylinder or a profile by the box around it.
 */
export function meeting(around: Surroundings, direction: Direction, most: number): (from: Vec3) => Met | undefined {
  const { document, assembly, part } = around;
  const axis = axisOf(direction);
  const sign = signOf(direction);
  const across = ([0, 1, 2] as const).filter((i) => i !== axis);
  // Only what lies before the part, as far as it is asked.
  const [low, high] = aroundOf(part);
  const sides: Side[] = [];
  for (const near of nearOf(around, most)) {
    const { shape } = near.solid;
    if (
      across.every((i) => shape.low[i] <= high[i] && shape.high[i] >= low[i]) &&
      shape.low[axis] <= high[axis] + most &&
      shape.high[axis] >= low[axis] - most
    )
      sides.push({
        at: sign > 0 ? shape.low[axis] : shape.high[axis],
        far: sign > 0 ? shape.high[axis] : shape.low[axis],
        low: shape.low,
        high: shape.high,
        near,
      });
  }
  const way = DIRECTIONS[direction];
  const walls = assembly.hull.walls.flatMap(({ normal, offset, face, thickness }) => {
    if (normal[0] * way[0] + normal[1] * way[1] + normal[2] * way[2] > -SQUARE) return [];
    const frame = assembly.hull.frames.find((f) => f.face === face);
    if (!frame) return [];
    const [us, vs] = [frame.outline.map((p) => p[0]), frame.outline.map((p) => p[1])];
    const inside = (u: number, v: number) =>
      u >= Math.min(...us) && u <= Math.max(...us) && v >= Math.min(...vs) && v <= Math.max(...vs);
    return [{ at: -offset * sign, frame, inside, face, thickness }];
  });
  const wallAt = ({ face, thickness }: (typeof walls)[number], u: number, v: number): Support => {
    const body = bodyIdOn(document, assembly.hull, face, [u, v]);
    return {
      kind: 'wall',
      id: face,
      name: face === 'bottom' ? 'the floor' : `the ${faceWords(face)}`,
      ...(body === undefined ? {} : { body }),
      thickness,
      material: (body === undefined ? undefined : document.shell.bodies[body]?.material) ?? document.shell.material,
    };
  };
  const [a, b] = across as [Axis, Axis];
  // Of each of what is met, the support is one and the same.
  const supports = new Map<Near, Support>();
  return (from) => {
    let distance = Infinity;
    let wall: { of: (typeof walls)[number]; u: number; v: number } | undefined;
    let side: Side | undefined;
    for (const of of walls) {
      const away = sign * (of.at - from[axis]);
      if (away < -TOUCHES || away > most || away >= distance) continue;
      const { u, v } = onFace(of.frame, from);
      if (!of.inside(u, v)) continue;
      distance = away;
      wall = { of, u, v };
    }
    for (const one of sides) {
      const away = sign * (one.at - from[axis]);
      if (away < -TOUCHES || away > most || away >= distance || sign * (one.far - from[axis]) <= 0) continue;
      if (from[a] < one.low[a] - HAIR || from[a] > one.high[a] + HAIR) continue;
      if (from[b] < one.low[b] - HAIR || from[b] > one.high[b] + HAIR) continue;
      distance = away;
      side = one;
    }
    if (side) {
      const support = supports.get(side.near) ?? supportBy(document, side.near, axis);
      supports.set(side.near, support);
      return { distance, support };
    }
    return wall && { distance, support: wallAt(wall.of, wall.u, wall.v) };
  };
}

const HAIR = 1e-6;

/** Box around all of a part that is matter. */
function aroundOf(part: PlacedPart): [Vec3, Vec3] {
  const low: Vec3 = [...part.low];
  const high: Vec3 = [...part.high];
  for (const { role, shape } of part.solids)
    if (role === 'body' || role === 'mount')
      for (const i of [0, 1, 2] as const) {
        low[i] = Math.min(low[i], shape.low[i]);
        high[i] = Math.max(high[i], shape.high[i]);
      }
  return [low, high];
}

/** Is something of a part bare and live? It is laid on nothing, and no tape or strap goes on it. */
export const isBare = ({ solids }: PlacedPart): boolean =>
  solids.some((s) => s.role === 'body' && (s.conducts === 'live' || s.conducts === 'mains'));
