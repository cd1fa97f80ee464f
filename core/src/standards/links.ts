import type { Source } from '../quantity';
import { practice, standard } from './row';

/** MB/s of one lane in one direction by generation (PCI-SIG Base Specification: 8b/10b, from the third on 128b/130b). */
export const LANE_RATE: Readonly<Record<number, number>> = { 1: 250, 2: 500, 3: 984.6, 4: 1969, 5: 3938 };
/** MB/s of SATA by generation. */
export const SATA_RATE: Readonly<Record<number, number>> = { 1: 150, 2: 300, 3: 600 };
/** MB/s of USB by its line rate in Mb/s, four fifths of it: line code and protocol (common practice, no source). */
export const usbRate = (megabits: number): number => (megabits / 8) * 0.8;

/** What goes into what. */
export const PORT_KINDS = [
  'host',
  'slot',
  'M.2 M',
  'M.2 B',
  'M.2 E',
  'SATA',
  'USB',
  'cable 40',
  'lane cable',
  'picture',
] as const;
export type PortKind = (typeof PORT_KINDS)[number];

/** A thing in the tree of links. */
export interface LinkType {
  name: string;
  kind: 'host' | 'socket' | 'adapter' | 'device';
  /** What it goes into; hosts go into none. */
  into?: PortKind;
  /** Lanes and generation it has on that side; of SATA its generation; of USB Mb/s. */
  lanes?: number;
  gen?: number;
  megabits?: number;
  /** What it offers, and how many of it. */
  offers?: { port: PortKind; count: number; lanes?: number; gen?: number; megabits?: number };
  /** MB/s that it moves when it is busy. */
  needs?: number;
  /** W that it takes from its port, and that a socket gives. */
  draws?: number;
  gives?: number;
  /** It needs its own 12 V beside. */
  ownPower?: boolean;
  /** Lanes pass through it: a machine can start from what hangs on it. */
  boots?: boolean;
  /** Longest that such a cable works, mm, by generation. */
  reach?: Readonly<Record<number, number>>;
  source: Source;
}

const CEM = standard('PCI Express Card Electromechanical Specification');
const M2 = standard('PCI Express M.2 Specification');
const SATA = standard('Serial ATA specification');
const USB = standard('USB specifications');

/** Reach of ribbons and cables by generation, mm. Common practice, no source. */
const RIBBON = { 1: 600, 2: 500, 3: 400, 4: 200, 5: 100 };

