import type { Source } from '../quantity';
import { standard } from './row';

/** Holes that a thread wants, mm. */
export interface DrillRow {
  key: string;
  thread: string;
  /** Screw's outer diameter and pitch. */
  nominal: number;
  pitch: number;
  /** To cut a thread in metal: d − p, to the next drill. */
  tap: number;
  /** To go through: medium fit. */
  clear: number;
  /** To be screwed or forced into wood, soft and hard. */
  pilot: [soft: number, hard: number];
  /** For an insert that is melted in, and its length: the maker's sheet decides. */
  insert?: { hole: number; length: number };
  /** For a T-nut's barrel. */
  tNut?: number;
  source: Source;
}

const ISO = standard('ISO 261 (pitch), ISO 273 medium (clearance); tapping d − p');
const INCH = standard('ASME B1.1 (pitch), B18.2.8 normal (clearance); tapping drill no. 36');

/** Threads of the bench. */
export const DRILLS: readonly DrillRow[] = [
  {
    key: 'm2',
    thread: 'M2',
    nominal: 2,
    pitch: 0.4,
    tap: 1.6,
    clear: 2.4,
    pilot: [1.3, 1.5],
    insert: { hole: 3.2, length: 3 },
    source: ISO,
  },
  {
    key: 'm25',
    thread: 'M2.5',
    nominal: 2.5,
    pitch: 0.45,
    tap: 2.05,
    clear: 2.9,
    pilot: [1.7, 2],
    insert: { hole: 3.6, length: 4 },
    source: ISO,
  },
  {
    key: 'm3',
    thread: 'M3',
    nominal: 3,
    pitch: 0.5,
    tap: 2.5,
    clear: 3.4,
    pilot: [2, 2.5],
    insert: { hole: 4, length: 5 },
    tNut: 4,
    source: ISO,
  },
  {
    key: 'm4',
    thread: 'M4',
    nominal: 4,
    pitch: 0.7,
    tap: 3.3,
    clear: 4.5,
    pilot: [2.8, 3.2],
    insert: { hole: 5.6, length: 6 },
    tNut: 5,
    source: ISO,
  },
  {
    key: 'm5',
    thread: 'M5',
    nominal: 5,
    pitch: 0.8,
    tap: 4.2,
    clear: 5.5,
    pilot: [3.5, 4],
    insert: { hole: 6.4, length: 7 },
    tNut: 6.5,
    source: ISO,
  },
  {
    key: 'unc632',
    thread: '6-32 UNC',
    nominal: 3.505,
    pitch: 25.4 / 32,
    tap: 2.7,
    clear: 3.7,
    pilot: [2, 2.5],
    insert: { hole: 4.8, length: 5 },
    source: INCH,
  },
];

/** The row whose screw goes through a hole of a part, by its clearance hole, mm. */
export const drillFor = (clearance: number): DrillRow =>
  DRILLS.reduce((best, row) =>
    Math.abs(row.clear - clearance) < Math.abs(best.clear - clearance) - 1e-9 ? row : best,
  );

/** Screws are sold so long, mm (ISO 888, from memory). */
export const SCREW_LENGTHS: readonly number[] = [4, 5, 6, 8, 10, 12, 14, 16, 20, 25, 30, 35, 40, 45, 50, 60];

/** Blind rivets by what they hold together, mm: hole, grip (ISO 15977, from memory). */
export const RIVETS = [
  { diameter: 3.2, hole: 3.3, grip: [0.5, 6.5] },
  { diameter: 4, hole: 4.1, grip: [0.5, 8] },
] as const;
