import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { panelPart } from '../kit';
import { measured } from '../quantity';
import {
  applyChange,
  applyOperations,
  validationIssuesOf,
  conflicts,
  edgeLengths,
  defaultBox,
  defaultWedge,
  feature,
  lidAt,
  newConversion,
  readConversion,
  SCHEMA_VERSION,
  withEdgeLength,
  writeConversion,
  type Change,
  type Conversion,
} from '.';

const box = (): Conversion => newConversion('Radio', defaultBox());
const wedge = (): Conversion => newConversion('Deck', defaultWedge());
const rib = feature(
  'Rib',
  { kind: 'box', width: measured(20), depth: measured(5), height: measured(10) },
  [measured(10), measured(10), measured(3)],
  { fate: 'cut' },
);

/** The first complaint about a document after a change. */
const validationIssueAfter = (document: Conversion, change: Change) =>
  validationIssuesOf(applyChange(document, change).document)[0];
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
      set('/shell/hull/width', 333),
      { type: 'setHull', hull: defaultWedge() },
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
      set('/shell/hull/corners/2/b', -40),
      '/shell/hull/corners/2',
      /crosses itself/,
    ],
    [
      'a feature outside the hull',
      box,
      { type: 'setFeature', id: 'rib-1', feature: { ...rib, x: measured(390) } },
      '/shell/features/rib-1',
      /from 390 mm to 410 mm across; the shell from 0 mm to 400 mm/,
    ],
    [
      'a lid above the shell',
      box,
      { type: 'setBody', id: 'lid', body: lidAt(measured(150)) },
      '/shell/bodies/lid/cut/at',
      /between 0 mm and 150 mm/,
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
    const validationIssue = validationIssueAfter(make(), change);
    expect(validationIssue?.path).toBe(path);
    expect(validationIssue?.message).toMatch(message);
  });

  it('an own part of air alone', () => {
    const part = panelPart({ diagonalInch: 10, aspect: [4, 3], bezel: { side: 5, top: 5, bottom: 5 }, thickness: 5 });
    for (const block of Object.values(part.own!.blocks)) block.role = 'air';
    expect(validationIssueAfter(box(), { type: 'addPart', id: 'own-1', part })).toEqual({
      path: '/kit/parts/own-1/own/blocks',
      message: expect.stringMatching(/no body block/),
    });
  });

  it('and otherwise accepted', () => {
    expect(validationIssuesOf(box())).toEqual([]);
    expect(validationIssuesOf(wedge())).toEqual([]);
  });
});

describe('a file', () => {
  it('comes back as it was written', () => expect(readConversion(writeConversion(wedge()))).toEqual(wedge()));
  it.each([
    ['not-json', 'solid cube\nfacet normal'],
    ['not-ours', '{"name":"something"}'],
    ['newer', JSON.stringify({ format: 'young-shell-conversion', schemaVersion: SCHEMA_VERSION + 1 })],
    ['too-large', `"${'x'.repeat(65e6)}"`],
    ['invalid', JSON.stringify({ format: 'young-shell-conversion', schemaVersion: '1' })],
    ['invalid', writeConversion(box()).replace('"width": {', '"wdth": {')],
  ])('is refused as %s', (code, text) => {
    expect(() => readConversion(text)).toThrow(expect.objectContaining({ code }));
  });
});

describe('an older document', () => {
  it('of schema 1 becomes profiles, bodies and features of today', () => {
    const old = readConversion(readFileSync(new URL('./stored/schema-1.json', import.meta.url), 'utf8'));
    expect(old.schemaVersion).toBe(SCHEMA_VERSION);
    expect(validationIssuesOf(old)).toEqual([]);
    expect(old.shell.hull).toMatchObject({ form: 'profile', axis: 'x' });
    expect(Object.values(old.shell.bodies).map((b) => b.kind)).toEqual(['lid']);
    expect(old.kit).toMatchObject({ holeMaps: {}, photos: {} });
  });
});

describe('an older document of schema 2', () => {
  it('gets an empty list of wishes, variants and cables', () => {
    const old = readConversion(readFileSync(new URL('./stored/schema-2.json', import.meta.url), 'utf8'));
    expect(validationIssuesOf(old)).toEqual([]);
    expect(old.layout).toMatchObject({ wishes: {}, variants: {}, cables: {} });
    expect(Object.keys(old.layout.placements)).toHaveLength(6);
  });
});

describe('an edge of a section gets another length', () => {
  const box: [number, number][] = [
    [0, 0],
    [100, 0],
    [100, 50],
    [0, 50],
  ];
  it('and right angles stay', () => {
    expect(withEdgeLength(box, 0, 120)[2]).toEqual([120, 50]);
    expect(edgeLengths(withEdgeLength(box, 1, 60))).toEqual([120 - 20, 60, 100, 60]);
  });
  it('the datum stays where it is', () => expect(withEdgeLength(box, 3, 70)[0]).toEqual([0, 0]));
  it('a slanted one moves its end only', () => {
    const wedge: [number, number][] = [
      [0, 0],
      [100, 0],
      [70, 40],
    ];
    expect(withEdgeLength(wedge, 1, 100)).toEqual([
      [0, 0],
      [100, 0],
      [expect.closeTo(40, 9), expect.closeTo(80, 9)],
    ]);
  });
  it('of zero or NaN is refused', () => {
    expect(() => withEdgeLength(box, 0, 0)).toThrow(/over 0/);
    expect(() => withEdgeLength(box, 0, NaN)).toThrow(/NaN/);
  });
});

it('a file nested fifty thousand deep is refused in words', () => {
  const deep = (open: string, close: string) =>
    `{"format": "young-shell-conversion", "note": ${open.repeat(50_000)}1${close.repeat(50_000)}}`;
  for (const text of [deep('[', ']'), deep('{"a":', '}')])
    expect(() => readConversion(text)).toThrow(/nested more than 100 deep/);
});
