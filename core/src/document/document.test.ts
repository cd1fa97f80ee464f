import { describe, expect, it } from 'vitest';
import { measured } from '../quantity';
import {
  applyChange,
  applyOperations,
  complaintsOf,
  conflicts,
  defaultBox,
  defaultWedge,
  newConversion,
  readConversion,
  SCHEMA_VERSION,
  writeConversion,
  type Change,
  type Conversion,
  type Feature,
} from '.';

const box = (): Conversion => newConversion('Radio', defaultBox());
const wedge = (): Conversion => newConversion('Deck', defaultWedge());
const rib: Feature = {
  name: 'Rib',
  shape: { kind: 'box', width: measured(20), depth: measured(5), height: measured(10) },
  x: measured(10),
  y: measured(10),
  z: measured(3),
  fate: 'cut',
  why: '',
  body: 'base',
  metal: false,
  moving: false,
};

/** The first complaint about a document after a change. */
const complaintAfter = (document: Conversion, change: Change) =>
  complaintsOf(applyChange(document, change).document)[0];
const set = (path: string, value: number): Change => ({
  type: 'setMeasured',
  path,
  measured: measured(value),
  what: 'x',
});

describe('a change', () => {
  it('is undone by its inverse, whatever it was', () => {
    const changes: Change[] = [
      { type: 'rename', name: 'Other' },
      { type: 'setFeature', id: 'rib-1', feature: rib },
      { type: 'setHull', hull: defaultWedge() },
      set('/shell/hull/width', 333),
      {
        type: 'all',
        what: 'two',
        changes: [
          { type: 'setMaterial', material: 'steel' },
          { type: 'setFate', id: 'rib-1', fate: 'removed' },
        ],
      },
    ];
    let document = box();
    for (const change of changes) {
      const edited = applyChange(document, change);
      expect(applyOperations(edited.document, edited.inverse).document).toEqual(document);
      expect(applyOperations(document, edited.operations).document).toEqual(edited.document);
      document = edited.document;
    }
  });

  it('commutes with another one unless they touch the same place', () => {
    const width = applyChange(box(), set('/shell/hull/width', 350)).operations;
    const depth = applyChange(box(), set('/shell/hull/depth', 350)).operations;
    const hull = applyChange(box(), { type: 'setHull', hull: defaultWedge() }).operations;
    expect(conflicts(width, depth)).toBe(false);
    expect(conflicts(width, hull)).toBe(true);
  });

  it('can’t reach outside the document', () => {
    expect(() => applyOperations(box(), [{ op: 'add', path: '/__proto__/x', value: 1 }])).toThrow();
    expect(() => applyOperations(box(), [{ op: 'replace', path: '/no/such/place', value: 1 }])).toThrow(
      '/no/such/place',
    );
  });
});

describe('a document is refused with a clear message', () => {
  it.each<[string, () => Conversion, Change, string, RegExp]>([
    [
      'walls thicker than the shell',
      box,
      set('/shell/hull/walls/left', 499),
      '/shell/hull/walls/left',
      /together they must be under 400 mm/,
    ],
    [
      'floor and lid thicker than the shell',
      box,
      set('/shell/hull/walls/top', 148),
      '/shell/hull/walls/top',
      /no room inside/,
    ],
    ['a zero size', box, set('/shell/hull/depth', 0), '/shell/hull/depth/value', /positive.*it is 0/],
    ['a negative size', box, set('/shell/hull/height', -5), '/shell/hull/height/value', /positive/],
    ['NaN', box, set('/shell/hull/height', NaN), '/shell/hull/height/value', /number/],
    ['a huge size', box, set('/shell/hull/height', 1e9), '/shell/hull/height/value', /20000/],
    [
      'a profile that crosses itself',
      wedge,
      set('/shell/hull/profile/2/z', -40),
      '/shell/hull/profile/2',
      /crosses itself/,
    ],
    [
      'a feature outside the hull',
      box,
      { type: 'setFeature', id: 'rib-1', feature: { ...rib, x: measured(390) } },
      '/shell/features/rib-1',
      /from 390 mm to 410 mm across; the shell is 400 mm/,
    ],
    [
      'a lid above the shell',
      box,
      { type: 'setLid', lid: { name: 'Lid', splitHeight: measured(150), closure: 'hinge' } },
      '/shell/lid/splitHeight',
      /must be under 150 mm/,
    ],
    [
      'an opening in a face that is not there',
      box,
      {
        type: 'setOpening',
        id: 'o-1',
        opening: {
          name: 'O',
          face: 'slope',
          shape: { kind: 'round', diameter: measured(9) },
          u: measured(20),
          v: measured(20),
        },
      },
      '/shell/openings/o-1/face',
      /no face “slope”/,
    ],
  ])('%s', (_name, make, change, path, message) => {
    const complaint = complaintAfter(make(), change);
    expect(complaint?.path).toBe(path);
    expect(complaint?.message).toMatch(message);
  });

  it('and otherwise accepted', () => {
    expect(complaintsOf(box())).toEqual([]);
    expect(complaintsOf(wedge())).toEqual([]);
  });
});

describe('a file', () => {
  it('comes back as it was written', () => expect(readConversion(writeConversion(wedge()))).toEqual(wedge()));
  it.each([
    ['not-json', 'solid cube\nfacet normal'],
    ['not-ours', '{"name":"something"}'],
    ['newer', JSON.stringify({ format: 'young-shell-conversion', schemaVersion: SCHEMA_VERSION + 1 })],
    ['too-large', `"${'x'.repeat(5e6)}"`],
    ['invalid', JSON.stringify({ format: 'young-shell-conversion', schemaVersion: '1' })],
    ['invalid', writeConversion(box()).replace('"width": {', '"wdth": {')],
  ])('is refused as %s', (code, text) => {
    expect(() => readConversion(text)).toThrow(expect.objectContaining({ code }));
  });
});
