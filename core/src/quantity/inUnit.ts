import { formatLength, type LengthUnit } from './length';

/** A minus, a figure, perhaps `±` and another figure, and the unit. */
const LENGTHS = /(−?\d+(?:\.\d+)?)(?:( ?± ?)(\d+(?:\.\d+)?))? mm(?![²³\w])/g;

/** A sentence whose lengths are written in mm, with them in the user's unit: `3.8 mm` → `0.150 in`. */
export function inUnit(sentence: string, unit: LengthUnit): string {
  if (unit === 'mm') return sentence;
  const inches = (text: string) => formatLength(Number(text.replace('−', '-')), 'inch');
  return sentence.replace(LENGTHS, (_whole, value: string, sign: string | undefined, half: string | undefined) =>
    half === undefined ? `${inches(value)} in` : `${inches(value)}${sign}${inches(half)} in`,
  );
}
