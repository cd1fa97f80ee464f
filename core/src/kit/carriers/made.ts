import type { Made, OwnBlock, OwnDesign, Part } from '../../document';
import { OWN } from '../../document';
import { measured } from '../../quantity';
import { DENSITY } from '../../standards';
import type { MadeBox } from './box';
import { cageBlocks, cageHoles } from './cage';
import { barsOf, frameBlocks, meshOf } from './frame';
import { anglesBlocks, anglesHoles, standBlocks, standHoles } from './rest';
import { trayBlocks, trayHoles } from './tray';

/** Sheet that was bent and bars that were sawn are so exact, mm. Common practice, no source. */
const MADE = 0.5;

/** What a carrier of some sizes is made of, in its own axes. @throws Error where nothing is left of it, or it can't be made */
export function blocksOfMade(made: Made): MadeBox[] {
  switch (made.kind) {
    case 'tray':
      return trayBlocks(made);
    case 'frame':
      return frameBlocks(made);
    case 'stand':
      return standBlocks(made);
    case 'angles':
      return anglesBlocks(made);
    case 'cage':
      return cageBlocks(made);
  }
}

/** Holes by which it is screwed down, in its underside, from the left front corner of what is left of it. */
function holesOfMade(made: Made): { x: number; y: number; diameter: number }[] {
  switch (made.kind) {
    case 'tray':
      return trayHoles(made);
    case 'frame':
      return [];
    case 'stand':
      return standHoles(made);
    case 'angles':
      return anglesHoles(made);
    case 'cage':
      return cageHoles(made);
  }
}

const SOURCES: Readonly<Record<Exclude<Made['kind'], 'tray'>, string>> = {
  frame: 'frame of bars',
  stand: 'stand made for it',
  angles: 'angles made for it',
  cage: 'cage with bays',
};

/**
 * The part that a tray or a frame of such sizes is: its blocks, its holes, its weight as computed.
 * @throws Error where nothing is left of it
 */
export function partMade(made: Made, name: string): Part {
  const boxes = blocksOfMade(made);
  const tidy = (v: number) => Math.round(v * 1000) / 1000;
  const at = (v: number) => measured(tidy(v), 'calipers', 0);
  const size = (v: number) => measured(tidy(v), 'calipers', MADE);
  const blocks: OwnDesign['blocks'] = Object.fromEntries(
    boxes.map(({ name: of, low, high, of: stuff = made.material }, i): [string, OwnBlock] => [
      `piece-${i + 1}`,
      {
        name: of,
        role: 'body',
        shape: { kind: 'box' },
        x: at(low[0]),
        y: at(low[1]),
        z: at(low[2]),
        width: size(high[0] - low[0]),
        depth: size(high[1] - low[1]),
        height: size(high[2] - low[2]),
        direction: null,
        plug: 0,
        conducts: stuff === 'steel' || stuff === 'aluminium' ? 'metal' : null,
      },
    ]),
  );
  const holes: OwnDesign['holes'] = Object.fromEntries(
    holesOfMade(made).map(({ x, y, diameter }, i) => [
      `hole-${i + 1}`,
      { name: `hole ${i + 1}`, x: size(x), y: size(y), diameter: measured(diameter) },
    ]),
  );
  return {
    name,
    standard: OWN,
    dimensions: {},
    mass: Math.round(massOf(made)),
    own: {
      blocks,
      holes,
      faces: {},
      ...(made.kind === 'cage' ? {} : { carries: true }),
      power: { idle: 0, typical: 0, peak: 0 },
      source: made.kind === 'tray' ? `tray of ${made.from}` : SOURCES[made.kind],
      made,
    },
  };
}

/** What it weighs, g: its material by volume, of bars by their section. */
export function massOf(made: Made): number {
  const density = DENSITY[made.material].value * 1e-6; // g/mm³
  if (made.kind === 'frame')
    return (
      barsOf(made).reduce((sum, bar) => sum + bar.length * bar.area, 0) * density +
      meshOf(made).reduce((sum, m) => sum + volume(m) * (1 - m.open!) * DENSITY[m.of!].value * 1e-6, 0)
    );
  return blocksOfMade(made).reduce((sum, b) => sum + volume(b), 0) * density;
}

const volume = ({ low, high }: MadeBox) => (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);

/** How far the left, front and lower end of a made part is from the corner its sizes count from, mm. */
export function lowOf(made: Made): [number, number, number] {
  const boxes = blocksOfMade(made);
  return [0, 1, 2].map((i) => Math.min(...boxes.map((b) => b.low[i]!))) as [number, number, number];
}
