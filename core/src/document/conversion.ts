import {
  validationIssuesBelow,
  validationIssuesBy,
  except,
  keyed,
  matching,
  name,
  number,
  object,
  oneOf,
  optional,
  text,
  whole,
  words,
  type ValidationIssue,
  type Form,
  type Of,
} from '../form';
import { FORBIDDEN_KEYS } from './keys';
import { SECTIONS, type Sections } from './sections';

/** The schema this build writes. */
export const SCHEMA_VERSION = 11;

/** A document may have so many characters as compact JSON; a change that would make it larger is refused. */
export const LARGEST_DOCUMENT = 16_000_000;

/** A file of a conversion larger than this is refused before it is read, characters: indented, it is up to four times as long. */
export const LARGEST_FILE = 4 * LARGEST_DOCUMENT;

const frame = {
  schemaVersion: oneOf([SCHEMA_VERSION]),
  name: name(120),
  note: text(300),
  /** Findings the user has looked at and lives with, why, and how bad they were then: if one gets worse, it is open again. */
  accepted: keyed(
    except(words(200), FORBIDDEN_KEYS),
    object({
      reason: text(300),
      verdict: oneOf(['stop', 'warn', 'note']),
      /** How bad it was among those of its verdict; more is worse. */
      amount: optional(number(-1e9, 1e9)),
      /** Who answers for it: what can kill is not lived with otherwise. */
      by: optional(name(80)),
    }),
    400,
  ),
  /** Up to which number the ids of a stem were given out and are gone: `card: 2` once `card-2` was taken out. */
  spent: keyed(matching(/^[a-z][a-z0-9-]{0,63}$/), whole(1, 1_000_000), 400),
};

const form = object({
  ...frame,
  ...Object.fromEntries(SECTIONS.map((section) => [section.key, section.form as Form<unknown>])),
});

/** One conversion: facts only. Lengths in mm from the front-left-bottom outer corner; x right, y rear, z up. */
export interface Conversion extends Sections {
  schemaVersion: number;
  name: string;
  note: string;
  accepted: Of<typeof frame.accepted>;
  spent: Record<string, number>;
}

export type Accepted = Conversion['accepted'][string];

/** Checks the form of a whole document: types, ranges, ids. Empty when it is in order. */
export const validationIssuesOfForm = (document: unknown): ValidationIssue[] => validationIssuesBy(form, document);

/**
 * Makes what checks documents a piece at a time: it is made when it is first asked for, and that takes a while. For a
 * thread that has something else to do in between.
 */
export function* preparingForms(): Generator<void> {
  for (const section of SECTIONS) {
    validationIssuesBy(section.form, null);
    yield;
  }
  validationIssuesOfForm(null);
}

/** Checks the form of what was altered below a path, the rest being in order. */
export const validationIssuesOfFormBelow = (document: unknown, steps: readonly string[]): ValidationIssue[] =>
  validationIssuesBelow(form, document, steps);
