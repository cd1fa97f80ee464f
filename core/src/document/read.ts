import { forbiddenKey } from './keys';
import { validationIssuesOf } from './rules';
import type { ValidationIssue } from '../form';
import { LARGEST_FILE, SCHEMA_VERSION, type Conversion } from './conversion';
import { upgrade } from './upgrades';

/** The marker by which a file is known to be ours. */
export const FORMAT = 'young-shell-conversion';

/** Why a file is not a conversion; the message can be shown as it is. */
export class DocumentError extends Error {
  constructor(
    readonly code: 'too-large' | 'not-json' | 'not-ours' | 'newer' | 'invalid',
    message: string,
    readonly validationIssues: ValidationIssue[] = [],
  ) {
    super(message);
  }
}

/** The file form of a conversion: pretty JSON with the marker first. */
export function writeConversion(document: Conversion): string {
  return `${JSON.stringify({ format: FORMAT, ...document }, null, 2)}\n`;
}

/** A document as it was stored: of the present schema, or why it can't be read. `from` is the schema it was of. */
export type Stored = { document: Conversion; from: number } | { fault: string };

/** Reads a conversion from the text of a stored document, bringing an older one up to date. Never throws. */
export function readStored(text: string): Stored {
  try {
    return broughtUp(JSON.parse(text));
  } catch (error) {
    return { fault: error instanceof DocumentError ? error.message : 'What is stored is no JSON.' };
  }
}

/**
 * Reads a conversion from the text of a file, bringing an older one up to date.
 * @throws DocumentError saying what is wrong and what would be right.
 */
export function readConversion(text: string): Conversion {
  if (text.length > LARGEST_FILE)
    throw new DocumentError(
      'too-large',
      `The file has ${(text.length / 1e6).toFixed(1)} MB; a conversion has at most ${LARGEST_FILE / 1e6} MB. Is it a solid or a photo?`,
    );
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw new DocumentError('not-json', 'The file is not JSON. A conversion is the .json file that “Export” writes.');
  }
  if (raw === null || typeof raw !== 'object' || (raw as { format?: unknown }).format !== FORMAT)
    throw new DocumentError('not-ours', `The file is JSON, but not a conversion: its “format” would be “${FORMAT}”.`);
  if (isNested(raw, DEEPEST))
    throw new DocumentError('invalid', `The file is nested more than ${DEEPEST} deep; no conversion is.`);
  const { format: _, ...document } = raw as Record<string, unknown>;
  return broughtUp(document).document;
}

/** Deeper than any place of a document. */
const DEEPEST = 100;

/** Is a value nested deeper than so? Asked without calls of itself: it may be nested deeper than those can be. */
function isNested(value: unknown, most: number): boolean {
  let layer = [value];
  for (let depth = 0; layer.length > 0; depth++) {
    if (depth > most) return true;
    layer = layer.flatMap((v) => (v !== null && typeof v === 'object' ? Object.values(v) : []));
  }
  return false;
}

/** Brings what was parsed to the present schema and checks it. @throws DocumentError */
function broughtUp(raw: unknown): { document: Conversion; from: number } {
  if (raw === null || typeof raw !== 'object' || Array.isArray(raw))
    throw new DocumentError('invalid', 'A conversion is a JSON object.');
  const document = raw as Record<string, unknown>;
  const version = document.schemaVersion;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new DocumentError(
      'invalid',
      `“schemaVersion” is ${JSON.stringify(version)}; it would be a whole number from 1 to ${SCHEMA_VERSION}.`,
    );
  if (version > SCHEMA_VERSION)
    throw new DocumentError(
      'newer',
      `It was written by a newer version (schema ${version}); this one reads up to ${SCHEMA_VERSION}. Update Young Shell to open it.`,
    );
  // Such keys vanish when a document is copied: they are looked for before anything else touches it.
  const key = forbiddenKey(document);
  if (key) throw new DocumentError('invalid', key.message, [key]);
  try {
    upgrade(document);
  } catch {
    throw new DocumentError(
      'invalid',
      `It says schema ${version}, but is not built like one: it can't be brought to schema ${SCHEMA_VERSION}.`,
    );
  }
  const validationIssues = validationIssuesOf(document);
  if (validationIssues.length > 0)
    throw new DocumentError(
      'invalid',
      `The conversion has ${validationIssues.length === 1 ? 'a value' : `${validationIssues.length} values`} out of order: ${validationIssues
        .slice(0, 3)
        .map((c) => `${c.path}: ${c.message}`)
        .join('; ')}`,
      validationIssues,
    );
  return { document: document as unknown as Conversion, from: version };
}
