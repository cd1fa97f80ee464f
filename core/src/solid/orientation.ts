import type { Axis, Vec3 } from './shape';

/** Where the six directions point. */
export const DIRECTIONS = {
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  rear: [0, 1, 0],
  bottom: [0, 0, -1],
  top: [0, 0, 1],
} as const;

export type Direction = keyof typeof DIRECTIONS;

export const axisOf = (direction: Direction): Axis =>
  direction === 'left' || direction === 'right' ? 0 : direction === 'front' || direction === 'rear' ? 1 : 2;

export const signOf = (direction: Direction): 1 | -1 =>
  direction === 'right' || direction === 'rear' || direction === 'top' ? 1 : -1;

const BY_AXIS: readonly (readonly [Direction, Direction])[] = [
  ['left', 'right'],
  ['front', 'rear'],
  ['bottom', 'top'],
];

export const directionOf = (axis: Axis, sign: number): Direction => BY_AXIS[axis]![sign > 0 ? 1 : 0];

export const opposite = (direction: Direction): Direction => directionOf(axisOf(direction), -signOf(direction));

/** Where a part's rear and its top look; the six by four turns. */
export interface Orientation {
  rear: Direction;
  top: Direction;
}

/** For each axis of the part: the axis of the shell it lies on, and whether it runs the same way. */
export interface Turn {
  axis: [Axis, Axis, Axis];
  sign: [number, number, number];
}

/** The rotation that looks the part's rear and top the given ways (right = rear × top). */
export function turnOf({ rear, top }: Orientation): Turn {
  const y = axisOf(rear);
  const z = axisOf(top);
  if (y === z) throw new Error(`A part can’t have its rear to the ${rear} and its top to the ${top}.`);
  const x = (3 - y - z) as Axis;
  const even = (y + 1) % 3 === z;
  return {
    axis: [x, y, z],
    sign: [signOf(rear) * signOf(top) * (even ? 1 : -1), signOf(rear), signOf(top)],
  };
}

/** A part's direction seen in the shell. */
export function turnDirection(turn: Turn, direction: Direction): Direction {
  const axis = axisOf(direction);
  return directionOf(turn.axis[axis], turn.sign[axis] * signOf(direction));
}

/** A point or vector of the part in shell axes. */
export function turnPoint(turn: Turn, p: readonly number[]): Vec3 {
  const out: Vec3 = [0, 0, 0];
  for (let i = 0; i < 3; i++) out[turn.axis[i]!] = turn.sign[i]! * p[i]!;
  return out;
}

/** All 24 right-angled orientations. */
export const ORIENTATIONS: readonly Orientation[] = (Object.keys(DIRECTIONS) as Direction[]).flatMap((rear) =>
  (Object.keys(DIRECTIONS) as Direction[]).filter((top) => axisOf(top) !== axisOf(rear)).map((top) => ({ rear, top })),
);

/** The orientation after a quarter turn about an axis of the shell, counter-clockwise seen against it. */
export function quarterTurn(orientation: Orientation, about: Axis): Orientation {
  const spin = (direction: Direction): Direction => {
    const axis = axisOf(direction);
    if (axis === about) return direction;
    return axis === (about + 1) % 3
      ? directionOf(((about + 2) % 3) as Axis, signOf(direction))
      : directionOf(((about + 1) % 3) as Axis, -signOf(direction));
  };
  return { rear: spin(orientation.rear), top: spin(orientation.top) };
}
