/** Values that mean something only as a whole: a measured value, a place with its orientation. */
const isOneValue = (value: object) => ('value' in value && 'tool' in value) || ('rear' in value && 'top' in value);
/** Keys that say which kind of thing an object is: another kind is another thing. */
const KIND_KEYS = ['kind', 'form', 'standard'];

const isNumber = (value: unknown) => typeof value === 'number';

const isPlain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((v, i) => same(v, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => Object.hasOwn(b, key) && same(a[key], b[key]));
}

/**
 * Sets a key of a draft, writing only the leaves that differ: two pages that alter different things of one object then
 * don't collide. `null` and `undefined` take the key out.
 */
export function put<T extends object, K extends keyof T>(target: T, key: K, value: T[K] | null | undefined): void {
  const now: unknown = target[key];
  if (value === null || value === undefined) {
    if (now !== undefined) delete target[key];
    return;
  }
  if (same(now, value)) return;
  const joins =
    isPlain(now) &&
    isPlain(value) &&
    !isOneValue(now) &&
    !isOneValue(value) &&
    KIND_KEYS.every((k) => now[k] === value[k]);
  if (Array.isArray(now) && Array.isArray(value) && now.length === value.length && !now.every(isNumber)) {
    for (const i of value.keys()) put(now, i, value[i] as unknown);
    return;
  }
  if (!joins) {
    target[key] = value;
    return;
  }
  for (const k of Object.keys(now)) if (!Object.hasOwn(value, k)) delete now[k];
  for (const k of Object.keys(value)) {
    // An explicit null is a value here, not the absence of one.
    if (value[k] === null) {
      if (now[k] !== null) now[k] = null;
    } else put(now, k, value[k]);
  }
}
