/** A word or figure on a section; x and y in the drawing's mm. */
export interface Writing {
  key: string;
  text: string;
  x: number;
  y: number;
  /** px */
  size: number;
  fill: string;
  figure: boolean;
}

/** Of more words than this those that find no room near their place are left out: nobody reads a heap. */
export const MANY_WORDS = 60;
/** So many times a word is moved on for another; of many words each so many times at most. */
const MOVES = { few: 10, many: 2 };
export const movesOf = (words: number): number => (words > MANY_WORDS ? MOVES.many : MOVES.few);

/**
 * Moves writing down where other writing already stands; the first ones keep their place. Of much writing what would
 * stand far from its place is left out.
 */
export function unstacked(writings: readonly Writing[], k: number): Writing[] {
  const taken: { x: number; y: number; half: number; height: number }[] = [];
  const moves = movesOf(writings.length);
  return writings.flatMap((w) => {
    const half = (w.text.length * w.size * 0.25) / k;
    const height = (w.size + 2) / k;
    let { y } = w;
    const hitAt = (y: number) =>
      taken.find((t) => Math.abs(t.x - w.x) < t.half + half && Math.abs(t.y - y) < (t.height + height) / 2);
    let hit = hitAt(y);
    for (let tries = 0; hit && tries < moves; tries++) {
      y = hit.y + (hit.height + height) / 2 + 0.01;
      hit = hitAt(y);
    }
    if (hit && writings.length > MANY_WORDS) return [];
    taken.push({ x: w.x, y, half, height });
    return [{ ...w, y }];
  });
}
