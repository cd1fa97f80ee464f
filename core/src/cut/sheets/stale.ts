import type { Assembly } from '../../assembly';
import { faceWords } from '../../document';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { carrierOfSheet } from './carriers';
import { halfOfKey } from './halves';
import { sheetOf, sheetsToCut, type Sheet } from './sheet';

/**
 * What a sheet was drawn from, as eight hexadecimal digits: printed on it, so that a sheet on the bench is known for what
 * it is. FNV-1a over 32 bits (RFC 9923, from memory) of all that is drawn, to 0.01 mm.
 */
export function markOf({ items, width, height, mirrored }: Sheet): string {
  let hash = 0x811c9dc5;
  const add = (word: string) => {
    for (let i = 0; i < word.length; i++) hash = Math.imul(hash ^ word.charCodeAt(i), 0x01000193) >>> 0;
  };
  add(
    JSON.stringify([width, height, mirrored, items], (_key, value: unknown) =>
      typeof value === 'number' ? Math.round(value * 100) / 100 + 0 : value,
    ),
  );
  return hash.toString(16).padStart(8, '0');
}

/** Faces whose printed sheet is not what would be printed now. */
export function staleFaces(document: Conversion, assembly: Assembly): string[] {
  const printed = Object.entries(document.cut.printed);
  if (printed.length === 0) return [];
  const faces = new Set(sheetsToCut(document, assembly));
  return printed
    .filter(([face, { mark }]) => !faces.has(face) || markOf(sheetOf(document, face, assembly)) !== mark)
    .map(([face]) => face);
}

/** A printed sheet that the plan has left behind. */
export const staleFindings = (document: Conversion, assembly: Assembly): Finding[] =>
  staleFaces(document, assembly).map((face) => {
    const { mark, when } = document.cut.printed[face]!;
    const about = carrierOfSheet(document, assembly, face);
    const half = halfOfKey(document, assembly, face);
    const name = about || half ? sheetOf(document, face, assembly).title : faceWords(face);
    return {
      id: `cut/stale/${face}`,
      station: 'cut',
      verdict: 'warn',
      sentence: `The sheet of the ${name} that was printed ${when} (${mark}) is not what the plan says now: print it again, throw the old one away.`,
      brief: `old sheet, ${name}`,
      figures: [],
      about: [about ?? { kind: 'face', id: half?.face ?? face }],
    };
  });
