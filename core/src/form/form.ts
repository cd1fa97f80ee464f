import Joi from 'joi';

/** The form of a value: a Joi schema that carries the type of what it accepts. */
export type Form<T> = Joi.Schema<T>;

/** The type of what a form accepts. */
export type Of<F> = F extends { readonly '~standard': { readonly types?: { readonly output: infer T } | undefined } }
  ? T
  : never;

/** A key that may be missing. */
export type Optional<T> = Form<T> & { readonly mayBeMissing: true };

/** Forms by key. */
export type Parts = Readonly<Record<string, Joi.Schema>>;
type Missing<P extends Parts> = { [K in keyof P]: P[K] extends Optional<unknown> ? K : never }[keyof P];
type Flat<T> = { [K in keyof T]: T[K] };
/** The type of an object of such parts. */
export type Shape<P extends Parts> = Flat<
  { -readonly [K in keyof P as K extends Missing<P> ? never : K]: Of<P[K]> } & {
    -readonly [K in keyof P as K extends Missing<P> ? K : never]?: Of<P[K]>;
  }
>;

/** What a form that was put off is made of. */
const putOff = new WeakMap<Joi.Schema, () => Joi.Schema>();

/** The Joi schema itself. */
const realOf = (form: Joi.Schema): Joi.Schema => putOff.get(form)?.() ?? form;

/**
 * A form that is made when it is first asked something: hundreds of them stand in every page’s beginning, and Joi itself
 * begins with the first that is asked. So nobody else makes forms of Joi’s.
 */
function later<F extends Joi.Schema>(make: () => Joi.Schema): F {
  let made: Joi.Schema | undefined;
  const real = () => (made ??= realOf(make()));
  const form = new Proxy({} as F, {
    get: (_, key) => {
      const value: unknown = Reflect.get(real(), key);
      return typeof value === 'function' ? (value.bind(real()) as unknown) : value;
    },
    has: (_, key) => Reflect.has(real(), key),
    getPrototypeOf: () => Reflect.getPrototypeOf(real()),
  });
  putOff.set(form, real);
  return form;
}

/** How a form is built, for going down it: Joi keeps that to itself. */
type Built = { parts: Readonly<Record<string, Joi.Schema>> } | { entry: Joi.Schema; key: Joi.Schema; most: number };
const built = new WeakMap<Joi.Schema, Built>();

/** How a form of ours is built; undefined for one without parts. */
export const buildOf = (form: Joi.Schema): Built | undefined => built.get(realOf(form));

const remember = <F extends Joi.Schema>(form: F, how: Built): F => {
  built.set(form, how);
  return form;
};

/** Every key is needed unless it was made `optional`. */
function needed(given: Joi.Schema): Joi.Schema {
  const form = realOf(given);
  if (form.$_getFlag('presence') === 'optional') return form;
  const required = form.required();
  const how = built.get(form);
  return how ? remember(required, how) : required;
}

/** A key that may be missing. */
export const optional = <T>(form: Form<T>): Optional<T> => later(() => realOf(form).optional());

/** An object with just these keys. */
export function object<const P extends Parts>(parts: P): Form<Shape<P>> {
  return later(() => {
    const keys = Object.fromEntries(Object.entries(parts).map(([key, form]) => [key, needed(form)]));
    return remember(Joi.object(keys), { parts: keys });
  });
}

/** A collection by key. */
export function keyed<T>(key: Form<string>, value: Form<T>, most: number): Form<Record<string, T>> {
  return later(() => {
    const entry = needed(value);
    return remember(Joi.object().pattern(realOf(key), entry).max(most), { entry, key: realOf(key), most });
  });
}

/** Objects of several kinds, told apart by one key. */
export function tagged<const K extends string, const A extends Readonly<Record<string, Parts>>>(
  key: K,
  kinds: A,
): Form<{ [T in keyof A & string]: Flat<{ [k in K]: T } & Shape<A[T]>> }[keyof A & string]> {
  return later(() => {
    const names = Object.keys(kinds);
    const known = Joi.valid(...names).required();
    return Joi.alternatives().conditional(Joi.ref(`.${key}`), {
      switch: names.map((name) => ({ is: name, then: realOf(object({ [key]: known, ...kinds[name] })) })),
      otherwise: Joi.object({ [key]: known }).unknown(),
    });
  }) as never;
}

/** One of these words or numbers. */
export const oneOf = <const L extends readonly (string | number)[]>(values: L): Form<L[number]> =>
  later(() => Joi.valid(...values));

export const nullable = <T>(form: Form<T>): Form<T | null> =>
  later(() => {
    const how = buildOf(form);
    const made = realOf(form).allow(null);
    return how ? remember(made, how) : made;
  });

export const list = <T>(item: Form<T>, least: number, most: number): Form<T[]> =>
  later(() => Joi.array().items(realOf(item)).min(least).max(most));

/** So many numbers in a row. */
export const numbers = <const T extends number[]>(item: Form<number>, count: T['length']): Form<T> =>
  later(() => Joi.array().items(realOf(item)).length(count));

export const number = (least: number, most: number): Joi.NumberSchema<number> =>
  later(() => Joi.number().min(least).max(most));
export const whole = (least: number, most: number): Joi.NumberSchema<number> =>
  later(() => Joi.number().min(least).max(most).integer());
export const above0 = (most: number): Form<number> => later(() => Joi.number().positive().max(most));
export const atLeast = (least: number): Form<number> => later(() => Joi.number().min(least));
export const yesOrNo: Form<boolean> = later(() => Joi.boolean());
/** Missing where it is not so. */
export const yes: Form<true> = later(() => Joi.boolean().valid(true));
export const text = (most: number): Form<string> => later(() => Joi.string().allow('').max(most));
export const name = (most: number): Form<string> => later(() => Joi.string().trim().min(1).max(most));
export const matching = (pattern: RegExp, most = 200): Form<string> =>
  later(() => Joi.string().pattern(pattern).max(most));
/** Not empty, but perhaps with blanks around it. */
export const words = (most: number): Form<string> => later(() => Joi.string().max(most));
export const isoDate: Form<string> = later(() => Joi.string().isoDate().max(30));
/** What the form accepts, but for these. */
export const except = (form: Form<string>, taken: readonly string[]): Form<string> =>
  later(() => (realOf(form) as Joi.StringSchema).invalid(...taken));
/** A form whose refusal is said so. */
export const saying = <T>(form: Form<T>, message: string): Form<T> => later(() => realOf(form).message(message));
