import type { PinHunt } from '../../document';
import { wirings, type Wiring } from './possibilities';

/** One thing to do with the multimeter. */
export interface PinTest {
  /** `beep 1 4`, `diode 2 5` (red on 2), `volts 3`. */
  id: string;
  kind: 'beep' | 'diode' | 'volts';
  words: string;
  /** What may be seen. */
  sees: readonly string[];
}

/** What must be so before a test. */
export const CAUTIONS: Readonly<Record<PinTest['kind'], string>> = {
  beep: 'Power off, plug pulled, capacitors empty: the meter sends its own current. Never on a board that is powered.',
  diode:
    'Power off, plug pulled: the meter puts up to 3 V on the pins. Not into a board’s inputs; only into the loose plug of the panel.',
  volts:
    'Powered: one hand, one probe with an insulated tip, black on the case’s ground first. Only if no mains is inside the plug; otherwise leave it to someone licensed.',
};

/** All tests that make sense on a plug. */
export function testsOf({ pins, holds, rails }: Pick<PinHunt, 'pins' | 'holds' | 'rails'>): PinTest[] {
  const tests: PinTest[] = [];
  // Pins of one rail are joined: they beep with nothing held.
  const joined = Object.values(rails).some((r) => (r.pins ?? 1) > 1);
  const pair = holds.switches + holds.resistors > 0 || joined;
  for (let a = 1; a <= pins; a++)
    for (let b = a + 1; b <= pins; b++) {
      if (pair)
        tests.push({
          id: `beep ${a} ${b}`,
          kind: 'beep',
          words: `Continuity between pins ${a} and ${b}: at rest, and with each button held.`,
          sees: [
            'nothing',
            ...(joined ? ['always'] : []),
            ...(holds.switches > 0 ? ['with a button'] : []),
            ...(holds.resistors > 0 ? ['some Ω'] : []),
          ],
        });
      if (holds.lamps > 0)
        tests.push(
          {
            id: `diode ${a} ${b}`,
            kind: 'diode',
            words: `Diode test, red on pin ${a}, black on pin ${b}.`,
            sees: ['dark', 'glows'],
          },
          {
            id: `diode ${b} ${a}`,
            kind: 'diode',
            words: `Diode test, red on pin ${b}, black on pin ${a}.`,
            sees: ['dark', 'glows'],
          },
        );
    }
  if (Object.keys(rails).length > 0)
    for (let a = 1; a <= pins; a++)
      tests.push({
        id: `volts ${a}`,
        kind: 'volts',
        words: `Volts of pin ${a} against the case’s ground.`,
        sees: [...Object.keys(rails), 'nothing'],
      });
  return tests;
}

/** What a test shows on a wiring. */
export function sawOn(wiring: Wiring, test: string): string {
  const [kind, a, b] = test.split(' ');
  const one = wiring[Number(a) - 1]!;
  if (kind === 'volts') return /^([slr]\d+[+-]?|-)$/.test(one) ? 'nothing' : one;
  const other = wiring[Number(b) - 1]!;
  if (kind === 'beep') {
    if (one !== other || one === '-') return 'nothing';
    return /^s\d+$/.test(one)
      ? 'with a button'
      : /^r\d+$/.test(one)
        ? 'some Ω'
        : /^l\d/.test(one)
          ? 'nothing'
          : 'always';
  }
  return /^l\d+\+$/.test(one) && other === `${one.slice(0, -1)}-` ? 'glows' : 'dark';
}

/** How far a hunt has come. */
export interface PinProgress {
  /** Ways that are left, and how many there were. */
  left: number;
  of: number;
  /** The next test, bits that it is expected to bring, and the least number of tests that could do for what is left. */
  next?: PinTest & { bits: number };
  least: number;
  /** What is known of each pin: what it is in every way that is left; undefined while they differ. */
  known: (string | undefined)[];
  /** No way is left: two readings contradict each other. */
  contradiction?: string;
}

/** So many ways are weighed for a test; more say the same. */
const WEIGHED = 1500;

/**
 * The test whose answers part the ways that are left most evenly (largest entropy of its outcomes). Greedy: on average
 * within a few per cent of the best tree in small cases (checked against it).
 * @throws Error where there are too many ways (`wirings`)
 */
export function progressOf(hunt: PinHunt): PinProgress {
  const { switches, lamps, resistors } = hunt.holds;
  if (switches + lamps + resistors === 0 && Object.keys(hunt.rails).length > 0) return railProgress(hunt);
  const all = wirings(hunt);
  const tests = testsOf(hunt);
  let left = all;
  let contradiction: string | undefined;
  for (const { test, saw } of Object.values(hunt.tests)) {
    const now = left.filter((w) => sawOn(w, test) === saw);
    if (now.length === 0) {
      contradiction = `“${test}: ${saw}” does not go with what was measured before, or with what the plug is said to hold. Measure it again, or take the last one back.`;
      break;
    }
    left = now;
  }
  const known = Array.from({ length: hunt.pins }, (_, i) => {
    const one = left[0]?.[i];
    return one !== undefined && left.every((w) => w[i] === one) ? one : undefined;
  });
  const sees = Math.max(2, ...tests.map((t) => t.sees.length));
  const progress: PinProgress = {
    left: left.length,
    of: all.length,
    least: left.length > 1 ? Math.ceil(Math.log(left.length) / Math.log(sees) - 1e-9) : 0,
    known,
  };
  if (contradiction !== undefined) return { ...progress, contradiction };
  if (left.length > 1) {
    const next = bestTest(left, tests);
    if (next) progress.next = next;
  }
  return progress;
}

