/** A contact between two pins: which key makes it. */
export interface Contact {
  key: string;
  pins: readonly [number, number];
}

/** A pin graph in two colours. */
export interface TwoColours {
  /** 0 or 1 by pin; pins that no key touches are missing. */
  colour: Map<number, 0 | 1>;
  /** Pins that hang together, each a list. */
  groups: number[][];
  /** Keys of an odd ring, shortest found; empty where two colours are enough. */
  odd: string[];
}

/**
 * Colours pins so that every contact joins two colours, group by group, breadth first; where that fails, the keys of an odd
 * ring say why. König’s theorem: two colours are enough just where no ring is odd.
 */
export function twoColours(contacts: readonly Contact[]): TwoColours {
  const beside = new Map<number, { pin: number; key: string }[]>();
  const join = (a: number, b: number, key: string) => {
    const list = beside.get(a);
    if (list) list.push({ pin: b, key });
    else beside.set(a, [{ pin: b, key }]);
  };
  for (const { key, pins } of contacts) {
    join(pins[0], pins[1], key);
    join(pins[1], pins[0], key);
  }
  const colour = new Map<number, 0 | 1>();
  const groups: number[][] = [];
  let odd: string[] = [];
  for (const start of [...beside.keys()].sort((a, b) => a - b)) {
    if (colour.has(start)) continue;
    const group = [start];
    const from = new Map<number, { pin: number; key: string }>();
    colour.set(start, 0);
    for (let i = 0; i < group.length; i++) {
      const pin = group[i]!;
      for (const { pin: other, key } of beside.get(pin)!) {
        if (!colour.has(other)) {
          colour.set(other, colour.get(pin) === 0 ? 1 : 0);
          from.set(other, { pin, key });
          group.push(other);
        } else if (colour.get(other) === colour.get(pin)) {
          const ring = ringOf(from, pin, other, key);
          if (odd.length === 0 || ring.length < odd.length) odd = ring;
        }
      }
    }
    groups.push(group.sort((a, b) => a - b));
  }
  return { colour, groups, odd };
}

/** Keys on the way from two pins up to where they meet, with the one that joins them. */
function ringOf(from: ReadonlyMap<number, { pin: number; key: string }>, a: number, b: number, key: string): string[] {
  const up = (pin: number) => {
    const way: { pin: number; key: string }[] = [];
    for (let at = from.get(pin); at; at = from.get(at.pin)) way.push(at);
    return way;
  };
  const [left, right] = [up(a), up(b)];
  // What both have in common above where they meet is no part of the ring.
  while (
    left.length > 0 &&
    right.length > 0 &&
    left.at(-1)!.pin === right.at(-1)!.pin &&
    left.at(-1)!.key === right.at(-1)!.key
  ) {
    left.pop();
    right.pop();
  }
  return [...new Set([key, ...left.map((x) => x.key), ...right.map((x) => x.key)])];
}
