/** A number from 0 to 1 that is always the same for the same words (FNV-1a and a mix). */
export function hashToUnit(words: string): number {
  let h = 2166136261;
  for (let i = 0; i < words.length; i++) h = Math.imul(h ^ words.charCodeAt(i), 16777619);
  h = Math.imul(h ^ (h >>> 15), 2246822507);
  h = Math.imul(h ^ (h >>> 13), 3266489909);
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}
