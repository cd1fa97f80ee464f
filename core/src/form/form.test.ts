import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import {
  above0,
  atLeast,
  validationIssuesBelow,
  validationIssuesBy,
  except,
  keyed,
  list,
  matching,
  name,
  nullable,
  number,
  numbers,
  object,
  oneOf,
  optional,
  put,
  saying,
  tagged,
  text,
  whole,
  words,
  yes,
  yesOrNo,
  type Form,
} from '.';

/** A form, and the same said a second time in plain code. */
interface Twice {
  form: Form<unknown>;
  fits: (value: unknown) => boolean;
}

/** Joi takes no number that is not exact to one. */
const isNumber = (v: unknown): v is number => typeof v === 'number' && Math.abs(v) <= Number.MAX_SAFE_INTEGER;
const isText = (v: unknown): v is string => typeof v === 'string';
const isRecord = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);

const simple: Twice[] = [
  { form: number(-5, 7.5), fits: (v) => isNumber(v) && v >= -5 && v <= 7.5 },
  { form: whole(0, 9), fits: (v) => isNumber(v) && v >= 0 && v <= 9 && Number.isInteger(v) },
  { form: above0(40), fits: (v) => isNumber(v) && v > 0 && v <= 40 },
  { form: atLeast(0), fits: (v) => isNumber(v) && v >= 0 },
  { form: yesOrNo, fits: (v) => v === true || v === false },
  { form: yes, fits: (v) => v === true },
  { form: text(4), fits: (v) => isText(v) && v.length <= 4 },
  { form: words(4), fits: (v) => isText(v) && v.length > 0 && v.length <= 4 },
  { form: name(4), fits: (v) => isText(v) && v.length > 0 && v.length <= 4 && v === v.trim() },
  { form: matching(/^[ab]+$/, 3), fits: (v) => isText(v) && /^[ab]{1,3}$/.test(v) },
  { form: except(matching(/^[ab]+$/, 3), ['ab']), fits: (v) => isText(v) && /^[ab]{1,3}$/.test(v) && v !== 'ab' },
  { form: oneOf(['a', 'ab', 7]), fits: (v) => v === 'a' || v === 'ab' || v === 7 },
];

const leaf = fc.constantFrom(...simple);
const { form: anyForm } = fc.letrec<{ form: Twice }>((again) => ({
  form: fc.oneof(
    { maxDepth: 3, depthSize: 'small' },
    leaf,
    again('form').map(({ form, fits }): Twice => ({ form: nullable(form), fits: (v) => v === null || fits(v) })),
    fc.tuple(again('form'), fc.integer({ min: 0, max: 2 })).map(([{ form, fits }, least]): Twice => ({
      form: list(form, least, 3),
      fits: (v) => Array.isArray(v) && v.length >= least && v.length <= 3 && v.every(fits),
    })),
    again('form').map(({ form, fits }): Twice => ({
      form: keyed(matching(/^[ab]$/), form, 1),
      fits: (v) =>
        isRecord(v) && Object.keys(v).length <= 1 && Object.entries(v).every(([k, e]) => /^[ab]$/.test(k) && fits(e)),
    })),
    fc.tuple(again('form'), again('form')).map(([a, b]): Twice => ({
      form: object({ a: a.form, b: optional(b.form) }),
      fits: (v) =>
        isRecord(v) &&
        'a' in v &&
        a.fits(v.a) &&
        (!('b' in v) || v.b === undefined || b.fits(v.b)) &&
        Object.keys(v).every((k) => k === 'a' || k === 'b'),
    })),
    fc.tuple(again('form'), again('form')).map(([a, b]): Twice => ({
      form: tagged('kind', { one: { a: a.form }, two: { b: b.form } }),
      fits: (v) =>
        isRecord(v) &&
        Object.keys(v).length === 2 &&
        ((v.kind === 'one' && 'a' in v && a.fits(v.a)) || (v.kind === 'two' && 'b' in v && b.fits(v.b))),
    })),
  ),
}));

const scrap = fc.oneof(
  fc.integer({ min: -6, max: 41 }),
  fc.constantFrom(0.5, 7.5, NaN, Infinity, -0, 1e-9),
  fc.boolean(),
  fc.constant(null),
  fc.constantFrom('', 'a', 'ab', 'aab', 'aabb', ' a', 'a ', 'b', '7', 'true', 'x y'),
);
const { value: anyValue } = fc.letrec<{ value: unknown }>((again) => ({
  value: fc.oneof(
    { maxDepth: 3, depthSize: 'small' },
    scrap,
    fc.array(again('value'), { maxLength: 4 }),
    fc.dictionary(fc.constantFrom('a', 'b', 'c'), again('value'), { maxKeys: 3 }),
    fc.tuple(fc.constantFrom('one', 'two', 'three'), again('value')).map(([kind, v]) => ({ kind, a: v })),
    fc.tuple(fc.constantFrom('one', 'two', 'three'), again('value')).map(([kind, v]) => ({ kind, b: v })),
  ),
}));

