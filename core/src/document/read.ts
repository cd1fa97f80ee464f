import { complaintsOf } from './rules';
import { LARGEST_DOCUMENT, SCHEMA_VERSION, type Complaint } from './schema';
import type { Conversion } from './types';
import { upgrade } from './upgrades';

/** The marker by which a file is known to be ours. */
export const FORMAT = 'young-shell-conversion';

/** Why a file is not a conversion; the message can be shown as it is. */
export class DocumentError extends Error {
  constructor(
    readonly code: 'too-large' | 'not-json' | 'not-ours' | 'newer' | 'invalid',
    message: string,
    readonly complaints: Complaint[] = [],
  ) {
    super(message);
  }
}

/** The file form of a conversion: pretty JSON with the marker first. */
export function writeConversion(document: Conversion): string {
  return `${JSON.stringify({ format: FORMAT, ...document }, null, 2)}\n`;
}

/**
 * Reads a conversion from the text of a file, upgrading older versions.
 * @throws DocumentError saying what is wrong and what would be right.
 */
export function readConversion(text: string): Conversion {
  if (text.length > LARGEST_DOCUMENT)
    throw new DocumentError(
      'too-large',
      `The file has ${(text.length / 1e6).toFixed(1)} MB; a conversion has at most ${LARGEST_DOCUMENT / 1e6} MB. Is it a solid or a photo?`,
    );
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw new DocumentError('not-json', 'The file is not JSON. A conversion is the .json file that “Export” writes.');
  }
  if (raw === null || typeof raw !== 'object' || (raw as { format?: unknown }).format !== FORMAT)
    throw new DocumentError('not-ours', `The file is JSON, but not a conversion: its “format” would be “${FORMAT}”.`);
  const { format: _, ...document } = raw as Record<string, unknown>;
  const version = document.schemaVersion;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new DocumentError(
      'invalid',
      `“schemaVersion” is ${JSON.stringify(version)}; it would be a whole number from 1 to ${SCHEMA_VERSION}.`,
    );
  if (version > SCHEMA_VERSION)
    throw new DocumentError(
      'newer',
      `The file was written by a newer version (schema ${version}); this one reads up to ${SCHEMA_VERSION}. Update Young Shell to open it.`,
    );
  try {
    upgrade(document);
  } catch {
    throw new DocumentError(
      'invalid',
      `The file says schema ${version}, but is not built like one: it can't be brought to schema ${SCHEMA_VERSION}.`,
    );
  }
  const complaints = complaintsOf(document);
  if (complaints.length > 0)
    throw new DocumentError(
      'invalid',
      `The conversion has ${complaints.length === 1 ? 'a value' : `${complaints.length} values`} out of order: ${complaints
        .slice(0, 3)
        .map((c) => `${c.path}: ${c.message}`)
        .join('; ')}`,
      complaints,
    );
  return document as unknown as Conversion;
}
