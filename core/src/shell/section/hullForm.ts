import { add, chain, exactly, scale, subtract, type Linear, type Measured } from '../../quantity';
import type { Point2 } from '../../solid/polygon';
import type { AxisName, FaceId, Side } from '../../form';
import type { Hull, ProfileCorner } from './form';

/** One edge of a profile: a face of the hull seen along the axis. */
export interface FormEdge {
  face: FaceId;
  wall: Linear;
  /** Path of the wall's thickness in the document. */
  wallPath: string;
  /** Path of the corner where the edge starts, for complaints. */
  path: string;
  from: Corner;
  to: Corner;
  /** Radius at the `from` corner and rise of the edge's middle over its chord; zero where there is none. */
  radius: Linear;
  rise: Linear;
}

export interface Corner {
  a: Linear;
  b: Linear;
}

export interface FormEnd {
  face: FaceId;
  wall: Linear;
  wallPath: string;
}

/**
 * Every hull as a profile in the plane of two axes, counter-clockwise, drawn out along the third. A tub has
 * other corners at its high end. Lengths are chains of what was measured.
 */
export interface HullForm {
  axis: 0 | 1 | 2;
  length: Linear;
  ends: { low: FormEnd; high: FormEnd };
  edges: FormEdge[];
  /** Corners at the high end where they differ from those at the low one. */
  highCorners?: Corner[];
}

const HULL = '/shell/hull';
const ZERO = exactly(0);
/** A rounding or an arch under this is none, mm: its chords would be without end. */
const LEAST = 1e-3;

/** Names of the end faces by axis. */
export const END_FACES: readonly [Side, Side][] = [
  ['left', 'right'],
  ['front', 'rear'],
  ['bottom', 'top'],
];

/** The two axes of the plane of a profile, in the order of its coordinates. */
export const PLANE_AXES: readonly [0 | 1 | 2, 0 | 1 | 2][] = [
  [1, 2],
  [0, 2],
  [0, 1],
];

export const axisIndex = (axis: AxisName): 0 | 1 | 2 => (axis === 'x' ? 0 : axis === 'y' ? 1 : 2);

const forms = new WeakMap<Hull, HullForm>();

/** The form of a hull with each length as a chain of the values that were measured. */
export function formOf(hull: Hull): HullForm {
  const known = forms.get(hull);
  if (known) return known;
  const form = buildForm(hull);
  forms.set(hull, form);
  return form;
}

const pathOfCorner = (i: number, key: 'a' | 'b') => `${HULL}/corners/${i}/${key}`;

/** The same measured value, not only the same length. */
const sameMeasurement = (p: Measured, q: Measured): boolean =>
  p.value === q.value && p.uncertainty === q.uncertainty && p.tool === q.tool && p.when === q.when;

/**
 * A coordinate of all corners of a profile. One value that was measured for several corners (both ends of an upright
 * edge) is one term of a chain: its error does not average out between them.
 */
const coordinates = (corners: readonly ProfileCorner[], key: 'a' | 'b'): Linear[] =>
  corners.map((c) => {
    const first = corners.findIndex((other) => sameMeasurement(other[key], c[key]));
    return chain(pathOfCorner(first, key), corners[first]![key]);
  });

/** Paths of all values of a shell that are one measurement with the one at a path, that one first. */
export function measuredTogether(hull: Hull, path: string): string[] {
  const [, digits, key] = /^\/shell\/hull\/corners\/(\d+)\/([ab])$/.exec(path) ?? [];
  if (hull.form !== 'profile' || digits === undefined) return [path];
  const own = hull.corners[Number(digits)]?.[key as 'a' | 'b'];
  if (!own) return [path];
  const others = hull.corners.flatMap((c, i) =>
    i !== Number(digits) && sameMeasurement(c[key as 'a' | 'b'], own) ? [pathOfCorner(i, key as 'a' | 'b')] : [],
  );
  return [path, ...others];
}

