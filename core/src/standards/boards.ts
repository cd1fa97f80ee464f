import { dimension, practice, standard, type PatternHole, type StandardPart } from './row';
import { SCREWS } from './screws';

const ATX = standard('ATX Specification 2.2');
const MICRO = standard('microATX Interface Specification 1.2');
const FLEX = standard('FlexATX Addendum 1.0 to the microATX specification');
const ITX = standard('Mini-ITX Addendum 2.0');

/** Hole columns from the edge on the input/output side, along the rear edge; mm. */
export const HOLE_COLUMNS = {
  first: 6.35,
  second: 6.35 + 157.48,
  atxThird: 6.35 + 157.48 + 124.46,
  microThird: 6.35 + 203.2,
};
/** Hole rows from the rear edge; mm. */
export const HOLE_ROWS = { first: 10.16, second: 10.16 + 154.94, third: 10.16 + 227.33, setBack: 10.16 + 22.86 };

const { first: c1, second: c2, atxThird, microThird } = HOLE_COLUMNS;
const { first: r1, second: r2, third: r3, setBack } = HOLE_ROWS;
const grid = (columns: number[], rows: number[]): PatternHole[] =>
  columns.flatMap((x) => rows.map((y) => ({ x, y: x === c2 && y === r1 ? setBack : y })));

/** The input/output opening of the ATX family: mm, corner radius at most 1, ± 0.2. */
export const IO_OPENING = { width: 158.75, height: 44.45, radius: 1, source: ATX };

const cooling = (height: number) => ({
  standoffHeight: dimension('Standoff height', 6.35, ATX),
  thickness: dimension('Board thickness', 1.6, practice),
  coolerHeight: dimension('Cooler height over the board', height, practice, 'catalogue', 1),
  coolerWidth: dimension('Cooler width', 95, practice),
  coolerDepth: dimension('Cooler depth', 95, practice),
  memoryHeight: dimension('Memory height over the board', 34, practice),
  socketHeight: dimension('Rear sockets over the board', 38, practice),
});

/**
 * Middle of the first card slot from the edge on the input/output side, and how high over the board the edge of a
 * plugged card ends; mm (ATX 2.2 and the card specification, from memory).
 */
export const FIRST_SLOT = { fromEdge: 161.5, seat: 3, source: ATX };

/** Body of the first card slot: from the board's rear edge inwards, and its size, mm. Where it begins is practice. */
export const SLOT = {
  fromRear: 45,
  length: 89,
  width: 7.5,
  height: 11.25,
  source: standard('card specification, x16 connector'),
};

/**
 * Where the input/output opening lies is measured on the board's own shield before a cut. It goes out over the board's
 * edge: else it would run into the bracket of a card in the first slot.
 */
const ioPlace = {
  ioBeyondEdge: dimension('Opening beyond the input/output edge', 5.6, practice, 'guess', 1),
  ioBelow: dimension('Opening below the board surface', 3.8, ATX, 'catalogue', 0.5),
};

/** Boards that leave room for long cards: their SATA sockets lie along the front edge. Common practice, no source. */
export const FLAT_SATA: ReadonlySet<string> = new Set(['atx', 'micro-atx']);

function atxFamily(
  key: string,
  name: string,
  width: number,
  depth: number,
  source: typeof ATX,
  holes: PatternHole[],
  mass: number,
): StandardPart {
  return {
    key: `board/${key}`,
    kind: 'board',
    name,
    words: `motherboard mainboard ${width} ${depth}`,
    dimensions: {
      width: dimension('Width along the rear edge', width, source),
      depth: dimension('Depth', depth, source),
      ...cooling(47),
      ...ioPlace,
      ...(FLAT_SATA.has(key)
        ? { sataHeight: dimension('SATA sockets over the board, lying', 8, practice, 'catalogue', 3) }
        : {}),
    },
    holes: holes.filter((h) => h.x < width && h.y < depth),
    holeSource: source,
    screw: SCREWS.unc632,
    mass,
    source,
  };
}

function smallBoard(
  key: string,
  name: string,
  width: number,
  depth: number,
  holes: PatternHole[],
  mass: number,
  cooler: number,
  screw: StandardPart['screw'],
): StandardPart {
  return {
    key: `board/${key}`,
    kind: 'board',
    name,
    words: `single-board computer small ${width} ${depth}`,
    dimensions: {
      width: dimension('Width along the socket edge', width, practice),
      depth: dimension('Depth', depth, practice),
      ...cooling(cooler),
      coolerWidth: dimension('Cooler width', Math.min(60, width / 2), practice),
      coolerDepth: dimension('Cooler depth', Math.min(60, depth / 2), practice),
      memoryHeight: dimension('Memory height over the board', 6, practice),
      socketHeight: dimension('Rear sockets over the board', 17, practice),
    },
    holes,
    holeSource: practice,
    screw,
    mass,
    source: practice,
  };
}

/** No table here gives these boards' holes: they are measured on the board. */
const UNKNOWN: PatternHole[] = [];
/** 58 × 49 mm apart, 3.5 mm from two edges. */
const CARD_SIZE_HOLES: PatternHole[] = [
  { x: 3.5, y: 3.5 },
  { x: 61.5, y: 3.5 },
  { x: 3.5, y: 52.5 },
  { x: 61.5, y: 52.5 },
];

/** Boards; holes from the input/output-side edge (x) and from the rear edge (y). */
export const BOARDS: readonly StandardPart[] = [
  atxFamily('atx', 'ATX board', 304.8, 243.84, ATX, grid([c1, c2, atxThird], [r1, r2, r3]), 900),
  atxFamily('micro-atx', 'microATX board', 243.84, 243.84, MICRO, grid([c1, c2, microThird], [r1, r2, r3]), 750),
  atxFamily('flex-atx', 'FlexATX board', 228.6, 190.5, FLEX, grid([c1, c2, microThird], [r1, r2]), 600),
  atxFamily('mini-itx', 'Mini-ITX board', 170, 170, ITX, grid([c1, c2], [r1, r2]), 500),
  atxFamily('dtx', 'DTX board', 203, 244, practice, grid([c1, c2], [r1, r2, r3]), 650),
  atxFamily('mini-dtx', 'Mini-DTX board', 203, 170, practice, grid([c1, c2], [r1, r2]), 550),
  smallBoard('nano-itx', 'Nano-ITX board', 120, 120, UNKNOWN, 250, 25, SCREWS.m3),
  smallBoard('pico-itx', 'Pico-ITX board', 100, 72, UNKNOWN, 150, 18, SCREWS.m3),
  smallBoard('mini-stx', 'Mini-STX board', 147, 140, UNKNOWN, 300, 45, SCREWS.m3),
  smallBoard('four-by-four', '4 × 4 in small board', 101.6, 101.6, UNKNOWN, 200, 30, SCREWS.m3),
  smallBoard('three-and-half', '3.5 in single-board', 146, 102, UNKNOWN, 250, 25, SCREWS.m3),
  smallBoard('card-size', 'Card-size single-board', 85, 56, CARD_SIZE_HOLES, 50, 12, SCREWS.m25),
];
