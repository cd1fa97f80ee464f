import { formatLength, type LengthUnit } from './length';

/** What is quoted, such as a name or what was typed, and what is not. */
const QUOTED = /“[^”]*”|[^“]+/g;
const FIGURE = '−?\\d+(?:\\.\\d+)?';
/** One figure or a few (`80 to 120`, `30 × 40`), each perhaps with `±`, and the unit. */
const LENGTHS = new RegExp(`((?:${FIGURE}(?: ?± ?| to | × |–| or ))*${FIGURE}) mm(?![²³\\w])`, 'g');
const EACH = new RegExp(FIGURE, 'g');

/**
 * A sentence whose lengths are written in mm, with them in the user's unit: `3.8 mm` → `0.150 in`, `80 to 120 mm` →
 * `3.150 to 4.724 in`. What is quoted stays.
 */
export function inUnit(sentence: string, unit: LengthUnit): string {
  if (unit === 'mm') return sentence;
  const inches = (text: string) => formatLength(Number(text.replace('−', '-')), 'inch');
  const turned = (text: string) =>
    text.replace(LENGTHS, (_whole, figures: string) => `${figures.replace(EACH, inches)} in`);
  return sentence.replace(QUOTED, (text) => (text.startsWith('“') ? text : turned(text)));
}