export const LINK_TYPES = {
  processor: { name: 'Processor', kind: 'host', lanes: 24, gen: 4, boots: true, source: practice },
  chipset: { name: 'Chipset', kind: 'host', lanes: 4, gen: 3, boots: true, source: practice },
  'slot-x16': {
    name: 'Slot of 16 lanes',
    kind: 'socket',
    into: 'host',
    lanes: 16,
    gen: 4,
    offers: { port: 'slot', count: 1, lanes: 16 },
    gives: 75,
    boots: true,
    source: CEM,
  },
  'slot-x4': {
    name: 'Slot of 4 lanes',
    kind: 'socket',
    into: 'host',
    lanes: 4,
    gen: 3,
    offers: { port: 'slot', count: 1, lanes: 4 },
    gives: 25,
    boots: true,
    source: CEM,
  },
  'slot-x1': {
    name: 'Slot of 1 lane',
    kind: 'socket',
    into: 'host',
    lanes: 1,
    gen: 3,
    offers: { port: 'slot', count: 1, lanes: 1 },
    gives: 10,
    boots: true,
    source: CEM,
  },
  'm2-m': {
    name: 'M.2 socket, key M',
    kind: 'socket',
    into: 'host',
    lanes: 4,
    gen: 4,
    offers: { port: 'M.2 M', count: 1, lanes: 4 },
    gives: 9.9,
    boots: true,
    source: M2,
  },
  'm2-b': {
    name: 'M.2 socket, key B',
    kind: 'socket',
    into: 'host',
    lanes: 2,
    gen: 3,
    offers: { port: 'M.2 B', count: 1, lanes: 2 },
    gives: 9.9,
    boots: true,
    source: M2,
  },
  'm2-e': {
    name: 'M.2 socket, key E',
    kind: 'socket',
    into: 'host',
    lanes: 1,
    gen: 3,
    offers: { port: 'M.2 E', count: 1, lanes: 1 },
    gives: 6.6,
    boots: false,
    source: M2,
  },
  'sata-ports': {
    name: 'SATA sockets',
    kind: 'socket',
    into: 'host',
    gen: 3,
    offers: { port: 'SATA', count: 4, gen: 3 },
    boots: true,
    source: SATA,
  },
  'usb-2': {
    name: 'USB 2 sockets',
    kind: 'socket',
    into: 'host',
    megabits: 480,
    offers: { port: 'USB', count: 2, megabits: 480 },
    gives: 2.5,
    boots: true,
    source: USB,
  },
  'usb-5': {
    name: 'USB sockets of 5 Gb/s',
    kind: 'socket',
    into: 'host',
    megabits: 5000,
    offers: { port: 'USB', count: 4, megabits: 5000 },
    gives: 4.5,
    boots: true,
    source: USB,
  },
  'usb-10': {
    name: 'USB sockets of 10 Gb/s',
    kind: 'socket',
    into: 'host',
    megabits: 10_000,
    offers: { port: 'USB', count: 2, megabits: 10_000 },
    gives: 15,
    boots: true,
    source: USB,
  },
  'cable-40': {
    name: 'Socket of 40 Gb/s',
    kind: 'socket',
    into: 'host',
    lanes: 4,
    gen: 3,
    offers: { port: 'cable 40', count: 1, lanes: 4, gen: 3 },
    gives: 15,
    boots: false,
    source: USB,
  },
  picture: {
    name: 'Picture socket',
    kind: 'socket',
    into: 'host',
    offers: { port: 'picture', count: 1 },
    source: practice,
  },
  riser: {
    name: 'Ribbon riser',
    kind: 'adapter',
    into: 'slot',
    lanes: 16,
    gen: 4,
    offers: { port: 'slot', count: 1, lanes: 16 },
    gives: 75,
    boots: true,
    reach: RIBBON,
    source: practice,
  },
  'm2-to-slot': {
    name: 'M.2 to slot',
    kind: 'adapter',
    into: 'M.2 M',
    lanes: 4,
    gen: 4,
    offers: { port: 'slot', count: 1, lanes: 4 },
    gives: 75,
    ownPower: true,
    boots: true,
    reach: RIBBON,
    source: practice,
  },
  'm2-to-sata': {
    name: 'M.2 to four SATA',
    kind: 'adapter',
    into: 'M.2 M',
    lanes: 1,
    gen: 3,
    offers: { port: 'SATA', count: 4, gen: 3 },
    draws: 3,
    boots: false,
    source: practice,
  },
  'slot-to-m2': {
    name: 'Slot to M.2',
    kind: 'adapter',
    into: 'slot',
    lanes: 4,
    gen: 4,
    offers: { port: 'M.2 M', count: 1, lanes: 4 },
    gives: 9.9,
    boots: true,
    source: practice,
  },
  'slot-to-four-m2': {
    name: 'Slot to four M.2',
    kind: 'adapter',
    into: 'slot',
    lanes: 16,
    gen: 4,
    offers: { port: 'M.2 M', count: 4, lanes: 4 },
    gives: 9.9,
    boots: true,
    source: practice,
  },
  'slot-to-sata': {
    name: 'SATA card, six sockets',
    kind: 'adapter',
    into: 'slot',
    lanes: 2,
    gen: 3,
    offers: { port: 'SATA', count: 6, gen: 3 },
    draws: 5,
    boots: false,
    source: practice,
  },
  'e-to-slot': {
    name: 'M.2 key E to slot',
    kind: 'adapter',
    into: 'M.2 E',
    lanes: 1,
    gen: 3,
    offers: { port: 'slot', count: 1, lanes: 1 },
    ownPower: true,
    gives: 25,
    boots: false,
    reach: RIBBON,
    source: practice,
  },
  'usb-hub': {
    name: 'USB hub',
    kind: 'adapter',
    into: 'USB',
    megabits: 5000,
    offers: { port: 'USB', count: 4, megabits: 5000 },
    gives: 4.5,
    draws: 1,
    boots: true,
    source: USB,
  },
  'usb-to-sata': {
    name: 'USB to SATA',
    kind: 'adapter',
    into: 'USB',
    megabits: 5000,
    offers: { port: 'SATA', count: 1, gen: 3 },
    draws: 1,
    boots: true,
    source: practice,
  },
  'lane-cable': {
    name: 'Cable of 4 lanes',
    kind: 'adapter',
    into: 'M.2 M',
    lanes: 4,
    gen: 4,
    offers: { port: 'slot', count: 1, lanes: 4 },
    gives: 75,
    ownPower: true,
    boots: true,
    reach: { 1: 1000, 2: 1000, 3: 800, 4: 500, 5: 300 },
    source: practice,
  },
  'external-graphics': {
    name: 'External graphics housing',
    kind: 'adapter',
    into: 'cable 40',
    lanes: 4,
    gen: 3,
    offers: { port: 'slot', count: 1, lanes: 4 },
    gives: 75,
    ownPower: true,
    boots: false,
    reach: { 3: 800, 4: 800 },
    source: practice,
  },
  graphics: {
    name: 'Graphics card',
    kind: 'device',
    into: 'slot',
    lanes: 16,
    gen: 4,
    needs: 8000,
    draws: 60,
    source: practice,
  },
  capture: {
    name: 'Capture card',
    kind: 'device',
    into: 'slot',
    lanes: 4,
    gen: 2,
    needs: 800,
    draws: 20,
    source: practice,
  },
  network: {
    name: 'Network card, 10 Gb/s',
    kind: 'device',
    into: 'slot',
    lanes: 4,
    gen: 3,
    needs: 1250,
    draws: 12,
    source: practice,
  },
  'm2-drive': {
    name: 'M.2 drive',
    kind: 'device',
    into: 'M.2 M',
    lanes: 4,
    gen: 4,
    needs: 5000,
    draws: 8,
    source: practice,
  },
  'sata-disc': { name: 'Disc drive', kind: 'device', into: 'SATA', gen: 3, needs: 250, source: practice },
  'sata-flash': { name: 'Flash drive, SATA', kind: 'device', into: 'SATA', gen: 3, needs: 550, source: practice },
  radio: {
    name: 'Radio module',
    kind: 'device',
    into: 'M.2 E',
    lanes: 1,
    gen: 3,
    needs: 150,
    draws: 3,
    source: practice,
  },
  'usb-device': { name: 'USB device', kind: 'device', into: 'USB', megabits: 480, needs: 5, draws: 1, source: USB },
  'usb-dongle': {
    name: 'Dongle of 2.4 GHz',
    kind: 'device',
    into: 'USB',
    megabits: 12,
    needs: 1,
    draws: 0.3,
    source: USB,
  },
  'usb-drive': { name: 'USB drive', kind: 'device', into: 'USB', megabits: 5000, needs: 400, draws: 4, source: USB },
  screen: { name: 'Screen', kind: 'device', into: 'picture', source: practice },
} as const satisfies Record<string, LinkType>;
export type LinkTypeName = keyof typeof LINK_TYPES;

/** Quarter of a wave and half of one at 2.4 GHz, mm: a whip, and the least slot or window (c / f). */
export const WAVE = { quarter: 299_792.458 / 2400 / 4, half: 299_792.458 / 2400 / 2 };
/** From sockets of 5 Gb/s and more dongles of 2.4 GHz keep this, mm. Common practice, no source. */
export const DONGLE_APART = 150;
