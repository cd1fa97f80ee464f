import type { Source } from '../quantity';
import { practice, standard } from './row';

/** What a pin carries. */
export const PIN_SIGNALS = [
  'ground',
  '3.3 V',
  '5 V',
  '5 V standby',
  '12 V',
  '−12 V',
  'power switch',
  'reset switch',
  'drive light +',
  'drive light −',
  'power light +',
  'power light −',
  'network light +',
  'network light −',
  'tacho',
  'PWM',
  'lights data',
  'light red',
  'light green',
  'light blue',
  'USB −',
  'USB +',
  'USB receive −',
  'USB receive +',
  'USB send −',
  'USB send +',
  'audio out left',
  'audio out right',
  'audio in left',
  'audio in right',
  'audio sense',
  'controller pin',
  'analogue pin',
  'serial out',
  'serial in',
  'PS_ON',
  'power good',
  'not connected',
  'unknown',
] as const;
export type PinSignal = (typeof PIN_SIGNALS)[number];

/** One pin of a header. */
export interface HeaderPin {
  signal: PinSignal;
  /** What it is called, where that says more than the signal. */
  name?: string;
  /** V that it gives or stands; missing for ground and what is not connected. */
  level?: number;
  /** mA that it gives or takes at most. */
  milliamps?: number;
  /** A second one of its kind belongs together with pins of the same set: port 1, port 2. */
  set?: number;
}

/** A header on a board, as one looks at it from above, pin 1 at the lower left, odd and even beside each other. */
export interface HeaderStandard {
  name: string;
  rows: 1 | 2;
  columns: number;
  /** mm between pins. */
  pitch: number;
  pins: Readonly<Record<string, HeaderPin>>;
  /** No pin stands there: it tells which way round. */
  missing: readonly number[];
  source: Source;
}

const FRONT = standard('Front Panel I/O Connectivity Design Guide 1.3');
const USB = standard('Front Panel I/O Connectivity Design Guide 1.3; USB specifications');
const USB3 = standard('USB 3 internal connector and cable specification');
const AUDIO = standard('High Definition Audio front panel, Front Panel I/O Connectivity Design Guide 1.3');
const FAN = standard('4-Wire PWM Controlled Fans Specification 1.3');
const ATX = standard('ATX design guide');

const ground: HeaderPin = { signal: 'ground' };
const none: HeaderPin = { signal: 'not connected' };
const five: HeaderPin = { signal: '5 V', level: 5, milliamps: 500 };

const numbered = (pins: readonly HeaderPin[]): Record<string, HeaderPin> =>
  Object.fromEntries(pins.map((pin, i) => [String(i + 1), pin]));

const usb2 = (set: number): [HeaderPin, HeaderPin, HeaderPin, HeaderPin] => [
  { ...five, set },
  { signal: 'USB −', level: 3.3, set },
  { signal: 'USB +', level: 3.3, set },
  { ...ground, set },
];
const [usbA, usbB] = [usb2(1), usb2(2)];

/** Pins of a small board’s row of 2 × 20: supplies and grounds where they stand, the others the controller’s. */
const SMALL_SUPPLY: Readonly<Record<number, HeaderPin>> = {
  1: { signal: '3.3 V', level: 3.3, milliamps: 50 },
  17: { signal: '3.3 V', level: 3.3, milliamps: 50 },
  2: { signal: '5 V', level: 5, milliamps: 1000 },
  4: { signal: '5 V', level: 5, milliamps: 1000 },
  ...Object.fromEntries([6, 9, 14, 20, 25, 30, 34, 39].map((n) => [n, ground])),
  8: { signal: 'serial out', level: 3.3, milliamps: 8 },
  10: { signal: 'serial in', level: 3.3, milliamps: 8 },
};

const controller = (level: 3.3 | 5): HeaderPin[] => [
  ...Array.from({ length: 18 }, (_, i): HeaderPin => ({
    signal: 'controller pin',
    name: `D${i}`,
    level,
    milliamps: level === 5 ? 20 : 8,
  })),
  ...Array.from({ length: 4 }, (_, i): HeaderPin => ({
    signal: 'analogue pin',
    name: `A${i}`,
    level,
    milliamps: level === 5 ? 20 : 8,
  })),
  level === 5 ? { ...five } : { signal: '3.3 V', level: 3.3, milliamps: 200 },
  ground,
];

