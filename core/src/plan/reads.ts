import type { Conversion, SectionKey } from '../document';
import type { Read } from '../station';

/** The parts of a plan that somebody reads, taken out and watched. */
export interface Reader {
  /** What an answer rests on: the same things in the same order, the same answer. */
  keysOf: (document: Conversion) => readonly unknown[];
  /** The plan as it is shown to who reads it: of a section that is read in part, an object that is the same while those parts are. */
  show: (document: Conversion) => Conversion;
}

interface Lens {
  values: readonly unknown[];
  /** The section as it is now: what is read of it besides comes from there. */
  current: Record<string, unknown>;
  seen: object;
}

/** Sections as they are shown that are remembered: of the plan as it is kept, as it is shown, and one that is tried. */
const KEPT = 4;

/**
 * Watches what is read. `undeclared` is told of a field that nobody said is read; where it does not throw, the whole section
 * counts from then on, so that no answer is ever older than what it rests on.
 */
export function readerOf(reads: readonly Read[], undeclared: (path: string) => void = () => undefined): Reader {
  const whole = new Set(reads.filter((r): r is SectionKey => !r.includes('.')));
  const parts = new Map<SectionKey, string[]>();
  for (const read of reads) {
    const [section, field] = read.split('.') as [SectionKey, string | undefined];
    if (field !== undefined && !whole.has(section)) parts.set(section, [...(parts.get(section) ?? []), field]);
  }
  const lenses = new Map<SectionKey, Lens[]>();
  const show = (document: Conversion, section: SectionKey, fields: readonly string[]): object => {
    const current = document[section] as unknown as Record<string, unknown>;
    const values = fields.map((field) => current[field]);
    const known = lenses.get(section) ?? [];
    const at = known.findIndex((l) => l.values.every((value, i) => value === values[i]));
    const lens = at < 0 ? lensOf(section, fields, values) : known.splice(at, 1)[0]!;
    lens.current = current;
    lenses.set(section, [lens, ...known].slice(0, KEPT));
    return lens.seen;
  };
  const lensOf = (section: SectionKey, fields: readonly string[], values: readonly unknown[]): Lens => {
    const lens: Lens = { values, current: {}, seen: {} };
    lens.seen = new Proxy(
      {},
      {
        get: (_target, key) => {
          if (typeof key === 'string') notice(section, fields, key, lens);
          return lens.current[key as string];
        },
        has: (_target, key) => key in lens.current,
        ownKeys: () => Reflect.ownKeys(lens.current),
        getOwnPropertyDescriptor: (_target, key) => ({
          configurable: true,
          enumerable: true,
          value: (notice(section, fields, key as string, lens), lens.current[key as string]),
        }),
      },
    );
    return lens;
  };
  const notice = (section: SectionKey, fields: readonly string[], key: string, lens: Lens): void => {
    if (fields.includes(key) || whole.has(section) || !(key in lens.current)) return;
    undeclared(`${section}.${key}`);
    whole.add(section);
  };
  return {
    keysOf: (document) => [
      ...[...whole].map((section) => document[section]),
      ...[...parts].flatMap(([section, fields]) =>
        whole.has(section)
          ? []
          : fields.map((field) => (document[section] as unknown as Record<string, unknown>)[field]),
      ),
    ],
    show: (document) => {
      const narrow = [...parts].filter(([section]) => !whole.has(section));
      if (narrow.length === 0) return document;
      const shown = Object.fromEntries(narrow.map(([section, fields]) => [section, show(document, section, fields)]));
      return { ...document, ...shown };
    },
  };
}
