import Joi from 'joi';

// What a row must look like, whoever brings it: a request, or a backup.

export const operation = Joi.object({
  op: Joi.valid('add', 'remove', 'replace').required(),
  path: Joi.string().max(400).allow('').required(),
  value: Joi.any(),
});

export const uid = Joi.string().min(8).max(64);

/** What a change says of itself, without where it goes. */
export const changeWords = {
  uid: uid.required(),
  type: Joi.string().max(40).required(),
  label: Joi.string().max(200).required(),
  kind: Joi.valid('do', 'undo', 'redo').required(),
  of: Joi.string().max(64).allow(null).required(),
};

/** A time as the store writes it: ISO 8601 in UTC, so that times sort as text. */
const at = Joi.string()
  .max(30)
  .custom((value: string, helpers) => {
    const time = new Date(value);
    return Number.isFinite(time.getTime()) && time.toISOString() === value ? value : helpers.error('any.invalid');
  })
  .messages({ 'any.invalid': '{{#label}} is no time like 2026-12-01T08:00:00.000Z' });

const id = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .messages({ 'string.pattern.base': '{{#label}} is not one to forty letters, digits and dashes' });
const revision = Joi.number().integer().min(0).max(1e9);
/** The length of a document is asked where it is read. */
const text = Joi.string();

/** What is kept of a conversion besides its document. */
export const keptWords = Joi.object({
  id: id.required(),
  revision: revision.required(),
  createdAt: at.required(),
  updatedAt: at.required(),
  deletedAt: at.allow(null).required(),
});

/** A conversion in a backup, without its journal and snapshots, which are judged one by one. */
export const keptConversion = keptWords.keys({
  document: text.required(),
  journal: Joi.array().required(),
  snapshots: Joi.array().required(),
});

export const keptEntry = Joi.object({
  ...changeWords,
  revision: revision.min(1).required(),
  operations: Joi.array().items(operation).required(),
  inverse: Joi.array().items(operation).required(),
  madeAt: at.required(),
  folded: Joi.boolean(),
});

export const keptSnapshot = Joi.object({ revision: revision.required(), document: text.required() });

export const keptPart = Joi.object({
  id: id.required(),
  name: Joi.string().allow('').max(200),
  part: text.required(),
  updated_at: at.required(),
});

export const keptSetting = Joi.object({
  key: Joi.string().min(1).max(80).required(),
  value: Joi.string().allow('').max(10_000).required(),
});

/** What is wrong with a row, in a few words; undefined where nothing is. */
export function wrongIn(schema: Joi.Schema, row: unknown): string | undefined {
  const { error } = schema.validate(row, { convert: false });
  return error && clipped(error.message);
}

/** Values in messages may be as long as a file. */
export const clipped = (words: string, most = 160): string =>
  words.length > most ? `${words.slice(0, most)} …` : words;
