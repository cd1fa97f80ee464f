import { dimension, practice, standard, type PatternHole, type StandardPart } from './row';
import { SCREWS } from './screws';

function drive(
  key: string,
  name: string,
  [length, width, height]: [number, number, number],
  title: string,
  holes: PatternHole[],
  screw: StandardPart['screw'],
  rooms: [plug: number, air: number],
  mass: number,
): StandardPart {
  const source = standard(title);
  return {
    key: `drive/${key}`,
    kind: 'drive',
    name,
    words: 'disk ssd hdd storage',
    dimensions: {
      length: dimension('Length', length, source),
      width: dimension('Width', width, source),
      height: dimension('Height', height, source),
      plugRoom: dimension('Data and power plugs', rooms[0], practice),
      airGap: dimension('Air over it', rooms[1], practice),
    },
    holes,
    holeSource: source,
    screw,
    mass,
    source,
  };
}

const pattern = (width: number, across: number, rows: number[]): PatternHole[] =>
  rows.flatMap((y) => [
    { x: (width - across) / 2, y },
    { x: (width + across) / 2, y },
  ]);

const bottom25 = pattern(69.85, 61.72, [14, 90.6]);

/** Drives; holes in the bottom, x across from the left edge, y from the connector end. */
export const DRIVES: readonly StandardPart[] = [
  drive(
    '3.5',
    '3.5 in drive',
    [147, 101.6, 26.1],
    'SFF-8301',
    pattern(101.6, 95.25, [41.28, 85.73]),
    SCREWS.unc632,
    [35, 12.7],
    620,
  ),
  // Large ones lack the middle pair: their bottom holes are 76.2 apart.
  drive(
    '3.5-large',
    '3.5 in drive, large capacity',
    [147, 101.6, 26.1],
    'SFF-8301',
    pattern(101.6, 95.25, [41.28, 117.48]),
    SCREWS.unc632,
    [35, 12.7],
    690,
  ),
  drive('2.5-7', '2.5 in drive, 7 mm', [100.45, 69.85, 7], 'SFF-8201', bottom25, SCREWS.m3, [35, 6], 60),
  drive('2.5-9.5', '2.5 in drive, 9.5 mm', [100.45, 69.85, 9.5], 'SFF-8201', bottom25, SCREWS.m3, [35, 6], 100),
  drive('2.5-15', '2.5 in drive, 15 mm', [100.45, 69.85, 15], 'SFF-8201', bottom25, SCREWS.m3, [35, 6], 160),
  drive('5.25', '5.25 in drive, half height', [203, 146.05, 41.4], 'SFF-8551', [], SCREWS.m3, [35, 0], 750),
  ...[30, 42, 60, 80, 110].map((length) =>
    drive(
      `m2-22${length}`,
      `M.2 22${length} module`,
      [length, 22, 3.8],
      'PCI Express M.2 Specification',
      [],
      SCREWS.m2,
      [0, 0],
      10,
    ),
  ),
];
