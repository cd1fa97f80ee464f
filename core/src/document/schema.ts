import Joi from 'joi';
import { LARGEST_LENGTH } from '../quantity';
import {
  FEATURE_KINDS,
  HAZARD_KINDS,
  OWN,
  OWN_BLOCK_ROLES,
  OWN_FACE_KINDS,
  PHOTO_REFERENCES,
  SIDES,
  WISH_KINDS,
} from './types';

/** The schema this build writes. */
export const SCHEMA_VERSION = 3;

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
    readings: Joi.array().items(Joi.number().min(-LARGEST_LENGTH).max(LARGEST_LENGTH)).max(24),
    when: Joi.string().isoDate().max(30),
  });
const place = measuredAs(coordinate).required();
const size = measuredAs(Joi.number().positive().max(20_000)).required();
const wall = measuredAs(Joi.number().positive().max(500)).required();
const amount = measuredAs(Joi.number().min(0).max(20_000)).required();
const record = (value: Joi.Schema) => Joi.object().pattern(id, value).max(400).required();
const face = id.required();

const axis = Joi.valid('x', 'y', 'z').required();
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

const fate = Joi.valid('keep', 'cut', 'removed').required();

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

const body = Joi.object({
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

const ruler = Joi.number().min(80).max(120).required();

const side = Joi.valid(...SIDES).required();
const optionalSide = Joi.valid(...SIDES, null).required();
const watts = Joi.number().min(0).max(5000).required();

const ownDesign = Joi.object({
  blocks: Joi.object()
    .pattern(
      id,
      Joi.object({
        name: text(80).required(),
        role: Joi.valid(...OWN_BLOCK_ROLES).required(),
        shape: Joi.alternatives(
          Joi.object({ kind: Joi.valid('box').required() }),
          Joi.object({ kind: Joi.valid('cylinder').required(), axis }),
        ).required(),
        x: place,
        y: place,
        z: place,
        width: size,
        depth: size,
        height: size,
        direction: optionalSide,
        plug: Joi.number().min(0).max(300).required(),
        conducts: Joi.valid('live', 'metal', null).required(),
      }),
    )
    .min(1)
    .max(120)
    .required(),
  holes: record(Joi.object({ name: text(80).required(), x: place, y: place, diameter: size })),
  faces: record(
    Joi.object({
      name: text(80).required(),
      kind: Joi.valid(...OWN_FACE_KINDS).required(),
      direction: side,
      cut: Joi.object({ u: place, v: place, width: size, height: size }).allow(null).required(),
    }),
  ),
  power: Joi.object({ idle: watts, typical: watts, peak: watts }).required(),
  source: text(200).required(),
});

const part = Joi.object({
  name: text(120).required(),
  standard: Joi.string().max(80).required(),
  dimensions: Joi.object()
    .pattern(/^[a-z][A-Za-z0-9]{0,40}$/, amount)
    .max(60)
    .required(),
  mass: Joi.number().min(0).max(200_000).required(),
  own: ownDesign.when('standard', { is: OWN, then: Joi.required(), otherwise: Joi.forbidden() }),
});

const placement = Joi.object({
  x: coordinate.required(),
  y: coordinate.required(),
  z: coordinate.required(),
  rear: side,
  top: side,
  locked: Joi.boolean().required(),
});

const wish = Joi.object({
  kind: Joi.valid(...WISH_KINDS).required(),
  part: id.required(),
  other: id.allow(null).required(),
  face: id.allow(null).required(),
  distance: Joi.number().min(0).max(5000).required(),
});

const variant = Joi.object({
  name: Joi.string().trim().min(1).max(80).required(),
  placements: record(placement),
  parts: record(part),
  fates: record(fate),
  ring: body.allow(null).required(),
});

const holeMap = Joi.object({
  name: text(120).required(),
  points: Joi.object()
    .pattern(
      id.invalid('left', 'right', 'front', 'rear'),
      Joi.object({ name: text(60).required(), kind: Joi.valid('hole', 'socket').required(), diameter: amount }),
    )
    .max(60)
    .required(),
  distances: record(
    Joi.object({
      from: id.required(),
      to: id.required(),
      how: Joi.valid('centre', 'outer', 'inner').required(),
      measured: size,
    }),
  ),
  mirror: Joi.object({
    from: id.required(),
    to: id.required(),
    point: id.required(),
    side: Joi.valid('left', 'right').required(),
  })
    .allow(null)
    .required(),
  rounds: Joi.array()
    .items(
      Joi.object({
        ruler: Joi.number().min(80).max(120).required(),
        off: record(
          Joi.object({ x: Joi.number().min(-20).max(20).required(), y: Joi.number().min(-20).max(20).required() }),
        ),
      }),
    )
    .max(20)
    .required(),
});

const pixel = Joi.array().items(Joi.number().min(-20_000).max(40_000)).length(2);

const photo = Joi.object({
  name: text(120).required(),
  content: Joi.string()
    .pattern(/^[0-9a-f]{64}$/)
    .required(),
  width: Joi.number().integer().min(16).max(20_000).required(),
  height: Joi.number().integer().min(16).max(20_000).required(),
  reference: Joi.object({ kind: Joi.valid(...PHOTO_REFERENCES).required(), width: size, height: size }).required(),
  corners: Joi.array().items(pixel).max(4).required(),
  straight: Joi.array().items(Joi.array().items(pixel).max(40)).max(20).required(),
  picks: record(
    Joi.object({
      name: text(60).required(),
      kind: Joi.valid('point', 'circle').required(),
      at: Joi.array().items(pixel).min(1).max(24).required(),
      shows: Joi.object({ map: id.required(), point: id.required() }).allow(null).required(),
    }),
  ),
  offPlane: Joi.number().min(0).max(200).required(),
  distance: Joi.number().min(50).max(10_000).required(),
});

const schema = Joi.object({
  schemaVersion: Joi.number().valid(SCHEMA_VERSION).required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: text(300).required(),
  brief,
  shell: Joi.object({
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
  }).required(),
  kit: Joi.object({
    parts: record(part),
    holeMaps: record(holeMap),
    photos: record(photo),
  }).required(),
  layout: Joi.object({
    placements: record(placement),
    wishes: record(wish),
    variants: record(variant).max(24),
    cables: Joi.object()
      .pattern(/^[a-z0-9-]+>[a-z0-9-]+:[a-z0-9-]+$/, Joi.object({ length: Joi.number().min(10).max(5000).required() }))
      .max(400)
      .required(),
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

/** What is wrong with the form of a part that stands by itself, such as one of the user's own library. */
export function complaintsOfPart(value: unknown): Complaint[] {
  return complaintsBy(part, value);
}

/** Checks the form of a whole document: types, ranges, ids. Empty when it is in order. */
export function complaintsOfForm(document: unknown): Complaint[] {
  return complaintsBy(schema, document);
}

function complaintsBy(form: Joi.Schema, value: unknown): Complaint[] {
  const { error } = form.validate(value, {
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
