import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, partsInside, validationIssuesOf, type Change } from '../document';
import { billOf } from '../build/materials';
import { kitMass } from '../kit';
import { partFrom } from '../parts';
import { budgetOf } from '../power';
import { searchLayouts } from '../search';
import { standardPart } from '../standards';
import { assessFit } from './assess';
import { remediesFor } from './remedies';

const apply = (document: ReturnType<typeof newConversion>, ...changes: Change[]) =>
  changes.reduce((doc, change) => applyChange(doc, change).document, document);
const begun = () => {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = 'open';
  return apply(
    document,
    { type: 'addPart', id: 'board-1', part: partFrom(standardPart('board/mini-itx')!, 'Board') },
    { type: 'addPart', id: 'drive-1', part: partFrom(standardPart('drive/3.5')!, 'Drive') },
  );
};
const said = (document: ReturnType<typeof newConversion>) => assessFit(document, assemble(document)).findings;
const ids = (document: ReturnType<typeof newConversion>) => said(document).map((f) => f.id);

describe('a part that stays outside', () => {
  const beside: Change = { type: 'setStaysOutside', id: 'drive-1', outside: { where: 'beside', cable: 800 } };
  it('is not asked for a place, is not searched, weighs nothing inside, and its lead wants a way in', () => {
    const before = begun();
    expect(ids(before)).toEqual(expect.arrayContaining(['fit/board-1/place', 'fit/drive-1/place']));
    const document = apply(before, beside);
    expect(ids(document)).toContain('fit/board-1/place');
    expect(ids(document)).not.toContain('fit/drive-1/place');
    expect(ids(document)).toContain('fit/drive-1/lead');
    expect(partsInside(document)).toEqual(['board-1']);
    expect(kitMass(before) - kitMass(document)).toBe(before.kit.parts['drive-1']!.mass);
    const [layout] = searchLayouts(document, { seed: 1, wanted: 1 }).layouts;
    expect(Object.keys(layout!.placements)).toEqual(['board-1']);
    // The board's sockets in a wall are a way in.
    expect(
      ids(apply(document, { type: 'placePart', id: 'board-1', placement: layout!.placements['board-1']! })),
    ).not.toContain('fit/drive-1/lead');
  });
  it('comes in where it is placed, and is out where it was', () => {
    const at = { x: 20, y: 20, z: 3, rear: 'rear', top: 'top', locked: false } as const;
    const placed = apply(begun(), { type: 'placePart', id: 'drive-1', placement: at });
    const out = apply(placed, beside);
    expect(out.layout.placements['drive-1']).toBeUndefined();
    const back = apply(out, { type: 'placePart', id: 'drive-1', placement: at });
    expect(back.layout.outside).toBeUndefined();
    const both = {
      ...placed,
      layout: { ...placed.layout, outside: { 'drive-1': { where: 'beside' as const, cable: 1 } } },
    };
    expect(validationIssuesOf(both)[0]!.message).toMatch(/both outside and in the shell/);
    expect(apply(out, { type: 'removePart', id: 'drive-1' }).layout.outside).toBeUndefined();
  });
  it('lies between the feet only where they are higher than it and 3 mm', () => {
    // A 3.5 in drive is 26.1 mm high (SFF-8301, from memory).
    const below = (feet: number) =>
      apply(
        begun(),
        { type: 'setAir', air: { feet } },
        { type: 'setStaysOutside', id: 'drive-1', outside: { where: 'below', cable: 300 } },
      );
    const stop = said(below(29)).find((f) => f.id === 'fit/drive-1/below')!;
    expect(stop.verdict).toBe('stop');
    expect(ids(below(29.2))).not.toContain('fit/drive-1/below');
    const [feet] = remediesFor(below(29), stop);
    expect(feet).toMatchObject({ id: 'feet', change: { type: 'setAir', air: { feet: 30 } } });
    expect(ids(apply(below(29), feet!.change))).not.toContain('fit/drive-1/below');
  });
});

it('what is wished for some day keeps its room, and nothing feeds, buys or asks for it', () => {
  const later = apply(begun(), { type: 'setLater', id: 'drive-1', later: true });
  expect(ids(later)).not.toContain('fit/drive-1/place');
  expect(partsInside(later)).toEqual(['board-1']);
  expect(budgetOf(later).parts.map((p) => p.part)).toEqual(['board-1']);
  expect(billOf(later, assemble(later)).rows.map((r) => r.id)).not.toContain('part.drive-1');
  // Placed it takes its room: what runs into it is told.
  const at = { x: 30, y: 30, z: 3, rear: 'rear', top: 'top', locked: false } as const;
  const both = apply(
    later,
    { type: 'placePart', id: 'drive-1', placement: at },
    { type: 'addPart', id: 'drive-2', part: partFrom(standardPart('drive/3.5')!, 'Other'), placement: at },
  );
  expect(said(both).some((f) => f.verdict === 'stop' && f.id.includes('drive-1'))).toBe(true);
  expect(apply(later, { type: 'setLater', id: 'drive-1', later: false }).kit.parts['drive-1']!.later).toBeUndefined();
});