export const HEADERS = {
  'front panel': {
    name: 'Front panel, 2 × 5',
    rows: 2,
    columns: 5,
    pitch: 2.54,
    pins: {
      1: { signal: 'drive light +', level: 5, milliamps: 15 },
      2: { signal: 'power light +', level: 5, milliamps: 15 },
      3: { signal: 'drive light −', level: 5, milliamps: 15 },
      4: { signal: 'power light −', level: 5, milliamps: 15 },
      5: ground,
      6: { signal: 'power switch', level: 3.3, milliamps: 1 },
      7: { signal: 'reset switch', level: 3.3, milliamps: 1 },
      8: ground,
      9: { signal: '5 V', level: 5, milliamps: 100 },
    },
    missing: [10],
    source: FRONT,
  },
  'USB 2': {
    name: 'USB 2, 2 × 5',
    rows: 2,
    columns: 5,
    pitch: 2.54,
    pins: {
      1: usbA[0],
      2: usbB[0],
      3: usbA[1],
      4: usbB[1],
      5: usbA[2],
      6: usbB[2],
      7: usbA[3],
      8: usbB[3],
      10: none,
    },
    missing: [9],
    source: USB,
  },
  'USB 3': {
    name: 'USB 3, 19 pins',
    rows: 2,
    columns: 10,
    pitch: 2,
    pins: {
      1: { ...five, milliamps: 900, set: 1 },
      2: { signal: 'USB receive −', level: 1, set: 1 },
      3: { signal: 'USB receive +', level: 1, set: 1 },
      4: { ...ground, set: 1 },
      5: { signal: 'USB send −', level: 1, set: 1 },
      6: { signal: 'USB send +', level: 1, set: 1 },
      7: { ...ground, set: 1 },
      8: { signal: 'USB −', level: 3.3, set: 1 },
      9: { signal: 'USB +', level: 3.3, set: 1 },
      10: none,
      11: { signal: 'USB +', level: 3.3, set: 2 },
      12: { signal: 'USB −', level: 3.3, set: 2 },
      13: { ...ground, set: 2 },
      14: { signal: 'USB send +', level: 1, set: 2 },
      15: { signal: 'USB send −', level: 1, set: 2 },
      16: { ...ground, set: 2 },
      17: { signal: 'USB receive +', level: 1, set: 2 },
      18: { signal: 'USB receive −', level: 1, set: 2 },
      19: { ...five, milliamps: 900, set: 2 },
    },
    missing: [20],
    source: USB3,
  },
  audio: {
    name: 'Front audio, 2 × 5',
    rows: 2,
    columns: 5,
    pitch: 2.54,
    pins: {
      1: { signal: 'audio in left', level: 2.5 },
      2: ground,
      3: { signal: 'audio in right', level: 2.5 },
      4: { signal: 'audio sense', name: 'presence', level: 3.3 },
      5: { signal: 'audio out right', level: 2.5 },
      6: { signal: 'audio sense', name: 'microphone returns', level: 3.3 },
      7: { signal: 'audio sense', name: 'sense', level: 3.3 },
      9: { signal: 'audio out left', level: 2.5 },
      10: { signal: 'audio sense', name: 'headphones return', level: 3.3 },
    },
    missing: [8],
    source: AUDIO,
  },
  fan: {
    name: 'Fan, 4 pins',
    rows: 1,
    columns: 4,
    pitch: 2.54,
    pins: numbered([
      ground,
      { signal: '12 V', level: 12, milliamps: 1000 },
      { signal: 'tacho', level: 12, milliamps: 5 },
      { signal: 'PWM', level: 5, milliamps: 5 },
    ]),
    missing: [],
    source: FAN,
  },
  'lights 5 V': {
    name: 'Lights with an address each, 5 V',
    rows: 1,
    columns: 4,
    pitch: 2.54,
    pins: {
      1: { signal: '5 V', level: 5, milliamps: 3000 },
      2: { signal: 'lights data', level: 5, milliamps: 10 },
      4: ground,
    },
    missing: [3],
    source: practice,
  },
  'lights 12 V': {
    name: 'Lights, 12 V, red green blue',
    rows: 1,
    columns: 4,
    pitch: 2.54,
    pins: numbered([
      { signal: '12 V', level: 12, milliamps: 2000 },
      { signal: 'light green', level: 12, milliamps: 700 },
      { signal: 'light red', level: 12, milliamps: 700 },
      { signal: 'light blue', level: 12, milliamps: 700 },
    ]),
    missing: [],
    source: practice,
  },
  'small board': {
    name: 'Small board, 2 × 20',
    rows: 2,
    columns: 20,
    pitch: 2.54,
    pins: Object.fromEntries(
      Array.from({ length: 40 }, (_, i) => [
        String(i + 1),
        SMALL_SUPPLY[i + 1] ?? { signal: 'controller pin', name: `pin ${i + 1}`, level: 3.3, milliamps: 8 },
      ]),
    ),
    missing: [],
    source: practice,
  },
  'controller 3.3 V': {
    name: 'Microcontroller board, 3.3 V',
    rows: 2,
    columns: 12,
    pitch: 2.54,
    pins: numbered(controller(3.3)),
    missing: [],
    source: practice,
  },
  'controller 5 V': {
    name: 'Microcontroller board, 5 V',
    rows: 2,
    columns: 12,
    pitch: 2.54,
    pins: numbered(controller(5)),
    missing: [],
    source: practice,
  },
  'switch pads': {
    name: 'Pads of a tiny power switch',
    rows: 1,
    columns: 2,
    pitch: 2,
    pins: numbered([{ signal: 'power switch', level: 3.3, milliamps: 1 }, ground]),
    missing: [],
    source: practice,
  },
  'main power 24': {
    name: 'Main power plug, 2 × 12',
    rows: 2,
    columns: 12,
    pitch: 4.2,
    pins: {
      ...Object.fromEntries([1, 2, 12, 13].map((n) => [n, { signal: '3.3 V', level: 3.3, milliamps: 6000 }])),
      ...Object.fromEntries([4, 6, 21, 22, 23].map((n) => [n, { signal: '5 V', level: 5, milliamps: 6000 }])),
      ...Object.fromEntries([10, 11].map((n) => [n, { signal: '12 V', level: 12, milliamps: 6000 }])),
      ...Object.fromEntries([3, 5, 7, 15, 17, 18, 19, 24].map((n) => [n, ground])),
      8: { signal: 'power good', level: 5 },
      9: { signal: '5 V standby', level: 5, milliamps: 2000 },
      14: { signal: '−12 V', level: -12, milliamps: 500 },
      16: { signal: 'PS_ON', level: 5, milliamps: 2 },
      20: none,
    },
    missing: [],
    source: ATX,
  },
} as const satisfies Record<string, HeaderStandard>;

export type HeaderName = keyof typeof HEADERS;
export const HEADER_NAMES = Object.keys(HEADERS) as HeaderName[];
export const headerStandard = (name: HeaderName): HeaderStandard => HEADERS[name];
