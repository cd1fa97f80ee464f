/** Evenly spread numbers in 0…1 from a seed (mulberry32), and normal ones from them (Box and Muller). */
export function generator(seed: number) {
  let a = seed;
  const even = () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return { even, normal: () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even()) };
}
