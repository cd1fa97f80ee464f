import { formatLength, MM_PER_INCH, type LengthUnit } from './length';

/** What is quoted, such as a name or what was typed, and what is not. */
const QUOTED = /“[^”]*”|[^“]+/g;
const FIGURE = '−?\\d+(?:\\.\\d+)?';
/** One figure or a few (`80 to 120`, `30 × 40`), each perhaps with `±`, and the unit. */
const LENGTHS = new RegExp(`((?:${FIGURE}(?: ?± ?| to | × |–| or |, target ))*${FIGURE}) mm(?![²³\\w])`, 'g');
/** The same with areas in cm². */
const AREAS = new RegExp(`((?:${FIGURE}(?: to | → |–| or ))*${FIGURE}) cm²`, 'g');
/** The same with flows of air in m³/h. */
const FLOWS = new RegExp(`((?:${FIGURE}(?: to | of |–| or ))*${FIGURE}) m³/h`, 'g');
const EACH = new RegExp(FIGURE, 'g');
/** Cubic feet a minute in one m³/h, exact by the foot. */
const CFM = 1 / 1.699010796;
const MM2_PER_IN2 = MM_PER_INCH ** 2;

/** An area in cm² or square inches, with its unit. */
export const formatArea = (mm2: number, unit: LengthUnit = 'mm'): string =>
  unit === 'mm' ? `${(mm2 / 100).toFixed(1)} cm²` : `${(mm2 / MM2_PER_IN2).toFixed(2)} in²`;

/** A flow of air, m³/s, as the user reads it, with its unit. */
export function formatFlow(flow: number, unit: LengthUnit = 'mm'): string {
  const value = flow * 3600 * (unit === 'mm' ? 1 : CFM);
  return `${value.toFixed(Math.abs(value) < 10 ? 1 : 0).replace('-', '−')} ${unit === 'mm' ? 'm³/h' : 'CFM'}`;
}

/**
 * A sentence whose lengths are written in mm areas in cm² and flows in m³/h, with them in the user's unit: `3.8 mm` → `0.150 in`, `80 to 120 mm` →
 * `3.150 to 4.724 in`. What is quoted stays.
 */
export function inUnit(sentence: string, unit: LengthUnit): string {
  if (unit === 'mm') return sentence;
  const inches = (text: string) => formatLength(Number(text.replace('−', '-')), unit);
  const squares = (text: string) => formatArea(Number(text.replace('−', '-')) * 100, 'inch').replace(' in²', '');
  const feet = (text: string) => formatFlow(Number(text.replace('−', '-')) / 3600, 'inch').replace(' CFM', '');
  const turned = (text: string) =>
    text
      .replace(FLOWS, (_whole, figures: string) => `${figures.replace(EACH, feet)} CFM`)
      .replace(AREAS, (_whole, figures: string) => `${figures.replace(EACH, squares)} in²`)
      .replace(LENGTHS, (_whole, figures: string) => `${figures.replace(EACH, inches)} in`);
  return sentence.replace(QUOTED, (text) => (text.startsWith('“') ? text : turned(text)));
}
