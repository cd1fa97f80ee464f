import Joi from 'joi';
import { LARGEST_LENGTH } from '../../quantity';
import { SIDES } from '../types';

export const id = Joi.string()
  .invalid('constructor', 'prototype')
  .pattern(/^[a-z][a-z0-9-]{0,63}$/)
  .message('an id is lower-case letters, digits and hyphens, such as board-1');

export const text = (most: number) => Joi.string().allow('').max(most);

export const coordinate = Joi.number().min(-LARGEST_LENGTH).max(LARGEST_LENGTH);

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

export const place = measuredAs(coordinate).required();

export const size = measuredAs(Joi.number().positive().max(20_000)).required();

export const wall = measuredAs(Joi.number().positive().max(500)).required();

export const amount = measuredAs(Joi.number().min(0).max(20_000)).required();

export const record = (value: Joi.Schema) => Joi.object().pattern(id, value).max(400).required();

export const face = id.required();

export const axis = Joi.valid('x', 'y', 'z').required();

export const side = Joi.valid(...SIDES).required();

export const optionalSide = Joi.valid(...SIDES, null).required();
