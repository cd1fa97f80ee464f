import type { Source } from '../quantity';
import { practice } from './row';

/** What a part draws, W: by state, and while it starts. All of it becomes heat. */
export interface Draw {
  idle: number;
  typical: number;
  peak: number;
  /** For a second or two at the start: discs that spin up. */
  start: number;
  /** How it is spread over the rails, shares. */
  rails: Partial<Record<Rail, number>>;
  source: Source;
}

export const RAILS = ['12 V', '5 V', '3.3 V', '5 V standby'] as const;
export type Rail = (typeof RAILS)[number];

const draw = (idle: number, typical: number, peak: number, rails: Draw['rails'], start = peak): Draw => ({
  idle,
  typical,
  peak,
  start,
  rails,
  source: practice,
});

const BOARD = { '12 V': 0.86, '5 V': 0.09, '3.3 V': 0.05 } as const;
const ONLY_5 = { '5 V': 1 } as const;

/** Usual draws by row of the library, board with processor and memory; common practice, no source. */
const DRAWS: Readonly<Record<string, Draw>> = {
  'board/atx': draw(35, 90, 170, BOARD),
  'board/micro-atx': draw(30, 80, 150, BOARD),
  'board/flex-atx': draw(28, 70, 130, BOARD),
  'board/mini-itx': draw(22, 60, 105, BOARD),
  'board/dtx': draw(24, 65, 120, BOARD),
  'board/mini-dtx': draw(22, 60, 105, BOARD),
  'board/nano-itx': draw(8, 15, 30, BOARD),
  'board/pico-itx': draw(6, 10, 18, BOARD),
  'board/mini-stx': draw(14, 40, 75, BOARD),
  'board/four-by-four': draw(7, 18, 35, BOARD),
  'board/three-and-half': draw(7, 14, 25, BOARD),
  'board/card-size': draw(3, 5, 9, ONLY_5),
  'card/full-length-3': draw(20, 220, 320, { '12 V': 0.98, '3.3 V': 0.02 }),
  'card/full-length-2-5': draw(18, 190, 285, { '12 V': 0.98, '3.3 V': 0.02 }),
  'card/full-length-2': draw(15, 150, 220, { '12 V': 0.98, '3.3 V': 0.02 }),
  'card/half-length-2': draw(12, 90, 130, { '12 V': 0.97, '3.3 V': 0.03 }),
  'card/half-length-1': draw(8, 40, 70, { '12 V': 0.93, '3.3 V': 0.07 }),
  'card/low-profile-2': draw(8, 45, 70, { '12 V': 0.93, '3.3 V': 0.07 }),
  'card/low-profile-1': draw(5, 20, 35, { '12 V': 0.9, '3.3 V': 0.1 }),
  'drive/3.5': draw(4.5, 6.5, 9, { '12 V': 0.6, '5 V': 0.4 }, 27),
  'drive/3.5-large': draw(5, 7.5, 10, { '12 V': 0.6, '5 V': 0.4 }, 29),
  'drive/2.5-7': draw(0.5, 2, 4, ONLY_5),
  'drive/2.5-9.5': draw(0.8, 2, 3, ONLY_5, 5),
  'drive/2.5-15': draw(1, 2.5, 4, ONLY_5, 6),
  'drive/5.25': draw(1.5, 8, 18, { '12 V': 0.65, '5 V': 0.35 }),
  'drive/m2-2230': draw(0.5, 2, 4, { '3.3 V': 1 }),
  'drive/m2-2242': draw(0.5, 2.5, 5, { '3.3 V': 1 }),
  'drive/m2-2260': draw(0.5, 3, 6, { '3.3 V': 1 }),
  'drive/m2-2280': draw(0.6, 3.5, 8, { '3.3 V': 1 }),
  'drive/m2-22110': draw(1, 5, 10, { '3.3 V': 1 }),
};

/** Extra draw of a disc while it spins up, on which rail, W: about 2 A on 12 V. Common practice, no source. */
export const SPIN_UP = 24;

/** What a row of the library usually draws; undefined for what only carries power on. */
export const usualDraw = (key: string): Draw | undefined => DRAWS[key];