function buildForm(hull: Hull): HullForm {
  switch (hull.form) {
    case 'profile': {
      const axis = axisIndex(hull.axis);
      const [across, up] = [coordinates(hull.corners, 'a'), coordinates(hull.corners, 'b')];
      const corners = hull.corners.map((_, i) => ({ a: across[i]!, b: up[i]! }));
      const [low, high] = END_FACES[axis]!;
      return {
        axis,
        length: chain(`${HULL}/length`, hull.length),
        ends: {
          low: { face: low, wall: chain(`${HULL}/ends/low`, hull.ends.low), wallPath: `${HULL}/ends/low` },
          high: { face: high, wall: chain(`${HULL}/ends/high`, hull.ends.high), wallPath: `${HULL}/ends/high` },
        },
        edges: hull.corners.map((c, i) => ({
          face: c.face,
          wall: chain(`${HULL}/corners/${i}/wall`, c.wall),
          wallPath: `${HULL}/corners/${i}/wall`,
          path: `${HULL}/corners/${i}`,
          from: corners[i]!,
          to: corners[(i + 1) % corners.length]!,
          radius: c.radius.value < LEAST ? ZERO : chain(`${HULL}/corners/${i}/radius`, c.radius),
          rise: Math.abs(c.rise.value) < LEAST ? ZERO : chain(`${HULL}/corners/${i}/rise`, c.rise),
        })),
      };
    }
    case 'box': {
      const depth = chain(`${HULL}/depth`, hull.depth);
      const height = chain(`${HULL}/height`, hull.height);
      const corners = rectangle(ZERO, ZERO, depth, height);
      const wall = (side: Side) => chain(`${HULL}/walls/${side}`, hull.walls[side]);
      return {
        axis: 0,
        length: chain(`${HULL}/width`, hull.width),
        ends: sideEnds('left', 'right', wall),
        edges: sideEdges(['bottom', 'rear', 'top', 'front'], corners, wall),
      };
    }
    case 'tub': {
      const wall = (side: Side) => chain(`${HULL}/walls/${side}`, hull.walls[side]);
      const low = [chain(`${HULL}/width`, hull.width), chain(`${HULL}/depth`, hull.depth)] as const;
      const high = [chain(`${HULL}/topWidth`, hull.topWidth), chain(`${HULL}/topDepth`, hull.topDepth)] as const;
      // Both rectangles have the same middle; the wider one starts at the datum.
      const start = (size: Linear, other: Linear) =>
        size.value >= other.value ? ZERO : scale(subtract(other, size), 0.5);
      const placed = (mine: readonly [Linear, Linear], other: readonly [Linear, Linear]) => {
        const [x, y] = [start(mine[0], other[0]), start(mine[1], other[1])];
        return rectangle(x, y, add(x, mine[0]), add(y, mine[1]));
      };
      return {
        axis: 2,
        length: chain(`${HULL}/height`, hull.height),
        ends: sideEnds('bottom', 'top', wall),
        edges: sideEdges(['front', 'right', 'rear', 'left'], placed(low, high), wall),
        highCorners: placed(high, low),
      };
    }
    case 'solid': {
      const { x, y, z } = hull.solid.size;
      const size = (axis: 'x' | 'y' | 'z', value: typeof x) => chain(`${HULL}/solid/size/${axis}`, value);
      const walls = `${HULL}/cavity/walls`;
      const { cavity } = hull;
      const open = (side: Side) => (cavity ? chain(`${walls}/${side}`, cavity.walls[side]) : ZERO);
      return {
        axis: 0,
        length: size('x', x),
        ends: sideEnds('left', 'right', open, walls),
        edges: sideEdges(
          ['bottom', 'rear', 'top', 'front'],
          rectangle(ZERO, ZERO, size('y', y), size('z', z)),
          open,
          walls,
        ),
      };
    }
  }
}

const rectangle = (a0: Linear, b0: Linear, a1: Linear, b1: Linear): Corner[] => [
  { a: a0, b: b0 },
  { a: a1, b: b0 },
  { a: a1, b: b1 },
  { a: a0, b: b1 },
];

const sideEnds = (low: Side, high: Side, wall: (side: Side) => Linear, walls = `${HULL}/walls`): HullForm['ends'] => ({
  low: { face: low, wall: wall(low), wallPath: `${walls}/${low}` },
  high: { face: high, wall: wall(high), wallPath: `${walls}/${high}` },
});

const sideEdges = (
  faces: readonly Side[],
  corners: readonly Corner[],
  wall: (side: Side) => Linear,
  walls = `${HULL}/walls`,
): FormEdge[] =>
  faces.map((face, i) => ({
    face,
    wall: wall(face),
    wallPath: `${walls}/${face}`,
    path: `${walls}/${face}`,
    from: corners[i]!,
    to: corners[(i + 1) % corners.length]!,
    radius: ZERO,
    rise: ZERO,
  }));

const numbers = (corners: readonly Corner[]): Point2[] => corners.map(({ a, b }) => [a.value, b.value]);

/** The sharp corners of a form as numbers in its plane, mm: at the low end, and at the high end. */
export const cornersOf = (form: HullForm): Point2[] => numbers(form.edges.map((edge) => edge.from));
export const highCornersOf = (form: HullForm): Point2[] =>
  form.highCorners ? numbers(form.highCorners) : cornersOf(form);

/** Ids of all faces of a hull. */
export function facesOf(hull: Hull): FaceId[] {
  const { edges, ends } = formOf(hull);
  return [...edges.map((edge) => edge.face), ends.low.face, ends.high.face];
}

/** What a face is called on the bench: its lower one is the floor. */
export const faceWord = (face: FaceId): string => (face === 'bottom' ? 'floor' : face);
/** `floor`, `left face`. */
export const faceWords = (face: FaceId): string => (face === 'bottom' ? 'floor' : `${face} face`);
/** `floor`, `left wall`. */
export const wallWords = (face: FaceId): string => (face === 'bottom' ? 'floor' : `${face} wall`);
