import Joi from 'joi';
import { WISH_KINDS } from '../types';
import { part } from './kit';
import { body, fate } from './shell';
import { coordinate, id, record, side } from './values';

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

export const layout = Joi.object({
  placements: record(placement),
  wishes: record(wish),
  variants: record(variant).max(24),
  cables: Joi.object()
    .pattern(/^[a-z0-9-]+>[a-z0-9-]+:[a-z0-9-]+$/, Joi.object({ length: Joi.number().min(10).max(5000).required() }))
    .max(400)
    .required(),
}).required();
