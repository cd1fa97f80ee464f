import Joi from 'joi';
import { id, record, text } from './values';

export const brief = Joi.object({
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
