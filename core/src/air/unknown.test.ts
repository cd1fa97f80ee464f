import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, OWN, readConversion, type Change, type Conversion, type Part } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart, TEMPERATURES } from '../standards';
import { assessAir } from './assess';
import { thermalOf } from './temperatures';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const block = (name: string, z: number, height: number) => ({
  name,
  role: 'body' as const,
  shape: { kind: 'box' as const },
  direction: null,
  plug: 0,
  conducts: null,
  x: measured(0),
  y: measured(0),
  z: measured(z),
  width: measured(170),
  depth: measured(170),
  height: measured(height),
});
/** A board drawn as blocks: its plate, and something 104 mm high on it. */
const board = (name: string): Part => ({
  name: 'Own board',
  standard: OWN,
  dimensions: {},
  mass: 900,
  own: {
    kind: 'board',
    blocks: { plate: block('Plate', 0, 2), 'block-2': block(name, 2, 104) },
    holes: {},
    faces: {},
    power: { idle: 20, typical: 60, peak: 105 },
    source: 'bench',
  },
});
const withBoard = (part: Part, ...more: Change[]): Conversion =>
  [
    {
      type: 'addPart',
      id: 'board-9',
      part,
      placement: { x: 60, y: 60, z: 10, rear: 'rear', top: 'top', locked: false },
    } as const,
    ...more,
  ].reduce<Conversion>((d, change) => applyChange(d, change).document, deck);
const ofBoard = (document: Conversion) =>
  assessAir(document, assemble(document)).findings.filter((f) => f.about.some((a) => a.id === 'board-9'));

describe('an own board', () => {
  it('whose cooler is drawn as a block that is called so is as cool as a row of that height', () => {
    const row = partFrom(standardPart('board/mini-itx')!, 'Row');
    const tall: Part = { ...row, dimensions: { ...row.dimensions, coolerHeight: measured(104) } };
    expect(thermalOf(board('Tower cooler'))!.resistance).toBeCloseTo(thermalOf(tall)!.resistance, 9);
  });

  it('of which nothing says what cools it is not called 199 °C: it is asked for, and what is typed in counts', () => {
    const unknown = withBoard(board('Something'));
    expect(thermalOf(board('Something'))).toBeUndefined();
    const said = ofBoard(unknown);
    expect(said.map((f) => f.id)).toContain('air/unknown/board-9');
    expect(said.find((f) => f.id === 'air/unknown/board-9')).toMatchObject({ verdict: 'note' });
    expect(said.some((f) => /199|\d{3} °C/.test(f.sentence))).toBe(false);
    const typed = withBoard(board('Something'), { type: 'setThermal', part: 'board-9', thermal: { resistance: 0.3 } });
    expect(ofBoard(typed).some((f) => f.id.startsWith('air/unknown'))).toBe(false);
    // Its kind says what it stands.
    expect(thermalOf(board('Something'), { resistance: 0.3 })).toMatchObject({
      limit: TEMPERATURES.processor,
      resistance: 0.3,
    });
  });
});

it('an optical drive has no discs that suffer over 50 °C; a hard disc has', () => {
  expect(thermalOf(partFrom(standardPart('drive/5.25')!, 'D'))).toBeUndefined();
  expect(thermalOf(partFrom(standardPart('drive/3.5')!, 'D'))).toMatchObject({
    what: 'discs',
    limit: TEMPERATURES.disc,
  });
});
