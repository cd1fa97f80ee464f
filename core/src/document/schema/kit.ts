import Joi from 'joi';
import { OWN, OWN_BLOCK_ROLES, OWN_FACE_KINDS, PHOTO_REFERENCES } from '../types';
import { amount, axis, id, optionalSide, place, record, side, size, text } from './values';

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

export const part = Joi.object({
  name: text(120).required(),
  standard: Joi.string().max(80).required(),
  dimensions: Joi.object()
    .pattern(/^[a-z][A-Za-z0-9]{0,40}$/, amount)
    .max(60)
    .required(),
  mass: Joi.number().min(0).max(200_000).required(),
  own: ownDesign.when('standard', { is: OWN, then: Joi.required(), otherwise: Joi.forbidden() }),
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

export const kit = Joi.object({
  parts: record(part),
  holeMaps: record(holeMap),
  photos: record(photo),
}).required();
