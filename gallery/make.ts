import {
  feature,
  newConversion,
  OWN,
  type BoxHull,
  type Conversion,
  type Feature,
  type Part,
} from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { measured, type Measured, type Tool } from '@young-shell/core/quantity';
import { standardPart } from '@young-shell/core/standards';

type Side = 'left' | 'right' | 'front' | 'rear' | 'top' | 'bottom';
type Three = [number, number, number];

/** A box by the room inside it and its walls, mm: one thickness, or some sides of their own. */
export function roomInside(
  [width, depth, height]: Three,
  wall: number,
  own: Partial<Record<Side, number>> = {},
  tool: Tool = 'rule',
): BoxHull {
  const of = (side: Side) => own[side] ?? wall;
  const outside = (inside: number, low: Side, high: Side) => measured(inside + of(low) + of(high), tool);
  const sides: Side[] = ['front', 'rear', 'left', 'right', 'top', 'bottom'];
  return {
    form: 'box',
    width: outside(width, 'left', 'right'),
    depth: outside(depth, 'front', 'rear'),
    height: outside(height, 'bottom', 'top'),
    walls: Object.fromEntries(sides.map((side) => [side, measured(of(side), 'calipers')])) as Record<Side, Measured>,
  };
}

/** A conversion with what its Brief says. */
export function begun(
  name: string,
  hull: Conversion['shell']['hull'],
  brief: Partial<Conversion['brief']>,
): Conversion {
  const plan = newConversion(name, hull);
  return { ...plan, brief: { ...plan.brief, ...brief } };
}

/** A box-shaped feature: its left, front and lower end, its size, mm by rule, and what else is known. */
export const block = (name: string, at: Three, [width, depth, height]: Three, rest: Partial<Feature> = {}): Feature =>
  feature(
    name,
    { kind: 'box', width: measured(width, 'rule'), depth: measured(depth, 'rule'), height: measured(height, 'rule') },
    at.map((mm) => measured(mm, 'rule')) as [Measured, Measured, Measured],
    rest,
  );

/** An upright round feature: its left, front and lower end, its diameter and height, mm by rule. */
export const post = (name: string, at: Three, diameter: number, height: number, rest: Partial<Feature> = {}): Feature =>
  feature(
    name,
    { kind: 'cylinder', axis: 'z', diameter: measured(diameter, 'rule'), length: measured(height, 'rule') },
    at.map((mm) => measured(mm, 'rule')) as [Measured, Measured, Measured],
    rest,
  );

/** An opening that the shell has: its middle on its face, its width and height, mm. */
export const hole = (name: string, face: string, u: number, v: number, width: number, height: number) => ({
  name,
  face,
  shape: { kind: 'rectangle' as const, width: measured(width, 'rule'), height: measured(height, 'rule') },
  u: measured(u, 'rule'),
  v: measured(v, 'rule'),
});

/** A part of the library with the sizes that its owner measured, mm, its draw, W, and its mass, g. */
export function fromLibrary(
  key: string,
  name: string,
  sizes: Readonly<Record<string, number>> = {},
  more: { draw?: Three; mass?: number } = {},
): Part {
  const row = standardPart(key);
  if (!row) throw new Error(`There is no ${key} in the library.`);
  const part = partFrom(row, name);
  for (const [dimension, mm] of Object.entries(sizes)) {
    if (!(dimension in part.dimensions)) throw new Error(`A ${key} has no ${dimension}.`);
    part.dimensions[dimension] = measured(mm, 'calipers');
  }
  if (more.draw) part.draw = { idle: more.draw[0], typical: more.draw[1], peak: more.draw[2] };
  if (more.mass !== undefined) part.mass = more.mass;
  return part;
}

type OwnBlock = NonNullable<Part['own']>['blocks'][string];

