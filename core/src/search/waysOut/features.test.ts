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
  type Fate,
} from '../../document';
import { marginsOf, stopsAt } from '../../fit';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);

/** A board of 170 × 170 in a box of 190 × 190 that is too low for its cooler, with a rib across the floor that no standoffs pass over. */
const tin = (fate: Fate, policy: 'open' | 'conserve' = 'open') =>
  after(
    newConversion('Tin', {
      ...defaultBox(),
      width: measured(190),
      depth: measured(190),
      height: measured(62),
      walls: evenWalls(measured(3)),
    }),
    { type: 'setBrief', brief: { policy } },
    { type: 'setBody', id: 'lid-1', body: lidAt(measured(59)) },
    {
      type: 'setFeature',
      id: 'rib',
      feature: feature(
        'Rib',
        { kind: 'box', width: measured(100), depth: measured(4), height: measured(50) },
        [measured(3), measured(90), measured(3)],
        { kind: 'rib', fate },
      ),
    },
    { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
  );

it('where neither cutting nor anything else is enough alone, both together are found, each as it leaves the plan whole', () => {
  const { ways, tried } = waysOutOf(tin('cut'));
  expect(ways.map((w) => w.id)).toContain('features+ring');
  expect(ways.every((w) => w.id.startsWith('features+') && !w.reversible)).toBe(true);
  expect(tried.some((what) => what.endsWith(', and features cut'))).toBe(true);
  for (const { change, label } of ways) {
    const next = after(tin('cut'), change);
    expect(stopsAt(marginsOf(assemble(next)))).toEqual([]);
    expect(label).toMatch(/, and (take out Rib|cut .* mm out of Rib)$/);
  }
  // The least is what a smaller change than it would not do: the same without the cut stops.
  const ring = ways.find((w) => w.id === 'features+ring')!;
  const whole = after(tin('cut'), ring.change, { type: 'setFate', id: 'rib', fate: 'cut' });
  expect(stopsAt(marginsOf(assemble(whole)))).not.toEqual([]);
});

it('cuts nothing that must be kept, and nothing under Conserve', () => {
  for (const plan of [tin('keep'), tin('cut', 'conserve')])
    for (const { id } of waysOutOf(plan).ways) expect(id).not.toContain('features');
});
