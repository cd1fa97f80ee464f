/** Splits an id into its stem and number; one without a number has none. */
const NUMBERED = /^(.*)-(\d{1,6})$/;

/** The two pieces of an id such as `rib-2`; undefined for any other. */
export function numberedId(id: string): { stem: string; number: number } | undefined {
  const [, stem, digits] = NUMBERED.exec(id) ?? [];
  return stem && digits ? { stem, number: Number(digits) } : undefined;
}

/** The highest number that a record has for a stem; 0 where it has none. */
export function highestNumber(record: Readonly<Record<string, unknown>>, stem: string): number {
  return Object.keys(record).reduce((most, id) => {
    const numbered = numberedId(id);
    return numbered?.stem === stem ? Math.max(most, numbered.number) : most;
  }, 0);
}

/** The next id of a stem in a record: `rib-1`, `rib-2` …; numbers that were `spent` are not given out again. */
export function nextId(
  record: Readonly<Record<string, unknown>>,
  stem: string,
  spent: Readonly<Record<string, number>> = {},
): string {
  const clean =
    stem
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '') || 'item';
  return `${clean}-${Math.max(highestNumber(record, clean), spent[clean] ?? 0) + 1}`;
}
