import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  lidAt,
  newConversion,
  type Conversion,
  type Side,
} from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { ORIENTATIONS } from '../solid';
import { standardPart } from '../standards';
import { signedDistance } from '../solid';
import { marginsOf, stopsAt } from '.';
import { placeFor } from './place';
import { rowChange } from './rows';

function box(): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(3);
  [hull.width, hull.depth, hull.height] = [measured(400), measured(400), measured(300)];
  const document = newConversion('Box', hull);
  document.shell.bodies.lid = lidAt(measured(280));
  document.kit.parts['drive-1'] = partFrom(standardPart('drive/3.5')!, 'Archive drive 1');
  document.layout.placements['drive-1'] = { x: 180, y: 180, z: 140, rear: 'rear', top: 'top', locked: false };
  return document;
}

const made = (count: number, along: Side, gap = 12.7) => {
  const document = box();
  return applyChange(document, rowChange(document, 'drive-1', { count, along, gap, held: 'side brackets' })).document;
};

/** mm between the bodies of neighbours, by the exact distances. */
function gapsOf(document: Conversion): number[] {
  const { parts } = assemble(document);
  const body = (id: string) => parts.find((p) => p.id === id)!.solids.find((s) => s.role === 'body')!.shape;
  const ids = Object.keys(document.layout.rows!['row-1']!.parts);
  return ids.slice(1).map((id, i) => signedDistance(body(ids[i]!), body(id), [0, 0, 0]));
}

describe('a row of equal parts', () => {
  it.each(['top', 'right', 'rear', 'bottom', 'left', 'front'] as const)(
    'to the %s has the gap that was asked, however it is turned',
    (along) => {
      const document = made(3, along);
      expect(validationIssuesOf(document)).toEqual([]);
      expect(Object.values(document.kit.parts).map((p) => p.name)).toEqual([
        'Archive drive 1',
        'Archive drive 2',
        'Archive drive 3',
      ]);
      for (const orientation of ORIENTATIONS.filter((_, i) => i % 3 === 0)) {
        const turned = applyChange(document, {
          type: 'placePart',
          id: 'drive-2',
          placement: { x: 180, y: 180, z: 140, locked: false, ...orientation },
        }).document;
        for (const gap of gapsOf(turned)) expect(gap).toBeCloseTo(12.7, 6);
        // The one that was moved is where it was put.
        expect(turned.layout.placements['drive-2']).toMatchObject({ x: 180, y: 180, z: 140 });
      }
    },
  );

  it('leaves the shell together, comes back as it was by undo, and ends with its last but one', () => {
    const document = made(3, 'top');
    const out = applyChange(document, { type: 'placePart', id: 'drive-3', placement: null });
    expect(out.document.layout.placements).toEqual({});
    const one = applyChange(document, { type: 'removePart', id: 'drive-2' }).document;
    expect(Object.keys(one.layout.rows!['row-1']!.parts)).toEqual(['drive-1', 'drive-3']);
    const none = applyChange(one, { type: 'removePart', id: 'drive-3' }).document;
    expect(none.layout.rows).toBeUndefined();
    expect(validationIssuesOf(none)).toEqual([]);
  });

  it('finds a place as one thing, in which none of it stops', () => {
    const document = made(4, 'top');
    const { proposals } = placeFor(document, assemble(document), 'drive-1');
    expect(proposals.length).toBeGreaterThan(0);
    for (const { placement } of proposals) {
      const plan = applyChange(document, { type: 'placePart', id: 'drive-1', placement }).document;
      expect(stopsAt(marginsOf(assemble(plan)))).toEqual([]);
    }
    // Eleven on top of each other are 414 mm: higher than the room in every direction, with their plugs.
    const high = made(11, 'top');
    expect(placeFor(high, assemble(high), 'drive-1').proposals).toEqual([]);
  });

  it('of 200, of one, of half a drive or of what is in a row already is refused in words', () => {
    const document = box();
    const of =
      (count: number, gap = 10) =>
      () =>
        rowChange(document, 'drive-1', { count, along: 'top', gap, held: 'side brackets' });
    expect(of(200)).toThrow('200 in a row; enter 2 to 60.');
    expect(of(1)).toThrow('1 in a row');
    expect(of(2.5)).toThrow('2.5 in a row');
    expect(of(3, -4)).toThrow('A gap of -4 mm; enter 0 to 500 mm.');
    const row = made(2, 'top');
    const twice = structuredClone(row);
    twice.layout.rows!['row-2'] = structuredClone(row.layout.rows!['row-1']!);
    expect(validationIssuesOf(twice)[0]!.message).toBe('A part of “Archive drive” is in “Archive drive” already.');
  });
});
