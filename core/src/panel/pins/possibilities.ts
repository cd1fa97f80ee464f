import type { PinHunt } from '../../document';
import { hashToUnit } from '../../quantity';

/**
 * One way the pins of a plug may be wired: per pin what it is on. `s1` twice: the two ends of a switch; `l1+` and `l1-`: a
 * lamp; `r1` twice: a resistance; `-`: nothing; a rail by its name.
 */
export type Wiring = readonly string[];

/** So many are looked at; more are refused with words. */
export const MOST_WIRINGS = 60_000;

/** How many wirings there are, without listing them: n! over what can be exchanged. */
export function countWirings({ pins, holds, rails }: Pick<PinHunt, 'pins' | 'holds' | 'rails'>): number {
  const bag = bagOf({ pins, holds, rails });
  let count = 1;
  for (let i = 2; i <= pins; i++) count *= i;
  const same = new Map<string, number>();
  for (const item of bag) same.set(item, (same.get(item) ?? 0) + 1);
  for (const n of same.values()) for (let i = 2; i <= n; i++) count /= i;
  // Switches are told apart by nothing: which is the first is only a name.
  for (const n of [holds.switches, holds.lamps, holds.resistors]) for (let i = 2; i <= n; i++) count /= i;
  return Math.round(count);
}

/** @throws Error when more ends are named than there are pins */
function bagOf({ pins, holds, rails }: Pick<PinHunt, 'pins' | 'holds' | 'rails'>): string[] {
  const bag: string[] = [];
  for (let i = 1; i <= holds.switches; i++) bag.push(`s${i}`, `s${i}`);
  for (let i = 1; i <= holds.lamps; i++) bag.push(`l${i}+`, `l${i}-`);
  for (let i = 1; i <= holds.resistors; i++) bag.push(`r${i}`, `r${i}`);
  for (const [rail, { pins: count }] of Object.entries(rails)) for (let i = 0; i < (count ?? 1); i++) bag.push(rail);
  if (bag.length > pins)
    throw new Error(
      `${bag.length} ends are named, and the plug has ${pins} pins: take something off, or count the pins again.`,
    );
  while (bag.length < pins) bag.push('-');
  return bag;
}

/**
 * All wirings of a plug with what is known to hang on it, none twice.
 * @throws Error where there are more than `MOST_WIRINGS`
 */
export function wirings(hunt: Pick<PinHunt, 'pins' | 'holds' | 'rails'>): Wiring[] {
  const count = countWirings(hunt);
  if (count > MOST_WIRINGS)
    throw new Error(
      `${count.toLocaleString('en')} ways to wire ${hunt.pins} pins are too many to weigh up: part the plug first by its colours or its rows, and look for each by itself.`,
    );
  const left = new Map<string, number>();
  for (const item of bagOf(hunt)) left.set(item, (left.get(item) ?? 0) + 1);
  const items = [...left.keys()];
  const found: Wiring[] = [];
  const now: string[] = [];
  // The first of a kind stands before the second: names say nothing.
  const first = new Map<string, number>();
  const place = (at: number): void => {
    if (at === hunt.pins) {
      found.push([...now]);
      return;
    }
    for (const item of items) {
      if (left.get(item)! === 0 || !inTurn(item, first)) continue;
      const fresh = !first.has(nameOf(item));
      left.set(item, left.get(item)! - 1);
      if (fresh) first.set(nameOf(item), at);
      now.push(item);
      place(at + 1);
      now.pop();
      if (fresh) first.delete(nameOf(item));
      left.set(item, left.get(item)! + 1);
    }
  };
  place(0);
  return found;
}

/** `s2` of `s2`, `l1` of `l1+`. */
const nameOf = (item: string) => (/^[slr]\d+[+-]?$/.test(item) ? item.replace(/[+-]$/, '') : item);

/** `s2` comes only after `s1` has begun. */
function inTurn(item: string, first: ReadonlyMap<string, number>): boolean {
  const parts = /^([slr])(\d+)[+-]?$/.exec(item);
  if (!parts) return true;
  const number = Number(parts[2]);
  return number === 1 || first.has(`${parts[1]}${number - 1}`);
}

/** One wiring of a plug, always the same for the same words: what a simulated meter measures. */
export function wiringBy(hunt: Pick<PinHunt, 'pins' | 'holds' | 'rails'>, words: string): Wiring {
  const bag = bagOf(hunt);
  for (let i = bag.length - 1; i > 0; i--) {
    const j = Math.floor(hashToUnit(`${words}/${i}`) * (i + 1));
    [bag[i], bag[j]] = [bag[j]!, bag[i]!];
  }
  return bag;
}