/** Evenly spread over the ways that are left, so that none of a kind is missed. */
function bestTest(left: readonly Wiring[], tests: readonly PinTest[]): (PinTest & { bits: number }) | undefined {
  const step = Math.max(1, Math.floor(left.length / WEIGHED));
  const sample = left.filter((_, i) => i % step === 0);
  let best: (PinTest & { bits: number }) | undefined;
  for (const test of tests) {
    const counts = new Map<string, number>();
    for (const wiring of sample) {
      const saw = sawOn(wiring, test.id);
      counts.set(saw, (counts.get(saw) ?? 0) + 1);
    }
    let bits = 0;
    for (const n of counts.values()) bits -= (n / sample.length) * Math.log2(n / sample.length);
    if (bits > (best?.bits ?? 1e-9)) best = { ...test, bits };
  }
  // A sample may hide the one way that differs: then the first test that parts all of them.
  if (!best && step > 1)
    for (const test of tests) {
      const saw = sawOn(left[0]!, test.id);
      if (left.some((w) => sawOn(w, test.id) !== saw)) return { ...test, bits: 0 };
    }
  return best;
}

/**
 * A plug of rails alone: every pin is measured by itself, and what is left once the counts of the others are known needs
 * no test. Ways are counted, not listed: n! / (a! b! …).
 */
function railProgress({ pins, rails, tests }: PinHunt): PinProgress {
  const names = [...Object.keys(rails), 'nothing'];
  const seen: (string | undefined)[] = Array.from({ length: pins }, () => undefined);
  let contradiction: string | undefined;
  for (const { test, saw } of Object.values(tests)) {
    const pin = Number(test.split(' ')[1]);
    if (!test.startsWith('volts ') || !(pin >= 1 && pin <= pins)) continue;
    if (seen[pin - 1] !== undefined && seen[pin - 1] !== saw)
      contradiction = `Pin ${pin} was ${seen[pin - 1]} before and is ${saw} now: measure it again, or take one back.`;
    else seen[pin - 1] = saw;
  }
  const counted = Object.values(rails).every((r) => r.pins !== undefined);
  const named = Object.values(rails).reduce((sum, r) => sum + (r.pins ?? 0), 0);
  if (counted && named > pins) throw new Error(`${named} pins are named, and the plug has ${pins}: count them again.`);
  const all = names.map((name) => (name === 'nothing' ? pins - named : (rails[name]!.pins ?? 0)));
  const rest = all.map((n, i) => n - seen.filter((s) => s === names[i]).length);
  if (counted && !contradiction) {
    const over = rest.findIndex((n) => n < 0);
    if (over >= 0)
      contradiction = `${all[over]! - rest[over]!} pins show ${names[over]}, and the plug is said to have ${all[over]}: one was misread, or the count is wrong.`;
  }
  const open = seen.flatMap((s, i) => (s === undefined ? [i] : []));
  const only = counted && !contradiction ? names.filter((_, i) => rest[i]! > 0) : names;
  const sure = only.length === 1 || open.length === 0;
  const known = seen
    .map((s) => s ?? (sure && open.length > 0 ? only[0] : undefined))
    .map((s) => (s === 'nothing' ? '-' : s));
  const logLeft = contradiction ? 0 : counted ? logMultinomial(rest) : open.length * Math.log(names.length);
  const progress: PinProgress = {
    left: contradiction ? 0 : sure ? 1 : Math.round(Math.exp(logLeft)),
    of: Math.round(Math.exp(counted ? logMultinomial(all) : pins * Math.log(names.length))),
    least: sure || contradiction ? 0 : Math.ceil(logLeft / Math.log(names.length) - 1e-9),
    known,
  };
  if (contradiction !== undefined) return { ...progress, contradiction };
  const [first] = open;
  if (!sure && first !== undefined) {
    const total = rest.reduce((a, b) => a + b, 0);
    const bits = counted
      ? rest.reduce((sum, n) => (n > 0 ? sum - (n / total) * Math.log2(n / total) : sum), 0)
      : Math.log2(names.length);
    progress.next = {
      id: `volts ${first + 1}`,
      kind: 'volts',
      words: `Volts of pin ${first + 1} against the case’s ground.`,
      sees: names,
      bits,
    };
  }
  return progress;
}

function logMultinomial(counts: readonly number[]): number {
  const logFactorial = (n: number) => {
    let sum = 0;
    for (let i = 2; i <= n; i++) sum += Math.log(i);
    return sum;
  };
  return (
    logFactorial(counts.reduce((a, b) => a + b, 0)) - counts.reduce((sum, n) => sum + logFactorial(Math.max(0, n)), 0)
  );
}
