import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measured } from '../quantity';
import { LIBRARY, standardPart } from '../standards';
import { partFrom, partModel, type Block } from '.';

const model = (key: string, dimensions: Record<string, number> = {}) => {
  const part = partFrom(standardPart(key)!);
  for (const [name, value] of Object.entries(dimensions)) part.dimensions[name] = measured(value);
  return partModel('part-1', part);
};
const block = (key: string, id: string, dimensions?: Record<string, number>): Block =>
  model(key, dimensions).blocks.find((b) => b.id === id)!;
const ends = ({ low, high }: Block) => [low, high].map((p) => p.map((l) => Number(l.value.toFixed(3))));
/** Depth of a block along the way it looks. */
const deep = ({ low, high }: Block, axis: 0 | 1 | 2) => high[axis].value - low[axis].value;

describe('every part of the library', () => {
  it.each(LIBRARY.map((row) => [row.key]))('%s is made of blocks that are not inside out', (key) => {
    const { blocks, faces } = model(key);
    expect(blocks.some((b) => b.role === 'body')).toBe(true);
    for (const b of blocks)
      for (const axis of [0, 1, 2] as const) expect(deep(b, axis), `${b.id} along ${'xyz'[axis]}`).toBeGreaterThan(0);
    expect(new Set(blocks.map((b) => b.id)).size).toBe(blocks.length);
    for (const face of faces) expect(new Set(face.cuts.map((c) => c.id)).size).toBe(face.cuts.length);
  });

  it('its bodies are as large as its dimensions say', () => {
    expect(ends(block('supply/sfx', 'case'))).toEqual([
      [0, 0, 0],
      [125, 100, 63.5],
    ]);
    expect(ends(block('drive/2.5-15', 'case'))[1]).toEqual([69.85, 100.45, 15]);
    expect(ends(block('fan/120x25', 'frame'))[1]).toEqual([120, 25, 120]);
    expect(ends(block('card/half-length-1', 'cooler'))[1]).toEqual([20.32 - 2.3, 167.65, 111.15]);
  });
});

describe('a board', () => {
  it('stands on its standoffs: its surface 6.35 + 1.6 mm up, the cooler on it', () => {
    expect(ends(block('board/mini-itx', 'plate'))).toEqual([
      [0, 0, 6.35],
      [170, 170, 7.95],
    ]);
    expect(block('board/mini-itx', 'cooler', { coolerHeight: 37 }).high[2].value).toBeCloseTo(7.95 + 37, 9);
  });

  it('has its pattern from the input/output side and the rear edge', () => {
    // Mini-ITX Addendum 2.0, from memory: first hole 6.35 from the side, 10.16 from the rear.
    const standoff = block('board/mini-itx', 'standoff-1');
    expect((standoff.low[0].value + standoff.high[0].value) / 2).toBeCloseTo(170 - 6.35, 9);
    expect((standoff.low[1].value + standoff.high[1].value) / 2).toBeCloseTo(170 - 10.16, 9);
  });

  it('taller standoffs lift everything over them, and the chain knows it', () => {
    const { terms, value } = block('board/mini-itx', 'cooler', { standoffHeight: 10 }).high[2];
    expect(value).toBeCloseTo(10 + 1.6 + 47, 9);
    expect(terms.map((t) => t.id.split('/').at(-1)).sort()).toEqual(['coolerHeight', 'standoffHeight', 'thickness']);
  });

  it('of the ATX family has the 158.75 × 44.45 opening, a small one what its sockets need', () => {
    const opening = (key: string) => model(key).faces.find((f) => f.id === 'sockets')!.cuts[0]!.shape;
    for (const key of ['board/atx', 'board/micro-atx', 'board/mini-itx', 'board/dtx'])
      expect(opening(key)).toMatchObject({ size: [158.75, expect.closeTo(44.45, 9)] });
    expect((opening('board/pico-itx') as { size: number[] }).size[0]).toBeLessThan(100);
  });

  it('has as many holes as its table, and none where no table gives them', () => {
    const holes = (key: string) => model(key).faces.find((f) => f.id === 'mount')!.cuts.length;
    expect(['board/atx', 'board/micro-atx', 'board/mini-itx', 'board/card-size', 'board/nano-itx'].map(holes)).toEqual([
      9, 9, 4, 4, 0,
    ]);
  });
});

// Rooms for straight plugs and for air: common practice, no source.
describe('rooms', () => {
  it.each([
    ['board/mini-itx', 'main-plug', 2, 40],
    ['board/mini-itx', 'rear-plugs', 1, 45],
    ['board/mini-itx', 'cooler-air', 2, 15],
    ['supply/sfx', 'mains-plug', 1, 65],
    ['supply/sfx', 'fan-air', 2, 15],
    ['card/full-length-2', 'power-plug', 2, 35],
    ['card/full-length-2', 'riser', 2, 20],
    ['card/full-length-2', 'picture-plugs', 1, 45],
    ['card/full-length-2', 'fan-air', 0, 15],
    ['drive/3.5', 'plugs', 1, 35],
    ['fan/120x25', 'air', 1, 25],
  ] as const)('of %s: %s along axis %d is %f mm deep', (key, id, axis, depth) =>
    expect(deep(block(key, id), axis)).toBeCloseTo(depth, 9),
  );

  it('what is plugged in from outside goes through the wall, the rest does not', () => {
    const outside = LIBRARY.flatMap((row) =>
      model(row.key)
        .blocks.filter((b) => b.outside)
        .map((b) => b.id),
    );
    expect(new Set(outside)).toEqual(new Set(['rear-plugs', 'mains-plug', 'picture-plugs', 'flange', 'plug']));
  });

  it('a card of one slot has no power plug and no fans; a thicker one fills more slots', () => {
    expect(model('card/half-length-1').blocks.map((b) => b.id)).toEqual([
      'cooler',
      'edge',
      'bracket',
      'riser',
      'picture-plugs',
    ]);
    const slots = (thickness: number) => model('card/full-length-2', { thickness }).faces[0]!.cuts.length;
    expect([18, 38.6, 48, 58.7].map(slots)).toEqual([1, 2, 3, 3]);
  });
});

it('a dimension that a document lacks takes the standard’s value', () => {
  const part = partFrom(standardPart('fan/80x15')!);
  delete part.dimensions.airRoom;
  expect(
    deep(
      partModel('fan-1', part).blocks.find((b) => b.id === 'air')!,
      1,
    ),
  ).toBe(25);
});

it('any adjustment gives a model with finite ends', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...LIBRARY.map((row) => row.key)),
      fc.dictionary(
        fc.constantFrom('width', 'depth', 'height', 'length', 'thickness', 'coolerHeight', 'size'),
        fc.nat(2000),
      ),
      (key, dimensions) => {
        const known = Object.fromEntries(
          Object.entries(dimensions).filter(([d]) => d in standardPart(key)!.dimensions),
        );
        for (const b of model(key, known).blocks)
          expect([...b.low, ...b.high].every((l) => Number.isFinite(l.value))).toBe(true);
      },
    ),
    { numRuns: 200, seed: 5 },
  ));