describe('a form', () => {
  it('accepts what plain code accepts, and nothing else', () => {
    let [accepted, refused] = [0, 0];
    fc.assert(
      fc.property(anyForm, anyValue, ({ form, fits }, value) => {
        const fine = validationIssuesBy(form, value).length === 0;
        if (fine) accepted++;
        else refused++;
        expect(fine).toBe(fits(value));
      }),
      { numRuns: 4000, seed: 12 },
    );
    // Neither answer is given by default.
    expect(Math.min(accepted, refused)).toBeGreaterThan(60);
  });

  it('of a single value is told apart at its very ends', () => {
    for (const { form, fits } of simple)
      for (const v of [
        -5.001,
        -5,
        0,
        5e-324,
        7.5,
        7.5001,
        9,
        9.5,
        10,
        40,
        40.001,
        1e300,
        '',
        'a',
        'ab',
        'aabb',
        'aaabb',
      ])
        expect(
          validationIssuesBy(form, v).length === 0,
          `${JSON.stringify(v)} in ${JSON.stringify(form.describe())}`,
        ).toBe(fits(v));
  });

  it('names where and what, and what it holds instead', () => {
    const form = object({ rows: list(object({ width: number(0, 10) }), 0, 5) });
    expect(validationIssuesBy(form, { rows: [{ width: 3 }, { width: 11 }] })).toEqual([
      { path: '/rows/1/width', message: expect.stringMatching(/10.*11/) as string },
    ]);
    expect(validationIssuesBy(saying(number(0, 1), 'a share from 0 to 1'), 7)[0]?.message).toMatch(
      /share from 0 to 1/i,
    );
  });

  it('in a row of numbers counts them', () => {
    const six = numbers<[number, number, number]>(number(0, 1), 3);
    expect(validationIssuesBy(six, [0, 1, 0])).toEqual([]);
    expect(validationIssuesBy(six, [0, 1])).not.toEqual([]);
    expect(validationIssuesBy(six, [0, 1, 2])).not.toEqual([]);
  });

  it('asked below an edit says what it says when asked whole', () => {
    const samples = fc.sample(anyValue, { numRuns: 400, seed: 3 });
    let compared = 0;
    fc.assert(
      fc.property(anyForm, anyForm, anyValue, (a, b, value) => {
        const form = object({ left: keyed(matching(/^[ab]$/), a.form, 2), right: b.form });
        const whole = (v: unknown) => validationIssuesBy(form, v).map((c) => c.path);
        const [left, right] = [samples.findIndex(a.fits), samples.findIndex(b.fits)];
        if (left < 0 || right < 0) return;
        expect(whole({ left: { a: samples[left] }, right: samples[right] })).toEqual([]);
        const edited = { left: { a: value }, right: samples[right] };
        expect(validationIssuesBelow(form, edited, ['left', 'a']).map((c) => c.path)).toEqual(whole(edited));
        compared++;
      }),
      { numRuns: 400, seed: 5 },
    );
    expect(compared).toBeGreaterThan(150);
  });
});

it('makes none of its forms before one is asked', async () => {
  let asked = 0;
  vi.resetModules();
  vi.doMock('joi', async (original) => {
    const { default: real } = await original<{ default: object }>();
    const counted = new Proxy(real, {
      get(target, key) {
        asked++;
        return Reflect.get(target, key) as unknown;
      },
    });
    return { default: counted };
  });
  try {
    const { validationIssuesOf } = await import('../document');
    expect(asked).toBe(0);
    expect(validationIssuesOf({})).not.toEqual([]);
    expect(asked).toBeGreaterThan(100);
  } finally {
    vi.doUnmock('joi');
    vi.resetModules();
  }
});

describe('putting a value', () => {
  const value = fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.dictionary(fc.constantFrom('x', 'y'), scrap));
  it('leaves what was to be there, and of it what did not differ', () =>
    fc.assert(
      fc.property(value, value, (before, after) => {
        const draft = { it: structuredClone(before) };
        const kept = { ...draft.it };
        put(draft, 'it', structuredClone(after));
        expect(draft.it).toEqual(after);
        for (const key of Object.keys(before))
          if (
            JSON.stringify(before[key]) === JSON.stringify(after[key]) &&
            !JSON.stringify(after[key]).includes('null')
          )
            expect(draft.it[key]).toBe(kept[key]);
      }),
      { numRuns: 500, seed: 8 },
    ));
  it('takes a measured value whole: never the figure of one with the tool of another', () => {
    const draft = { width: { value: 3, uncertainty: 0.1, tool: 'rule' } };
    const was = draft.width;
    put(draft, 'width', { value: 4, uncertainty: 0.1, tool: 'calipers' });
    expect(draft.width).not.toBe(was);
    expect(was).toEqual({ value: 3, uncertainty: 0.1, tool: 'rule' });
  });
});