interface Own {
  kind?: NonNullable<Part['own']>['kind'];
  /** W: idle, typical, peak. */
  draw?: Three;
  /** g. */
  mass: number;
  conducts?: OwnBlock['conducts'];
  /** Sockets: the side they look to, their low ends, their size, the room for plug and bend, mm. */
  sockets?: readonly { name: string; side: Side; at: Three; size: Three; plug: number }[];
  /** Air it takes: the side, low ends, size; the size along the side is how much it wants. */
  air?: readonly { name: string; side: Side; at: Three; size: Three }[];
  /** Further blocks: coolers, ribs. */
  bodies?: readonly { name: string; at: Three; size: Three }[];
  /** Mounting holes on its underside. */
  holes?: readonly { x: number; y: number; diameter: number }[];
}

/** An own part, as its owner describes it: a body of this size and what is on it. */
export function ownPart(name: string, [width, depth, height]: Three, own: Own): Part {
  const piece = (
    name: string,
    role: OwnBlock['role'],
    at: Three,
    size: Three,
    rest: Partial<OwnBlock> = {},
  ): OwnBlock => ({
    name,
    role,
    shape: { kind: 'box' },
    x: measured(at[0], 'calipers'),
    y: measured(at[1], 'calipers'),
    z: measured(at[2], 'calipers'),
    width: measured(size[0], 'calipers'),
    depth: measured(size[1], 'calipers'),
    height: measured(size[2], 'calipers'),
    direction: null,
    plug: 0,
    conducts: null,
    ...rest,
  });
  const [idle, typical, peak] = own.draw ?? [0, 0, 0];
  return {
    name,
    standard: OWN,
    dimensions: {},
    mass: own.mass,
    own: {
      ...(own.kind ? { kind: own.kind } : {}),
      blocks: {
        case: piece(name, 'body', [0, 0, 0], [width, depth, height], { conducts: own.conducts ?? null }),
        ...Object.fromEntries(
          (own.bodies ?? []).map((b, i) => [`block-${i + 1}`, piece(b.name, 'body', b.at, b.size)]),
        ),
        ...Object.fromEntries(
          (own.sockets ?? []).map((s, i) => [
            `connector-${i + 1}`,
            piece(s.name, 'connector', s.at, s.size, { direction: s.side, plug: s.plug, conducts: 'metal' }),
          ]),
        ),
        ...Object.fromEntries(
          (own.air ?? []).map((a, i) => [`air-${i + 1}`, piece(a.name, 'air', a.at, a.size, { direction: a.side })]),
        ),
      },
      holes: Object.fromEntries(
        (own.holes ?? []).map(({ x, y, diameter }, i) => [
          `hole-${i + 1}`,
          {
            name: `Hole ${i + 1}`,
            x: measured(x, 'calipers'),
            y: measured(y, 'calipers'),
            diameter: measured(diameter, 'calipers'),
          },
        ]),
      ),
      faces: {},
      power: { idle, typical, peak },
      source: 'measured on the bench',
    },
  };
}

/** Hazards that were looked for: none, but those that are named. */
export const hazards = (found: Conversion['shell']['hazards'] = {}): Conversion['shell']['hazards'] => ({
  ...Object.fromEntries(
    (['asbestos', 'lead paint', 'capacitors', 'radium', 'picture tube', 'rust', 'mould', 'rare'] as const).map(
      (kind) => [kind, { state: 'absent' as const, note: '' }],
    ),
  ),
  ...found,
});

/** An original control of the shell. */
export const control = (
  name: string,
  kind: Conversion['panel']['controls'][string]['kind'],
  wish: Conversion['panel']['controls'][string]['wish'],
  more: Partial<Conversion['panel']['controls'][string]> = {},
): Conversion['panel']['controls'][string] => ({
  name,
  kind,
  original: true,
  was: '',
  state: 'works',
  wish,
  ...more,
});

/** The signals of a usual front panel header on the board of a plan. */
export const frontHeader = (part: string): Conversion['panel']['headers'][string] => ({
  name: 'Front panel',
  type: 'front panel',
  part,
  pins: {},
});
