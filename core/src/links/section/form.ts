import { LINK_TYPES, type LinkTypeName } from '../../standards/links';
import {
  id,
  keyed,
  name,
  number,
  numbers,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
  yes,
  yesOrNo,
  type Of,
} from '../../form';

export const LINK_NAMES = Object.keys(LINK_TYPES) as LinkTypeName[];
export const USAGE_NAMES = ['all', 'two', 'one'] as const;

/** A socket, adapter or device, hanging on what it goes into. */
const node = object({
  name: name(80),
  type: oneOf(LINK_NAMES),
  on: optional(id),
  /** The part of the kit that it is. */
  part: optional(id),
  /** Where its sheet says otherwise. */
  lanes: optional(whole(1, 32)),
  gen: optional(whole(1, 6)),
  count: optional(whole(1, 16)),
  /** MB/s when it is busy. */
  needs: optional(number(0, 100_000)),
  /** Length of its ribbon or cable, mm, and of the one beside it that has to reach as far. */
  length: optional(number(1, 5000)),
  second: optional(number(1, 5000)),
  /** Its own 12 V is connected. */
  fed: optional(yesOrNo),
  /** Its sockets look out of the shell. */
  outside: optional(yesOrNo),
  /** The machine starts from it. */
  boot: optional(yesOrNo),
  /** When it is used these are dead. */
  disables: optional(keyed(id, yes, 12)),
  /** W that it gives the host back: an external housing that charges. */
  charges: optional(number(0, 240)),
});

/** What holds an antenna that sits on no part. */
export const ANTENNA_HOLDS = ['its own nut', 'tape', 'clip'] as const;

const antenna = object({
  name: name(80),
  where: oneOf(['inside', 'plastic or wood', 'slot', 'outside']),
  /** Length of a slot or window, mm; `apart`: from the nearest socket of 5 Gb/s and more. */
  slot: optional(number(0, 2000)),
  /** The part that it is, or that it is plugged in: where it stands. */
  part: optional(id),
  apart: optional(number(0, 5000)),
  /** What the user said holds it; missing: the part that it is on, or not said. */
  kept: optional(oneOf(ANTENNA_HOLDS)),
});

const range = numbers<[number, number]>(number(0, 100_000), 2);

/** A screen: a tube with what it stands, or a panel of pixels. */
const screen = object({
  name: name(80),
  kind: oneOf(['tube', 'panel']),
  horizontal: range,
  vertical: range,
  interlace: yesOrNo,
  /** MHz of the card’s clock, lowest and highest. */
  clock: range,
  width: whole(1, 16_384),
  height: whole(1, 16_384),
  /** Size of the picture, mm. */
  size: numbers<[number, number]>(number(0, 4000), 2),
  refresh: number(1, 500),
});

/** One timing that was tried on the simulated set, and what was seen. */
const attempt = object({
  set: oneOf(['A', 'B', 'C']),
  modeline: text(200),
  seen: oneOf(['locks', 'rolls', 'tears', 'refuses', 'stopped']),
  /** The picture on the glass, shares of it: left, right, top, bottom. */
  picture: optional(numbers<[number, number, number, number]>(number(-5, 5), 4)),
});

export const form = object({
  nodes: record(node, 120),
  usage: oneOf(USAGE_NAMES),
  antennas: record(antenna, 20),
  screens: record(screen, 8),
  tries: record(attempt, 200),
  /** Sockets that are wanted outside: for a keyboard, a dongle, a stick. */
  outside: optional(whole(0, 20)),
});

export type Links = Of<typeof form>;
export type LinkNode = Of<typeof node>;
export type Antenna = Of<typeof antenna>;
export type Screen = Of<typeof screen>;
export type Attempt = Of<typeof attempt>;
export type Usage = (typeof USAGE_NAMES)[number];
