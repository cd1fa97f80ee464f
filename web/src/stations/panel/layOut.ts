import type { KeyMatrix } from '@young-shell/core/document';

/** As many keys as one key field may have. */
const MOST = 400;

/** Keys in rows from the words on them; each row a quarter of a key further right, as rows of keys lie. */
export function layOut(rows: string): { keys: KeyMatrix['keys'] } | { wrong: string } {
  const keys: KeyMatrix['keys'] = {};
  let n = 0;
  rows.split('\n').forEach((row, y) =>
    row
      .split(/\s+/)
      .filter((word) => word !== '')
      .forEach((legend, x) => {
        n++;
        if (n <= MOST)
          keys[`key-${n}`] = {
            legend: legend.slice(0, 24),
            x: Math.min(60, x + y * 0.25),
            y: Math.min(60, y),
            readings: {},
          };
      }),
  );
  if (n === 0) return { wrong: 'No words: write those on the keys, a line a row, with spaces between.' };
  if (n > MOST) return { wrong: `${n} keys are more than the ${MOST} that one key field may have: part it in two.` };
  return { keys };
}
