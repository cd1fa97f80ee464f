import type { Source } from '../quantity';
import { practice, standard } from './row';
import type { Rail } from './draws';

/** Diameter of a wire, mm: 0.127 · 92^((36 − n) / 39), by definition (ASTM B258). */
export const awgDiameter = (gauge: number): number => 0.127 * 92 ** ((36 - gauge) / 39);
/** Its section, mm². */
export const awgArea = (gauge: number): number => (Math.PI / 4) * awgDiameter(gauge) ** 2;

/** Copper at 20 °C, Ω m (International Annealed Copper Standard), and how it grows with temperature, 1/K. */
const COPPER = { resistivity: 1.7241e-8, growth: 0.00393 };

/** Resistance of a wire, Ω/m. */
export const awgResistance = (gauge: number, temperature = 20): number =>
  (COPPER.resistivity / (awgArea(gauge) * 1e-6)) * (1 + COPPER.growth * (temperature - 20));

/** Gauges that are met in a machine. */
export const GAUGES = [12, 14, 16, 18, 20, 22, 24, 26, 28] as const;
export type Gauge = (typeof GAUGES)[number];

/** Current of one wire alone in free air, A (chassis wiring, handbook tables, from memory). */
export const CHASSIS_LIMIT: Readonly<Record<Gauge, number>> = {
  12: 41,
  14: 32,
  16: 22,
  18: 16,
  20: 11,
  22: 7,
  24: 3.5,
  26: 2.2,
  28: 1.4,
};
/** Of that in a bundle of more than three. Common practice, no source. */
export const BUNDLED = 0.6;

/** A plug by what its contacts carry. */
export interface Plug {
  name: string;
  /** A for one contact. */
  contact: number;
  /** Contacts that carry each rail out. */
  pins: Partial<Record<Rail, number>>;
  /** W that its specification lets it give, where it says so. */
  watts?: number;
  /** Usual wire of it. */
  gauge: Gauge;
  source: Source;
}

/** Contacts: common practice, no source, inside what makers’ sheets give. */
export const PLUGS = {
  'main 24': {
    name: '24-pin main plug',
    contact: 7,
    pins: { '12 V': 2, '5 V': 5, '3.3 V': 4, '5 V standby': 1 },
    gauge: 18,
    source: practice,
  },
  'processor 8': { name: '8-pin processor plug', contact: 7, pins: { '12 V': 4 }, gauge: 18, source: practice },
  'processor 4': { name: '4-pin processor plug', contact: 7, pins: { '12 V': 2 }, gauge: 18, source: practice },
  'card 6': {
    name: '6-pin card plug',
    contact: 8,
    pins: { '12 V': 3 },
    watts: 75,
    gauge: 18,
    source: standard('PCI Express Card Electromechanical Specification'),
  },
  'card 8': {
    name: '8-pin card plug',
    contact: 8,
    pins: { '12 V': 3 },
    watts: 150,
    gauge: 18,
    source: standard('PCI Express Card Electromechanical Specification'),
  },
  'card 16': {
    name: '16-pin card plug',
    contact: 9.2,
    pins: { '12 V': 6 },
    watts: 600,
    gauge: 16,
    source: standard('PCI Express Card Electromechanical Specification 5.1'),
  },
  peripheral: { name: '4-pin peripheral plug', contact: 8, pins: { '12 V': 1, '5 V': 1 }, gauge: 18, source: practice },
  sata: {
    name: 'SATA power plug',
    contact: 1.5,
    pins: { '12 V': 3, '5 V': 3, '3.3 V': 3 },
    gauge: 18,
    source: standard('Serial ATA specification'),
  },
  barrel: { name: 'round DC plug', contact: 5, pins: { '12 V': 1 }, gauge: 18, source: practice },
  'fan header': { name: 'fan header', contact: 1, pins: { '12 V': 1 }, gauge: 26, source: practice },
} as const satisfies Record<string, Plug>;
export type PlugName = keyof typeof PLUGS;

