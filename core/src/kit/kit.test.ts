import { describe, expect, it } from 'vitest';
import { applyChange, defaultBox, newConversion, type Conversion } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { LIBRARY, standardPart } from '../standards';
import { assessKit, kitMass, searchLibrary } from '.';

const kit = (...keys: string[]): Conversion =>
  keys.reduce(
    (d, key, i) =>
      applyChange(d, { type: 'addPart', id: `part-${i + 1}`, part: partFrom(standardPart(key)!) }).document,
    newConversion('Radio', defaultBox()),
  );
const ids = (document: Conversion) => assessKit(document).map((f) => f.id);

describe('searching the library', () => {
  it.each([
    ['mini itx', 'board/mini-itx'],
    ['PSU sfx-l', 'supply/sfx-l'],
    ['graphics low', 'card/low-profile-2'],
    ['120 fan 25', 'fan/120x25'],
    ['m.2 2280', 'drive/m2-2280'],
    ['240 radiator', 'radiator/240'],
    ['SFF-8301', 'drive/3.5'],
  ])('“%s” finds %s', (query, key) => expect(searchLibrary(query).map((r) => r.key)).toContain(key));
  it('gives all for nothing, nothing for nonsense, and only the kind that is asked for', () => {
    expect(searchLibrary('')).toHaveLength(LIBRARY.length);
    expect(searchLibrary('flux capacitor')).toEqual([]);
    expect(new Set(searchLibrary('', 'fan').map((r) => r.kind))).toEqual(new Set(['fan']));
  });
});

describe('a kit', () => {
  it('without a board or a supply says so', () => {
    expect(ids(kit())).toEqual(['kit/empty']);
    expect(ids(kit('fan/80x15'))).toEqual(['kit/board', 'kit/supply']);
    expect(ids(kit('board/pico-itx', 'brick/dc-board'))).toEqual(['kit/jack']);
    expect(ids(kit('board/pico-itx', 'brick/dc-board', 'jack/dc-round'))).not.toContain('kit/jack');
  });
  it('names the dimension of a board that is a guess until it is measured', () => {
    const guess = assessKit(kit('board/mini-itx', 'supply/sfx'))[0]!;
    expect(guess.measureAgain).toBe('/kit/parts/part-1/dimensions/ioBeyondEdge');
    const { document } = applyChange(kit('board/mini-itx', 'supply/sfx'), {
      type: 'setMeasured',
      path: guess.measureAgain!,
      measured: measured(5.9),
      what: 'opening',
    });
    expect(ids(document)).toEqual([]);
  });
  it('with memory over a low cooler warns of the overhang', () => {
    const { document } = applyChange(kit('board/mini-itx', 'supply/sfx'), {
      type: 'setMeasured',
      path: '/kit/parts/part-1/dimensions/coolerHeight',
      measured: measured(30),
      what: 'cooler',
    });
    expect(ids(document)).toContain('kit/part-1/memory');
  });
  it('weighs what its parts weigh', () => expect(kitMass(kit('supply/sfx', 'supply/sfx-l'))).toBe(2000));
});
