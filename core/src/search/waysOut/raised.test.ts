import { expect, it } from 'vitest';
import { waysOutOf } from '..';
import { assemble } from '../../assembly';
import {
  applyChange,
  defaultBox,
  evenWalls,
  feature,
  lidAt,
  newConversion,
  type Change,
  type Conversion,
} from '../../document';
import { assessFit, placeFor } from '../../fit';
import { heldSentence, holdsOf } from '../../hold';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);

/** A board of 170 × 170 in a box of so much inside, with a block on the floor all along where its holes would be. */
const tin = (block: number, height = 160) =>
  after(
    newConversion('Tin', {
      ...defaultBox(),
      width: measured(230),
      depth: measured(190),
      height: measured(height),
      walls: evenWalls(measured(3)),
    }),
    { type: 'setBrief', brief: { policy: 'open' } },
    { type: 'setBody', id: 'lid-1', body: lidAt(measured(height - 3)) },
    ...(block === 0 ? [] : [12, 166]).map((y): Change => ({
      type: 'setFeature',
      id: `rail-${y}`,
      feature: feature(
        'Rail',
        { kind: 'box', width: measured(180), depth: measured(12), height: measured(block) },
        [measured(25), measured(y), measured(3)],
        { kind: 'rib' },
      ),
    })),
    { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
  );
const screwed = (document: Conversion) =>
  placeFor(document, assemble(document), 'board-1').proposals.filter((p) =>
    p.reasons.some((r) => r.startsWith('screwed') || r.includes('standoffs')),
  );
const floors = (document: Conversion) => waysOutOf(document, {}).ways.filter((w) => w.kind === 'floor');

it('a raised floor carries a board whose holes all lie over ribs that standoffs can’t stand on', () => {
  // The board spans the box from front to rear; its holes are over the rails wherever it goes.
  const document = tin(30);
  const [way] = floors(document);
  expect(way?.label).toBe('Board on a raised floor 37 mm high, screwed down');
  const next = after(document, way!.change);
  const holds = holdsOf(next, assemble(next));
  const at = next.layout.placements;
  const carrier = at['board-1']!.with!;
  expect(heldSentence(holds.get(carrier)!)).toBe('It is screwed to the floor.');
  expect(holds.get('board-1')).toMatchObject({ kind: 'screws', by: { kind: 'part', id: carrier } });
  const said = (d: Conversion) =>
    assessFit(d, assemble(d))
      .findings.filter((f) => ['stop', 'warn'].includes(f.verdict))
      .map((f) => `${f.verdict} ${f.id}`);
  expect(said(next).filter((f) => f.startsWith('stop'))).toEqual([]);
  // The least: a floor two millimetres lower is stopped by the rails or has less room than is wanted.
  const lower = after(next, { type: 'placePart', id: carrier, placement: { ...at[carrier]!, z: at[carrier]!.z - 2 } });
  expect(said(lower).length).toBeGreaterThan(said(next).length);
});

it('where the floor may not be drilled it lies on a sheet that is taped down', () => {
  const document = after(tin(0), { type: 'setBrief', brief: { policy: 'sleeper', seen: { bottom: 'always' } } });
  expect(screwed(document)).toEqual([]);
  const ways = floors(document);
  expect(ways.length).toBeGreaterThan(0);
  for (const way of ways) {
    const next = after(document, way.change);
    const carrier = next.layout.placements['board-1']!.with!;
    expect(heldSentence(holdsOf(next, assemble(next)).get(carrier)!)).toBe('It is taped to the floor.');
    expect(way.reversible).toBe(true);
    expect(way.price).toContain('it comes out again');
  }
});

it('none where the board stands on standoffs by itself, and none where the shell is too low for it', () => {
  expect(floors(tin(0))).toEqual([]);
  expect(floors(tin(30, 80))).toEqual([]);
});
