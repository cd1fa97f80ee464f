import Joi from 'joi';
import { brief } from './brief';
import { kit, part } from './kit';
import { layout } from './layout';
import { shell } from './shell';
import { id, text } from './values';

/** The schema this build writes. */
export const SCHEMA_VERSION = 3;

/** A document may have so many characters as compact JSON; a change that would make it larger is refused. */
export const LARGEST_DOCUMENT = 16_000_000;

/** A file of a conversion larger than this is refused before it is read, characters: indented, it is up to four times as long. */
export const LARGEST_FILE = 4 * LARGEST_DOCUMENT;

const ruler = Joi.number().min(80).max(120).required();

const schema = Joi.object({
  schemaVersion: Joi.number().valid(SCHEMA_VERSION).required(),
  name: Joi.string().trim().min(1).max(120).required(),
  note: text(300).required(),
  brief,
  shell,
  kit,
  layout,
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
