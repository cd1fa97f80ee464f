import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { applyChange, defaultBox, feature, newConversion, readConversion, type Conversion } from '../../document';
import { sheetDxf } from '../../exchange';
import { partMade } from '../../kit';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { openingsOf } from '../openings/derived';
import { carriersToCut, carrierSheet } from './carriers';
import { sheetsToCut } from './sheet';
import { wrongSheet } from './wrong';

const upright = { rear: 'rear', top: 'top', locked: false } as const;
const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8'));

/** A shelf 40 high across a box, a drive screwed to its top. */
function onShelf(): Conversion {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = 'open';
  document.shell.features['shelf-1'] = feature(
    'Shelf',
    { kind: 'box', width: measured(200), depth: measured(180), height: measured(4) },
    [measured(50), measured(60), measured(40)],
    { kind: 'shelf' },
  );
  return applyChange(document, {
    type: 'addPart',
    id: 'drive-1',
    part: partFrom(standardPart('drive/3.5')!, 'Drive'),
    placement: { x: 70, y: 80, z: 44, ...upright },
  }).document;
}

describe('sheets of what carries', () => {
  it('of a shelf have the holes of what is screwed to it, where they are, and the floor under it has none', () => {
    const document = onShelf();
    const assembly = assemble(document);
    expect(carriersToCut(document, assembly)).toEqual(['shelf-1-sheet']);
    const sheet = carrierSheet(document, assembly, 'shelf-1-sheet')!;
    expect([sheet.width, sheet.height]).toEqual([200, 180]);
    const drills = assembly.parts[0]!.faces.flatMap((f) => f.cuts.filter((c) => c.kind === 'drill'));
    expect(sheet.holes.map((h) => [h.u, h.v])).toEqual(drills.map((d) => [d.at[0] - 50, d.at[1] - 60]));
    expect(openingsOf(document, assembly)).toEqual([]);
  });

  it('of a stand have the screws of its posts, in the middle of each', () => {
    const made = {
      kind: 'stand',
      width: 120,
      depth: 80,
      height: 30,
      thickness: 3,
      foot: 'posts',
      material: 'aluminium',
    } as const;
    const document = applyChange(newConversion('Shell', defaultBox()), {
      type: 'addPart',
      id: 'stand-1',
      part: partMade(made, 'Stand'),
      placement: { x: 100, y: 100, z: 3, ...upright },
    }).document;
    const sheet = carrierSheet(document, assemble(document), 'stand-1-plate')!;
    expect(sheet.holes.map((h) => [h.u, h.v])).toEqual([
      [5, 5],
      [5, 75],
      [115, 5],
      [115, 75],
    ]);
    // A post of 10 × 10 under each corner, a plate of 120 × 80 × 3 and 4 posts of 27 mm of aluminium (2.70 g/cm³).
    expect(partMade(made, 'Stand').mass).toBe(Math.round((120 * 80 * 3 + 4 * 100 * 27) * 2.7e-3));
  });

  it('are written for every demo, those of trays and drawers too', () => {
    for (const name of ['cocktail-table', 'map-cabinet', 'piano-stool', 'typewriter', 'tape-deck']) {
      const document = demo(name);
      const assembly = assemble(document);
      const keys = sheetsToCut(document, assembly);
      if (name === 'map-cabinet') expect(keys).toEqual(expect.arrayContaining(['tray-1-plate', 'drawer-2-floor']));
      for (const key of keys) {
        expect(wrongSheet(document, key, assembly), `${name} ${key}`).toBeUndefined();
        expect(sheetDxf(document, key)).toContain('ENTITIES');
      }
    }
    const deck = demo('tape-deck');
    expect(wrongSheet(deck, 'nowhere', assemble(deck))).toMatch(/has no face “nowhere”/);
  });
});
