import { id, list, number, object, oneOf, optional, record, text, type Of } from '../../form';
import { TARGET_KINDS } from './targets';

/** Conserve: nothing irreversible. Sleeper: outside as seen. Open: cut what helps. */
export const POLICY_NAMES = ['conserve', 'sleeper', 'open'] as const;

/** When a face is seen: always, with a lid, door or drawer open, or never. */
export const SEEN = ['always', 'open', 'never'] as const;

const survivor = object({
  name: text(120),
  /** What it is about: a face that is not to be cut, a feature that stays, just words, or what was deleted since. */
  about: object({ kind: oneOf(['face', 'feature', 'words', 'gone']), id: optional(id) }),
});

const target = object({
  kind: oneOf(TARGET_KINDS),
  /** The limit in the kind's unit (litre, kg, mm, count, K, dB, W, money in whole units); a date as yyyymmdd. */
  limit: number(0, 99_999_999),
});

export const form = object({
  purpose: text(300),
  policy: oneOf(POLICY_NAMES),
  place: text(300),
  /** From where a face is seen, where it is not as usual: rear and floor never, the others always. */
  seen: optional(record(oneOf(SEEN))),
  /** Faces that stand against something and so can't take sockets or vents. */
  blockedFaces: list(id, 0, 20),
  ambient: number(-40, 60),
  dust: oneOf(['clean', 'normal', 'dusty']),
  daily: text(300),
  survivors: record(survivor),
  targets: record(target),
  alternative: object({ name: text(120), litres: number(0, 10_000), price: number(0, 10_000_000) }),
});

export type Seen = (typeof SEEN)[number];
export type Policy = (typeof POLICY_NAMES)[number];
/** Something original that has to live on in the conversion. */
export type Survivor = Of<typeof survivor>;
export type Target = Of<typeof target>;
export type Brief = Of<typeof form>;