/** What a slot gives a card, W, by its length (PCI Express Card Electromechanical Specification, from memory). */
export const SLOT_WATTS = 75;

/** Rails by voltage and how far a supply may be off: ± 5 % (ATX design guide, from memory). */
export const RAIL_VOLTS: Readonly<Record<Rail, number>> = { '12 V': 12, '5 V': 5, '3.3 V': 3.3, '5 V standby': 5 };
export const RAIL_TOLERANCE = 0.05;

/** Rated currents of fuse links, A (IEC 60127, from memory). */
export const FUSES = [0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10] as const;

/** Levels of USB Power Delivery, V and A (USB-IF Power Delivery 3.1, from memory): over 3 A wants a cable with a marker. */
export const PD_LEVELS = [
  { volts: 5, amps: 3, marked: 5, extended: false },
  { volts: 9, amps: 3, marked: 3, extended: false },
  { volts: 15, amps: 3, marked: 3, extended: false },
  { volts: 20, amps: 3, marked: 5, extended: false },
  { volts: 28, amps: 0, marked: 5, extended: true },
  { volts: 36, amps: 0, marked: 5, extended: true },
  { volts: 48, amps: 0, marked: 5, extended: true },
] as const;

/** Preferred numbers of resistances in a decade (IEC 60063). */
export const E_SERIES = {
  E12: [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82],
  E24: [10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91],
} as const;

/** The least preferred resistance that is no less than wanted, Ω: the current stays at or under what is asked. */
export function preferred(ohms: number, series: keyof typeof E_SERIES): number {
  if (!(ohms > 0) || !Number.isFinite(ohms)) throw new Error(`${ohms} Ω is no resistance; enter more than 0.`);
  const decade = 10 ** Math.floor(Math.log10(ohms) - 1 + 1e-12);
  for (const d of [decade, decade * 10])
    for (const n of E_SERIES[series]) if (n * d >= ohms * (1 - 1e-9)) return Number((n * d).toPrecision(6));
  return Number((100 * decade).toPrecision(6));
}

/** The preferred resistance nearest to one, by ratio, Ω. */
export function nearest(ohms: number, series: keyof typeof E_SERIES): number {
  const above = preferred(ohms, series);
  const row = E_SERIES[series];
  const decade = 10 ** Math.floor(Math.log10(above) - 1 + 1e-12);
  const at = row.findIndex((n) => Math.abs(n * decade - above) < 1e-6 * above);
  const below = at > 0 ? row[at - 1]! * decade : (row.at(-1)! * decade) / 10;
  return above / ohms <= ohms / below ? above : below;
}

/** Ratings supplies are sold at, W. Common practice, no source. */
export const RATINGS = [
  120, 150, 200, 250, 300, 350, 400, 450, 500, 550, 600, 650, 700, 750, 850, 1000, 1200, 1600,
] as const;

/** Ratings bricks outside are sold at, W. Common practice, no source. */
export const BRICK_RATINGS = [36, 45, 60, 65, 90, 120, 135, 150, 180, 230, 280, 330] as const;

/** Part of its input that a DC board beside its external brick gives on. Common practice, no source. */
export const DC_BOARD_EFFICIENCY = 0.95;

/** Part of its input that a supply gives on, by its load as a share of its rating. Common practice, no source. */
const EFFICIENCY: readonly (readonly [share: number, efficiency: number])[] = [
  [0, 0.3],
  [0.02, 0.6],
  [0.05, 0.74],
  [0.1, 0.82],
  [0.2, 0.87],
  [0.5, 0.89],
  [1, 0.86],
  [1.5, 0.8],
];

export function efficiencyAt(share: number): number {
  const s = Math.min(Math.max(share, 0), 1.5);
  const i = Math.max(
    1,
    EFFICIENCY.findIndex(([x]) => x >= s),
  );
  const [a, b] = [EFFICIENCY[i - 1]!, EFFICIENCY[i]!];
  return a[1] + ((b[1] - a[1]) * (s - a[0])) / (b[0] - a[0]);
}
