import { dimension, practice, standard, type PatternHole, type StandardPart } from './row';
import { SCREWS } from './screws';

const GUIDE = standard('Power Supply Design Guide for desktop form factors');

function supply(
  key: string,
  name: string,
  [width, height, depth]: [number, number, number],
  source: typeof GUIDE,
  holes: PatternHole[],
  mass: number,
  doubt?: string,
): StandardPart {
  return {
    key: `supply/${key}`,
    kind: 'supply',
    name,
    words: 'power supply psu mains',
    dimensions: {
      width: dimension('Width', width, source),
      height: dimension('Height', height, source),
      depth: dimension('Depth', depth, source),
      cableRoom: dimension('Cable exit and first bend', 40, practice),
    },
    holes,
    holeSource: source,
    screw: SCREWS.unc632,
    mass,
    source,
    ...(doubt ? { doubt } : {}),
  };
}

const rectangle = (width: number, height: number, dx: number, dy: number): PatternHole[] => {
  const x = (width - dx) / 2;
  const y = (height - dy) / 2;
  return [
    { x, y },
    { x: x + dx, y },
    { x: x + dx, y: y + dy },
    { x, y: y + dy },
  ];
};

/** Supplies; holes in the inlet face from its lower left seen from outside. */
export const SUPPLIES: readonly StandardPart[] = [
  supply(
    'atx',
    'ATX supply',
    [150, 86, 140],
    GUIDE,
    [
      // Seen from outside, fan down: from memory of the drawing.
      { x: 6, y: 16 },
      { x: 6, y: 80 },
      { x: 120, y: 80 },
      { x: 144, y: 6 },
    ],
    1600,
    'Readers of the drawing disagree about its screw holes',
  ),
  supply('sfx', 'SFX supply', [125, 63.5, 100], GUIDE, rectangle(125, 63.5, 113, 51.5), 900),
  supply('sfx-l', 'SFX-L supply', [125, 63.5, 130], practice, rectangle(125, 63.5, 113, 51.5), 1100),
  supply('tfx', 'TFX supply', [85, 65, 175], GUIDE, [], 900),
  supply('cfx', 'CFX supply', [101.6, 86, 96], GUIDE, [], 900),
  supply('lfx', 'LFX supply', [62, 72, 210], GUIDE, [], 900),
  supply('flex', 'Flex supply', [81.5, 40.5, 150], GUIDE, [], 700),
  {
    key: 'brick/dc-board',
    kind: 'brick',
    name: 'DC board on the 24-pin plug',
    words: 'power supply external brick dc stick',
    dimensions: {
      width: dimension('Width', 20, practice),
      height: dimension('Height', 40, practice),
      depth: dimension('Depth', 55, practice),
    },
    holes: [],
    holeSource: practice,
    screw: SCREWS.m3,
    mass: 60,
    source: practice,
  },
  {
    key: 'jack/dc-round',
    kind: 'jack',
    name: 'Round DC jack in a wall',
    words: 'power supply external brick dc jack inlet barrel',
    dimensions: {
      hole: dimension('Hole for its thread', 11, practice, 'guess', 1),
      nut: dimension('Nut and flange across', 15, practice, 'guess', 1),
      length: dimension('Length behind the wall', 22, practice, 'guess', 2),
      wireRoom: dimension('Room for its wires', 15, practice),
    },
    holes: [],
    holeSource: practice,
    screw: SCREWS.m3,
    mass: 12,
    source: practice,
  },
];
