import Joi from 'joi';
import { LARGEST_LENGTH } from '../quantity';
import { SIDES } from './types';

/** The schema this build writes. */
export const SCHEMA_VERSION = 1;

/** An import larger than this is refused before it is read, bytes. */
export const LARGEST_DOCUMENT = 4_000_000;

const id = Joi.string()
  .pattern(/^[a-z][a-z0-9-]{0,63}$/)
  .message('an id is lower-case letters, digits and hyphens, such as board-1');
const text = (most: number) => Joi.string().allow('').max(most);
const coordinate = Joi.number().min(-LARGEST_LENGTH).max(LARGEST_LENGTH);
const measuredAs = (value: Joi.NumberSchema) =>
  Joi.object({
    value: value.required(),
    uncertainty: Joi.number().min(0).max(100).required(),
    tool: Joi.string()
      .valid('calipers', 'calipers-machined', 'rule', 'tape', 'printed', 'jigsaw', 'catalogue', 'standard', 'guess')
      .required(),
  });
const place = measuredAs(coordinate).required();
const size = measuredAs(Joi.number().positive().max(20_000)).required();
const wall = measuredAs(Joi.number().positive().max(500)).required();
const amount = measuredAs(Joi.number().min(0).max(20_000)).required();
const record = (value: Joi.Schema) => Joi.object().pattern(id, value).max(400).required();
const face = id.required();

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
      is: 'wedge',
      then: Joi.object({
        form: Joi.valid('wedge').required(),
        width: size,
        profile: Joi.array()
          .items(Joi.object({ y: place, z: place, face, wall }))
          .min(3)
          .max(16)
          .required(),
        walls: Joi.object({ left: wall, right: wall }).required(),
      }),
    },
  ],
  otherwise: Joi.object({ form: Joi.valid('box', 'wedge').required() }).unknown(),
});

const shape = Joi.alternatives(
  Joi.object({ kind: Joi.valid('box').required(), width: size, depth: size, height: size }),
  Joi.object({
    kind: Joi.valid('cylinder').required(),
    axis: Joi.valid('x', 'y', 'z').required(),
    diameter: size,
    length: size,
  }),
);

const feature = Joi.object({
  name: text(80).required(),
  shape: shape.required(),
  x: place,
  y: place,
  z: place,
  fate: Joi.valid('keep', 'cut', 'removed').required(),
  why: text(300).required(),
  body: Joi.valid('base', 'lid').required(),
  metal: Joi.boolean().required(),
  moving: Joi.boolean().required(),
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

const brief = Joi.object({
  purpose: text(300).required(),
  policy: Joi.valid('conserve', 'sleeper', 'open').required(),
  place: text(300).required(),
  blockedFaces: Joi.array().items(id).max(20).required(),
  ambient: Joi.number().min(-40).max(60).required(),
  dust: Joi.valid('clean', 'normal', 'dusty').required(),
  daily: text(300).required(),
  survivors: record(
    Joi.object({
      name: text(120).required(),
      about: Joi.object({
        kind: Joi.valid('face', 'feature', 'words').required(),
        id: id,
      }).required(),
    }),
  ),
  targets: record(
    Joi.object({
      kind: Joi.valid(
        'outer-litres',
        'mass',
        'smallest-margin',
        'free-litres',
        'drives',
        'temperature-rise',
        'noise',
        'wall-watts',
        'budget',
        'ready-by',
      ).required(),
      limit: Joi.number().min(0).max(99_999_999).required(),
    }),
  ),
  alternative: Joi.object({
    name: text(120).required(),
    litres: Joi.number().min(0).max(10_000).required(),
    price: Joi.number().min(0).max(10_000_000).required(),
  }).required(),
}).required();

const side = Joi.valid(...SIDES).required();
const ruler = Joi.number().min(80).max(120).required();

const schema = Joi.object({
  schemaVersion: Joi.number().valid(SCHEMA_VERSION).required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: text(300).required(),
  brief,
  shell: Joi.object({
    hull: hull.required(),
    material: Joi.valid(
      'steel',
      'aluminium',
      'wood',
      'plywood',
      'fibreboard',
      'plastic',
      'bakelite',
      'other',
    ).required(),
    lid: Joi.object({
      name: text(80).required(),
      splitHeight: size,
      closure: Joi.valid('screws outside', 'screws inside', 'snap tabs', 'hinge', 'lift off').required(),
    })
      .allow(null)
      .required(),
    features: record(feature),
    openings: record(opening),
  }).required(),
  kit: Joi.object({
    parts: record(
      Joi.object({
        name: text(120).required(),
        standard: Joi.string().max(80).required(),
        dimensions: Joi.object()
          .pattern(/^[a-z][A-Za-z0-9]{0,40}$/, amount)
          .max(60)
          .required(),
        mass: Joi.number().min(0).max(200_000).required(),
      }),
    ),
  }).required(),
  layout: Joi.object({
    placements: record(
      Joi.object({
        x: coordinate.required(),
        y: coordinate.required(),
        z: coordinate.required(),
        rear: side,
        top: side,
        locked: Joi.boolean().required(),
      }),
    ),
  }).required(),
  cut: Joi.object({
    allowance: Joi.number().min(0).max(5).required(),
    paper: Joi.valid('a4', 'letter').required(),
    ruler: Joi.object({ horizontal: ruler, vertical: ruler }).required(),
    mirrored: Joi.array().items(id).max(20).required(),
  }).required(),
  accepted: Joi.object()
    .pattern(
      Joi.string().max(200),
      Joi.object({ reason: text(300).required(), verdict: Joi.valid('stop', 'warn', 'note').required() }),
    )
    .max(400)
    .required(),
});

/** What makes a document unacceptable: where (RFC 6901 pointer) and why, in words that can be shown. */
export interface Complaint {
  path: string;
  message: string;
}

/** Checks the form of a whole document: types, ranges, ids. Empty when it is in order. */
export function complaintsOfForm(document: unknown): Complaint[] {
  const { error } = schema.validate(document, {
    abortEarly: false,
    convert: false,
    errors: { wrap: { label: '“' } },
  });
  return (error?.details ?? []).map((detail) => ({
    path: detail.path.map((step) => `/${step}`).join(''),
    message: `${detail.message}${valueNote(detail.context?.value)}`,
  }));
}

function valueNote(value: unknown): string {
  return typeof value === 'number' || typeof value === 'string' ? ` (it is ${String(value).slice(0, 60)})` : '';
}
