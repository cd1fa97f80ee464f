/** Pairs of pins as they are typed: `3 7`, `3-7, 3-9`, `none`. */
export function readBeeps(text: string, pins: number): { pairs: [number, number][] } | { wrong: string } {
  if (/^\s*(none|nothing|0|–|-)\s*$/i.test(text)) return { pairs: [] };
  const pairs: [number, number][] = [];
  for (const part of text.split(/[,;]/)) {
    const numbers = part.match(/\d+/g)?.map(Number) ?? [];
    if (numbers.length !== 2 || /[^\d\s\-–]/.test(part))
      return { wrong: `“${part.trim()}” is no pair of pins; enter two numbers, such as 3 7.` };
    const [a, b] = numbers as [number, number];
    if (a < 1 || b < 1 || a > pins || b > pins) return { wrong: `${a} and ${b}: the plug has pins 1 to ${pins}.` };
    if (a === b) return { wrong: `Pin ${a} with itself closes nothing.` };
    pairs.push([a, b]);
  }
  return { pairs };
}
