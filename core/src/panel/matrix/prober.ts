import type { KeyReading } from '../../document';
import { hashToUnit } from '../../quantity';

/** A keyboard as the simulated prober replays it: what each key closes, and how often it is misread. */
export interface ProbedBoard {
  pins: number;
  contacts: Readonly<Record<string, readonly (readonly [number, number])[]>>;
  /** Current goes from the first pin to the second alone. */
  diodes: boolean;
  /** Share of readings that are wrong. */
  wrong: number;
}

/**
 * What is read while a key is held, the `attempt`th time: mostly what it closes; sometimes nothing (it bounced), a
 * neighbouring pin, or a pair too many.
 * @throws Error for a key that this board has not
 */
export function probed(
  { pins, contacts, diodes, wrong }: ProbedBoard,
  key: string,
  attempt: number,
  seed = '',
): KeyReading {
  const real = contacts[key];
  if (!real)
    throw new Error(`The prober’s keyboard has no key “${key}”; it has ${Object.keys(contacts).length} others.`);
  const luck = (what: string) => hashToUnit(`${seed}/${key}/${attempt}/${what}`);
  let pairs = real.map(([a, b]): [number, number] => [a, b]);
  if (luck('wrong') < wrong) {
    const how = luck('how');
    const any = (what: string) => 1 + Math.floor(luck(what) * pins);
    if (how < 0.3) pairs = [];
    else if (how < 0.8) {
      const [a, b] = pairs[0]!;
      let other = any('pin');
      while (other === a || other === b) other = (other % pins) + 1;
      pairs = [luck('side') < 0.5 ? [a, other] : [other, b], ...pairs.slice(1)];
    } else {
      const a = any('more');
      const b = (a % pins) + 1;
      pairs = [...pairs, [a, b]];
    }
  }
  return { pairs, from: 'prober', ...(diodes ? { oneWay: true } : {}) };
}
