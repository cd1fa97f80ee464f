import { expect, it } from 'vitest';
import { waysOutOf } from '..';
import { applyChange, defaultBox, evenWalls, lidAt, newConversion, type Change } from '../../document';
import { partFrom } from '../../parts';
import { saidAtRest } from '../../plan';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';

/** A board whose sockets can only look through the rear, where the joint of a lid runs at a height. */
const plan = (joint: number) =>
  (
    [
      { type: 'setBrief', brief: { policy: 'open', blockedFaces: ['left', 'right', 'front', 'top', 'bottom'] } },
      { type: 'setBody', id: 'lid-1', body: lidAt(measured(joint)) },
      { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
    ] as Change[]
  ).reduce(
    (d, c) => applyChange(d, c).document,
    newConversion('Tin', {
      ...defaultBox(),
      width: measured(182),
      depth: measured(200),
      height: measured(110),
      walls: evenWalls(measured(3)),
    }),
  );

it('where every opening crosses the joint, it is notched into both sides, and then nothing of it stops', () => {
  const document = plan(30);
  const { ways } = waysOutOf(document, { assess: saidAtRest });
  const way = ways.find((w) => w.label.includes('notch both sides of the joint for Board: input/output opening'))!;
  expect(way).toBeDefined();
  const next = applyChange(document, way.change).document;
  expect(
    saidAtRest(next)
      .filter((f) => f.id.startsWith('cut/joint/'))
      .map((f) => f.verdict),
  ).toEqual(['note']);
  // Where the joint runs over it, nothing is notched.
  const over = waysOutOf(plan(100), { assess: saidAtRest }).ways;
  expect(over.length).toBeGreaterThan(0);
  expect(over.some((w) => w.label.includes('notch'))).toBe(false);
});
