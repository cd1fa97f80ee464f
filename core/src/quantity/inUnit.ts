import { formatLength, MM_PER_INCH, type LengthUnit } from './length';

/** What is quoted, such as a name or what was typed, and what is not. */
const QUOTED = /“[^”]*”|[^“]+/g;
const FIGURE = '−?\\d+(?:\\.\\d+)?';
/** One figure or a few (`80 to 120`, `30 × 40`), each perhaps with `±`, and the unit. */
const LENGTHS = new RegExp(`((?:${FIGURE}(?: ?± ?| to | × |–| or ))*${FIGURE}) mm(?![²³\\w])`, 'g');
/** The same with areas in cm². */
const AREAS = new RegExp(`((?:${FIGURE}(?: to | → |–| or ))*${FIGURE}) cm²`, 'g');
const EACH = new RegExp(FIGURE, 'g');
const MM2_PER_IN2 = MM_PER_INCH ** 2;

/** An area in cm² or square inches, with its unit. */
export const formatArea = (mm2: number, unit: LengthUnit = 'mm'): string =>
  unit === 'mm' ? `${(mm2 / 100).toFixed(1)} cm²` : `${(mm2 / MM2_PER_IN2).toFixed(2)} in²`;

/**
 * A sentence whose lengths are written in mm and areas in cm², with them in the user's unit: `3.8 mm` → `0.150 in`, `80 to 120 mm` →
 * `3.150 to 4.724 in`. What is quoted stays.
 */
export function inUnit(sentence: string, unit: LengthUnit): string {
  if (unit === 'mm') return sentence;
  const inches = (text: string) => formatLength(Number(text.replace('−', '-')), 'inch');
  const squares = (text: string) => formatArea(Number(text.replace('−', '-')) * 100, 'inch').replace(' in²', '');
  const turned = (text: string) =>
    text
      .replace(AREAS, (_whole, figures: string) => `${figures.replace(EACH, squares)} in²`)
      .replace(LENGTHS, (_whole, figures: string) => `${figures.replace(EACH, inches)} in`);
  return sentence.replace(QUOTED, (text) => (text.startsWith('“') ? text : turned(text)));
}
