import type { AxisName, Side } from '../../form';
import { measured, type Measured } from '../../quantity';
import type { Body, BoxHull, Feature, FeatureShape, ProfileCorner, ProfileHull, TubHull } from './form';

/** A box to start from: guesses, so that every margin shows how little is known yet. */
export const defaultBox = (): BoxHull => ({
  form: 'box',
  width: measured(400, 'guess'),
  depth: measured(300, 'guess'),
  height: measured(150, 'guess'),
  walls: evenWalls(measured(3, 'guess', 1)),
});

const zero = (): Measured => measured(0, 'guess', 0);

/** A corner of a profile: sharp, its edge straight. */
export const corner = (
  a: Measured,
  b: Measured,
  face: string,
  wall: Measured = measured(3, 'guess', 1),
  rounding: { radius?: Measured; rise?: Measured } = {},
): ProfileCorner => ({ a, b, face, wall, radius: rounding.radius ?? zero(), rise: rounding.rise ?? zero() });

const guess = (value: number) => (value === 0 ? zero() : measured(value, 'guess'));

const profile = (axis: AxisName, length: number, corners: ProfileCorner[]): ProfileHull => ({
  form: 'profile',
  axis,
  length: measured(length, 'guess'),
  corners,
  ends: { low: measured(3, 'guess', 1), high: measured(3, 'guess', 1) },
});

/** A wedge to start from: low front, sloped deck, flat rear part of the top. */
export const defaultWedge = (): ProfileHull =>
  profile('x', 400, [
    corner(guess(0), guess(0), 'bottom'),
    corner(guess(320), guess(0), 'rear'),
    corner(guess(320), guess(150), 'top'),
    corner(guess(180), guess(150), 'slope'),
    corner(guess(0), guess(70), 'front'),
  ]);

/** An arched top to start from: along y the arch spans the width, along x the depth. */
export const defaultArch = (along: 'x' | 'y' = 'y'): ProfileHull => {
  const [span, length] = along === 'y' ? [420, 280] : [280, 420];
  return profile(along, length, [
    corner(guess(0), guess(0), 'bottom'),
    corner(guess(span), guess(0), along === 'y' ? 'right' : 'rear'),
    corner(guess(span), guess(180), 'top', undefined, { rise: guess(60) }),
    corner(guess(0), guess(180), along === 'y' ? 'left' : 'front'),
  ]);
};

/** A box with rounded upright edges to start from. */
export const defaultRounded = (): ProfileHull =>
  profile('z', 150, [
    corner(guess(0), guess(0), 'front', undefined, { radius: guess(30) }),
    corner(guess(400), guess(0), 'right', undefined, { radius: guess(30) }),
    corner(guess(400), guess(300), 'rear', undefined, { radius: guess(30) }),
    corner(guess(0), guess(300), 'left', undefined, { radius: guess(30) }),
  ]);

/** A tapered tub to start from: wider at the top. */
export const defaultTub = (): TubHull => ({
  form: 'tub',
  width: guess(360),
  depth: guess(260),
  height: guess(180),
  topWidth: guess(400),
  topDepth: guess(300),
  walls: defaultBox().walls,
});

/** Forms a new shell can start from. */
export const STARTING_FORMS = {
  box: defaultBox,
  wedge: defaultWedge,
  arch: defaultArch,
  rounded: defaultRounded,
  tub: defaultTub,
} as const;
export type StartingForm = keyof typeof STARTING_FORMS;

/** A lid above a height, held by screws from outside. */
export const lidAt = (at: Measured, name = 'Lid', closures: Body['closures'] = []): Body => ({
  name,
  kind: 'lid',
  cut: { kind: 'plane', axis: 'z', at, side: 'above' },
  motion: { kind: 'lift' },
  closures,
  material: 'other',
  weighed: null,
});

/** A feature with what is usual for all that is not said. */
export const feature = (
  name: string,
  shape: FeatureShape,
  [x, y, z]: [Measured, Measured, Measured],
  rest: Partial<Feature> = {},
): Feature => ({
  name,
  kind: 'other',
  shape,
  x,
  y,
  z,
  fate: 'keep',
  why: '',
  body: 'base',
  metal: false,
  moving: false,
  sweep: {},
  fillet: 0,
  copies: null,
  ...rest,
});

/** The six walls of a box or tub, all alike. */
export const evenWalls = (wall: Measured): Record<Side, Measured> => ({
  front: wall,
  rear: wall,
  left: wall,
  right: wall,
  top: wall,
  bottom: wall,
});
