/** The day at the bench, `2026-11-30`. */
export function today(): string {
  const now = new Date();
  return [now.getFullYear(), now.getMonth() + 1, now.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
}

const WORDS = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });

/** `Thu 26 Nov`. */
export const shortDay = (day: string): string => WORDS.format(new Date(`${day}T00:00:00Z`));

/** `1 h 20`, `35 min`. */
export function span(minutes: number): string {
  const all = Math.round(minutes);
  const [hours, rest] = [Math.floor(all / 60), all % 60];
  return hours === 0 ? `${rest} min` : `${hours} h${rest > 0 ? ` ${rest}` : ''}`;
}
