/** The unit a length is shown in, and the one a bare number is read in; `fraction`: inches, as fractions where they are some. */
export type LengthUnit = 'mm' | 'inch' | 'fraction';
/** What a unit is called beside a figure. */
export const unitWord = (unit: LengthUnit): string => (unit === 'mm' ? 'mm' : 'in');

export const MM_PER_INCH = 25.4; // exact: international yard and pound agreement, 1959
const MM_PER_FOOT = 12 * MM_PER_INCH;

/** No shell we plan for is larger; a value beyond it is a slip of the keyboard. */
export const LARGEST_LENGTH = 100_000;

const UNITS: ReadonlyArray<readonly [RegExp, number]> = [
  [/^(?:mm|millimet(?:er|re)s?)(?![a-z])/i, 1],
  [/^(?:cm|centimet(?:er|re)s?)(?![a-z])/i, 10],
  [/^(?:"|″|”|''|(?:inches|inch|in)(?![a-z]))/i, MM_PER_INCH],
  [/^(?:'|′|’|(?:feet|foot|ft)(?![a-z]))/i, MM_PER_FOOT],
  [/^(?:thou|mil)s?(?![a-z])/i, MM_PER_INCH / 1000],
  [/^(?:m|met(?:er|re)s?)(?![a-z])/i, 1000],
];

/** What was wrong with a typed length; the message can be shown as it is. */
export class LengthError extends Error {
  readonly code = 'length';
}

/** A number that may or may not carry a unit yet: `45` is pure, `45 mm` is a length. */
interface Term {
  value: number;
  pure: boolean;
}

class Reader {
  at = 0;
  constructor(
    readonly text: string,
    readonly bareUnit: number,
  ) {}

  fail(why: string): never {
    throw new LengthError(
      `“${this.text.trim()}” is not a length: ${why}. Type for example 12.7, 1/2", 0.5in, 1' 3 1/2" or 45+3.2.`,
    );
  }

  space() {
    while (/\s/.test(this.text[this.at] ?? '')) this.at++;
  }

  take(pattern: RegExp): RegExpExecArray | null {
    const found = pattern.exec(this.text.slice(this.at));
    if (found) this.at += found[0].length;
    return found;
  }

  number(digits: string): number {
    return Number(digits.replace(',', '.'));
  }

  unit(): number | undefined {
    const before = this.at;
    this.space();
    for (const [pattern, factor] of UNITS) if (this.take(pattern)) return factor;
    this.at = before;
    return undefined;
  }

  /** `3 1/2`, `3-1/2"`, `1/2` (only where a unit follows or nothing does) or `12.7`. */
  magnitude(): number {
    this.space();
    const mixed = this.take(/^(\d+)\s+(\d+)\s*[/⁄]\s*(\d+)/);
    if (mixed) return Number(mixed[1]) + this.ratio(mixed[2]!, mixed[3]!);
    // `7-1/2"`: inches are written so, without a space; with spaces it is a difference.
    const joined = this.take(/^(\d+)[-‑](\d+)[/⁄](\d+)(?=\s*(?:"|″|”|in\b|inch))/i);
    if (joined) return Number(joined[1]) + this.ratio(joined[2]!, joined[3]!);
    const fraction = this.take(/^(\d+)\s*[/⁄]\s*(\d+)(?=\s*(?:"|″|”|'|′|’|[a-z]))/i);
    if (fraction) return this.ratio(fraction[1]!, fraction[2]!);
    const plain = this.take(/^(?:\d+(?:[.,]\d*)?|[.,]\d+)/);
    if (!plain) {
      const rest = this.text.slice(this.at).trim();
      this.fail(rest ? `“${rest}” is not a number` : 'a number is missing');
    }
    return this.number(plain[0]);
  }

  ratio(top: string, bottom: string): number {
    if (Number(bottom) === 0) this.fail('a fraction over zero');
    return Number(top) / Number(bottom);
  }

  atom(): Term {
    this.space();
    if (this.take(/^\(/)) {
      const inside = this.sum();
      this.space();
      if (!this.take(/^\)/)) this.fail('a bracket is not closed');
      return inside;
    }
    const value = this.magnitude();
    const unit = this.unit();
    if (unit === undefined) return { value, pure: true };
    let length = value * unit;
    if (unit === MM_PER_FOOT) {
      const before = this.at;
      // `1'-3"` joins feet and inches where an inch mark follows.
      if (!this.take(/^[-‑](?=[\d/⁄-]+\s*(?:"|″|”|in\b|inch))/i)) this.space();
      if (/\d/.test(this.text[this.at] ?? '')) {
        const inches = this.magnitude();
        const factor = this.unit() ?? MM_PER_INCH;
        if (factor !== MM_PER_INCH) this.fail('after feet come inches');
        length += inches * MM_PER_INCH;
      } else this.at = before;
    }
    return { value: length, pure: false };
  }

  signed(): Term {
    this.space();
    const sign = this.take(/^[-−+]/);
    const term = this.atom();
    return sign && sign[0] !== '+' ? { ...term, value: -term.value } : term;
  }

  product(): Term {
    let left = this.signed();
    for (;;) {
      this.space();
      const operator = this.take(/^[*×/÷]/);
      if (!operator) return left;
      const right = this.signed();
      if (operator[0] === '*' || operator[0] === '×') {
        if (!left.pure && !right.pure) this.fail('a length times a length is an area');
        left = { value: left.value * right.value, pure: left.pure && right.pure };
      } else {
        if (!right.pure) this.fail('divide by a bare number');
        if (right.value === 0) this.fail('a division by zero');
        left = { value: left.value / right.value, pure: left.pure };
      }
    }
  }

  sum(): Term {
    let left = this.product();
    for (;;) {
      this.space();
      const operator = this.take(/^[-−+]/);
      if (!operator) return left;
      const right = this.product();
      const sign = operator[0] === '+' ? 1 : -1;
      left =
        left.pure && right.pure
          ? { value: left.value + sign * right.value, pure: true }
          : { value: this.length(left) + sign * this.length(right), pure: false };
    }
  }

  length(term: Term): number {
    return term.pure ? term.value * this.bareUnit : term.value;
  }
}

/**
 * Reads a typed length and gives millimetres. Accepts decimals (point or comma), fractions, mixed
 * numbers, mm, cm, m, in, ", ft, ', thou, feet with inches, and sums, products and brackets of them.
 * A bare number is in `bareUnit`.
 * @throws LengthError naming the text and what would be right.
 */
export function parseLength(text: string, bareUnit: LengthUnit = 'mm'): number {
  const reader = new Reader(text, bareUnit === 'mm' ? 1 : MM_PER_INCH);
  const sum = reader.sum();
  reader.space();
  if (reader.at < text.length) reader.fail(`“${text.slice(reader.at).trim()}” is left over`);
  const length = reader.length(sum);
  if (!Number.isFinite(length) || Math.abs(length) > LARGEST_LENGTH)
    throw new LengthError(
      `“${text.trim()}” is ${length.toPrecision(3)} mm; a length here is at most 100 m. Was the unit meant to be another?`,
    );
  return length;
}

/** Decimals that show a tenth of a millimetre (mm) or a hundredth of an inch and one more (inch). */
const DIGITS: Record<LengthUnit, number> = { mm: 1, inch: 3, fraction: 3 };

/** The finest division of a rule in inches. */
const DIVISIONS = 64;
/** A figure in inches is a fraction where it is one to so much: what three decimals would hide. */
const SAME = 0.0005;
/** While it is edited, only where it is just that. */
const EXACT = 0.000005;

/** `3 1/2` for 3.5 in; undefined where no sixty-fourth is meant: nothing is rounded away. */
function fractionOf(inches: number, same = SAME): string | undefined {
  const whole = Math.round(inches * DIVISIONS);
  if (Math.abs(whole / DIVISIONS - inches) > same) return undefined;
  let [top, bottom] = [whole % DIVISIONS, DIVISIONS];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  const ones = Math.floor(whole / DIVISIONS);
  if (top === 0) return String(ones);
  return ones === 0 ? `${top}/${bottom}` : `${ones} ${top}/${bottom}`;
}

/**
 * Millimetres as text in the user's unit, without the unit's name. `digits` overrides the decimals.
 * Minus is the typographic sign, which `parseLength` reads too.
 */
export function formatLength(mm: number, unit: LengthUnit = 'mm', digits?: number): string {
  const value = unit === 'mm' ? mm : mm / MM_PER_INCH;
  const fraction = unit === 'fraction' ? fractionOf(Math.abs(value)) : undefined;
  if (fraction !== undefined) return value < 0 && fraction !== '0' ? `−${fraction}` : fraction;
  const text = Math.abs(value).toFixed(digits ?? DIGITS[unit]);
  return value < 0 && Number(text) !== 0 ? `−${text}` : text;
}

/** For editing in place: every digit that was typed survives, no trailing zeros. */
export function editLength(mm: number, unit: LengthUnit = 'mm'): string {
  const value = unit === 'mm' ? mm : mm / MM_PER_INCH;
  const fraction = unit === 'fraction' ? fractionOf(Math.abs(value), EXACT) : undefined;
  if (fraction !== undefined) return value < 0 && fraction !== '0' ? `−${fraction}` : fraction;
  return String(Number(value.toFixed(unit === 'mm' ? 3 : 5)));
}

/** Steps of the arrow keys, mm: alone, with Shift, with Alt; and how they are called. */
export const ARROW_STEPS: Readonly<Record<LengthUnit, { one: number; large: number; small: number; words: string }>> = {
  mm: { one: 1, large: 10, small: 0.1, words: 'by 1 mm; with Shift 10, with Alt 0.1' },
  inch: {
    one: 0.05 * MM_PER_INCH,
    large: 0.5 * MM_PER_INCH,
    small: 0.005 * MM_PER_INCH,
    words: 'by 0.05 in; with Shift 0.5, with Alt 0.005',
  },
  fraction: {
    one: MM_PER_INCH / 16,
    large: MM_PER_INCH / 2,
    small: MM_PER_INCH / 64,
    words: 'by 1/16 in; with Shift 1/2, with Alt 1/64',
  },
};

/** The step of an arrow key with what is held down, mm. */
export function arrowStep({ shiftKey, altKey }: { shiftKey: boolean; altKey: boolean }, unit: LengthUnit): number {
  const { one, large, small } = ARROW_STEPS[unit];
  return shiftKey ? large : altKey ? small : one;
}

/** A length in a sentence: `3.8 mm`. Sentences are written in mm; the screen puts them in the user's unit. */
export const mm = (value: number): string => `${formatLength(value)} mm`;
