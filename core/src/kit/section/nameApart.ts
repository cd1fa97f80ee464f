import type { Kit } from './form';

/** A name that no part of the kit has: the one that is wanted, or with the next number: `Drive 2`. */
export function nameApart({ parts }: Pick<Kit, 'parts'>, wanted: string): string {
  const taken = new Set(Object.values(parts).map(({ name }) => name));
  if (!taken.has(wanted)) return wanted;
  const stem = wanted.replace(/ \d{1,3}$/, '').slice(0, 110);
  for (let n = 2; ; n++) if (!taken.has(`${stem} ${n}`)) return `${stem} ${n}`;
}
