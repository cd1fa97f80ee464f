import { describe, expect, it } from 'vitest';
import { assemble, socketPlacement } from '../../assembly';
import { applyChange, defaultBox, evenWalls, lidAt, newConversion, type Change, type Conversion } from '../../document';
import { buildReport, stepsOf } from '../../build';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { assessFit, remediesFor } from '..';
import { CARD_ENDS } from './cardFindings';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const card = (mass: number) => ({ ...partFrom(standardPart('card/half-length-2')!, 'Card'), mass });
/** A board at the rear wall of a box, and a card in its slot; the lid comes off above `joint`, rear wall and all. */
const plugged = (mass: number, { joint = 250, gap = 0.5 } = {}) => {
  const board = after(
    newConversion('Tower', {
      ...defaultBox(),
      width: measured(260),
      depth: measured(260),
      height: measured(253),
      walls: evenWalls(measured(3)),
    }),
    { type: 'setBrief', brief: { policy: 'open' } },
    { type: 'setBody', id: 'lid-1', body: lidAt(measured(joint), 'Lid') },
    { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
    { type: 'addPart', id: 'card-1', part: card(mass) },
    {
      type: 'placePart',
      id: 'board-1',
      placement: { x: 60, y: 257 - 170 - gap - 1.6, z: 3, rear: 'rear', top: 'top', locked: false },
    },
  );
  const seat = socketPlacement(assemble(board).parts[0]!, 'card-1', board.kit.parts['card-1']!)!;
  return after(board, { type: 'placePart', id: 'card-1', placement: seat });
};
const said = (document: Conversion) =>
  assessFit(document, assemble(document)).findings.filter((f) => CARD_ENDS.test(f.id));
/** A card on a riser, its bracket at the rear wall, so high over the floor. */
const onRiser = (mass: number, z: number, policy: 'open' | 'sleeper' = 'open') => {
  const plan = after(
    newConversion('Box', {
      ...defaultBox(),
      width: measured(300),
      depth: measured(260),
      height: measured(153),
      walls: evenWalls(measured(3)),
    }),
    { type: 'setBrief', brief: { policy } },
    { type: 'addPart', id: 'card-1', part: card(mass) },
  );
  const flat = { x: 60, y: 0, z, rear: 'rear', top: 'right', locked: false } as const;
  const there = assemble(after(plan, { type: 'placePart', id: 'card-1', placement: flat })).parts[0]!;
  const bracket = there.faces.find((f) => f.id === 'bracket')!;
  return after(plan, { type: 'placePart', id: 'card-1', placement: { ...flat, y: 257 - bracket.plane } });
};

describe('the two ends of a card', () => {
  it('slot and bracket in the same body: nothing is said', () => {
    expect(said(plugged(900))).toEqual([]);
  });

  it('its bracket in the wall that the lid takes along: told, and lifted where that wall stays standing', () => {
    const plan = plugged(900, { joint: 12 });
    const [finding] = said(plan);
    expect(finding!.sentence).toContain(
      'The bracket of Card is screwed to Lid, its slot is on Board, which stays in the shell',
    );
    const ways = remediesFor(plan, finding!);
    expect(ways.map((w) => w.id)).toEqual(['keeps']);
    expect(said(after(plan, ways[0]!.change))).toEqual([]);
  });

  it('its bracket at no wall: a heavy one is held by its slot alone, a light one is not told', () => {
    const far = plugged(900, { gap: 30 });
    expect(said(far)).toMatchObject([{ id: 'fit/card-1/slot-alone', verdict: 'warn' }]);
    expect(said(plugged(200, { gap: 30 }))).toEqual([]);
    const ways = remediesFor(far, said(far)[0]!);
    expect(ways.map((w) => w.id)).toEqual(['strap']);
    expect(said(after(far, ways[0]!.change))).toEqual([]);
  });

  it('a strap is bought, has its step, goes to what is near, and is no answer to a bracket in another body', () => {
    const far = plugged(900, { gap: 30 });
    const way = remediesFor(far, said(far)[0]!).find((w) => w.id === 'strap')!;
    expect(way.label).toMatch(/^Strap Card to the /);
    const strapped = after(far, way.change);
    const assembly = assemble(strapped);
    expect(buildReport(strapped, assembly).bill.rows.map((r) => [r.name, r.count])).toContainEqual(['strap', 1]);
    expect(stepsOf(strapped, assembly).steps.find((s) => s.id === 'place.card-1')!.name).toMatch(
      /^Plug Card into Board, and strap it to the /,
    );
    // Not to the lid, which would come off with the card on it.
    expect(way.label).not.toContain('Lid');
    expect(way.label).not.toContain('top');
    const lifted = after(plugged(900, { joint: 12 }), { type: 'setMount', part: 'card-1', mount: { kind: 'strap' } });
    expect(said(lifted).map((f) => f.id)).toEqual(['fit/card-1/bracket-body']);
  });

  it('on a riser it hangs by its bracket, unless its far end lies on something', () => {
    const plan = onRiser(900, 33);
    const [finding] = said(plan);
    expect(finding!.sentence).toMatch(
      /^Card, 900 g, hangs by its bracket alone: its other end, 1\d\d\.\d mm away, rests on nothing/,
    );
    expect(said(onRiser(250, 33))).toEqual([]);
    expect(said(onRiser(900, 3))).toEqual([]);
  });

  it('a block under its far end is as high as the gap, stands on the floor, and holds; taped where nothing may be drilled', () => {
    for (const policy of ['open', 'sleeper'] as const) {
      const plan = onRiser(900, 33, policy);
      const ways = remediesFor(plan, said(plan)[0]!);
      for (const { change } of ways) expect(said(after(plan, change))).toEqual([]);
      const block = ways.find((w) => w.id === 'block');
      if (!block) throw new Error(ways.map((w) => w.id).join());
      const next = after(plan, block.change);
      const made = assemble(next).parts.find((p) => p.id !== 'card-1')!;
      expect([made.low[2], made.high[2]]).toEqual([3, expect.closeTo(assemble(next).parts[0]!.low[2], 1)]);
      expect(made.low[1]).toBeLessThan(assemble(next).parts[0]!.low[1] + 30);
    }
    expect(remediesFor(onRiser(900, 33), said(onRiser(900, 33))[0]!).map((w) => w.id)).toContain('strap');
  });
});
