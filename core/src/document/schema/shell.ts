import Joi from 'joi';
import { FEATURE_KINDS, HAZARD_KINDS, SIDES } from '../types';
import { amount, axis, coordinate, face, id, place, record, size, text, wall } from './values';

const material = Joi.valid(
  'steel',
  'aluminium',
  'wood',
  'plywood',
  'fibreboard',
  'plastic',
  'bakelite',
  'other',
).required();

/** Boxes that may stand for an imported solid. */
export const MOST_COVER_BOXES = 400;

const importedSolid = Joi.object({
  content: Joi.string()
    .pattern(/^[0-9a-f]{64}$/)
    .required(),
  file: text(200).required(),
  size: Joi.object({ x: size, y: size, z: size }).required(),
  cover: Joi.array().items(Joi.array().items(coordinate).length(6)).max(MOST_COVER_BOXES).required(),
  volume: Joi.number().min(0).required(),
  waste: Joi.number().min(0).required(),
}).required();

const hull = Joi.alternatives().conditional(Joi.ref('.form'), {
  switch: [
    {
      is: 'box',
      then: Joi.object({
        form: Joi.valid('box').required(),
        width: size,
        depth: size,
        height: size,
        walls: Joi.object(Object.fromEntries(SIDES.map((side) => [side, wall]))).required(),
      }),
    },
    {
      is: 'profile',
      then: Joi.object({
        form: Joi.valid('profile').required(),
        axis,
        length: size,
        corners: Joi.array()
          .items(Joi.object({ a: place, b: place, radius: amount, face, wall, rise: place }))
          .min(3)
          .max(24)
          .required(),
        ends: Joi.object({ low: wall, high: wall }).required(),
      }),
    },
    {
      is: 'tub',
      then: Joi.object({
        form: Joi.valid('tub').required(),
        width: size,
        depth: size,
        height: size,
        topWidth: size,
        topDepth: size,
        walls: Joi.object(Object.fromEntries(SIDES.map((side) => [side, wall]))).required(),
      }),
    },
    { is: 'solid', then: Joi.object({ form: Joi.valid('solid').required(), solid: importedSolid }) },
  ],
  otherwise: Joi.object({ form: Joi.valid('box', 'profile', 'tub', 'solid').required() }).unknown(),
});

const shape = Joi.alternatives(
  Joi.object({ kind: Joi.valid('box').required(), width: size, depth: size, height: size }),
  Joi.object({ kind: Joi.valid('cylinder').required(), axis, diameter: size, length: size }),
  Joi.object({
    kind: Joi.valid('prism').required(),
    axis,
    length: size,
    corners: Joi.array()
      .items(Joi.object({ a: place, b: place }))
      .min(3)
      .max(24)
      .required(),
  }),
  Joi.object({ kind: Joi.valid('solid').required(), solid: importedSolid }),
);

export const fate = Joi.valid('keep', 'cut', 'removed').required();

const feature = Joi.object({
  name: text(80).required(),
  kind: Joi.valid(...FEATURE_KINDS).required(),
  shape: shape.required(),
  x: place,
  y: place,
  z: place,
  fate,
  why: text(300).required(),
  body: id.required(),
  metal: Joi.boolean().required(),
  moving: Joi.boolean().required(),
  sweep: Joi.object(Object.fromEntries(SIDES.map((side) => [side, Joi.number().min(0).max(2000)]))).required(),
  fillet: Joi.number().min(0).max(100).required(),
  copies: Joi.alternatives(
    Joi.object({
      kind: Joi.valid('row').required(),
      axis,
      count: Joi.number().integer().min(2).max(60).required(),
      pitch: place,
    }),
    Joi.object({ kind: Joi.valid('mirror').required(), axis, at: place }),
  )
    .allow(null)
    .required(),
});

export const body = Joi.object({
  name: text(80).required(),
  kind: Joi.valid('lid', 'half', 'door', 'drawer', 'panel', 'ring').required(),
  cut: Joi.alternatives(
    Joi.object({
      kind: Joi.valid('plane').required(),
      axis,
      at: place,
      side: Joi.valid('above', 'below').required(),
    }),
    Joi.object({ kind: Joi.valid('face').required(), face, u: place, v: place, width: size, height: size }),
    Joi.object({ kind: Joi.valid('ring').required(), height: size }),
  ).required(),
  motion: Joi.alternatives(
    Joi.object({ kind: Joi.valid('lift').required() }),
    Joi.object({
      kind: Joi.valid('swing').required(),
      edge: Joi.valid(...SIDES).required(),
      angle: Joi.number().min(1).max(360).required(),
    }),
    Joi.object({ kind: Joi.valid('slide').required(), depth: size, travel: size }),
  ).required(),
  closures: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('screw', 'snap tab', 'hinge', 'glue', 'rivet', 'latch', 'magnet', 'lies on').required(),
        count: Joi.number().integer().min(1).max(200).required(),
        where: text(120).required(),
        releasedFrom: Joi.valid('outside', 'inside').required(),
      }),
    )
    .max(20)
    .required(),
  material,
  weighed: Joi.number().min(0).max(500_000).allow(null).required(),
});

const opening = Joi.object({
  name: text(80).required(),
  face,
  shape: Joi.alternatives(
    Joi.object({ kind: Joi.valid('rectangle').required(), width: size, height: size }),
    Joi.object({ kind: Joi.valid('round').required(), diameter: size }),
  ).required(),
  u: place,
  v: place,
});

export const shell = Joi.object({
  hull: hull.required(),
  material,
  bodies: record(body),
  features: record(feature),
  openings: record(opening),
  hazards: Joi.object(
    Object.fromEntries(
      HAZARD_KINDS.map((kind) => [
        kind,
        Joi.object({
          state: Joi.valid('unknown', 'absent', 'suspected', 'present', 'dealt with').required(),
          note: text(300).required(),
        }),
      ]),
    ),
  ).required(),
}).required();
