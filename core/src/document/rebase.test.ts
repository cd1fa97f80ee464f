import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  applyOperations,
  validationIssuesAfter,
  conflicts,
  nextId,
  rebase,
  readConversion,
  type Change,
  type Conversion,
  type TwoWay,
} from '.';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const card = deck.kit.parts['card-1']!;
const place = deck.layout.placements['card-1']!;
const addCard = (document: Conversion, name: string): Change => ({
  type: 'addPart',
  id: nextId(document.kit.parts, 'card', document.spent),
  part: { ...card, name },
  placement: place,
});

/** What a page makes of changes that follow each other. */
function made(
  from: Conversion,
  ...changes: ((d: Conversion) => Change)[]
): { waiting: TwoWay[]; document: Conversion } {
  let document = from;
  const waiting: TwoWay[] = [];
  for (const change of changes) {
    const edited = applyChange(document, change(document));
    document = edited.document;
    waiting.push({ operations: edited.operations, inverse: edited.inverse });
  }
  return { waiting, document };
}
const replayed = (head: Conversion, waiting: readonly TwoWay[]) =>
  waiting.reduce((d, { operations }) => applyOperations(d, operations).document, head);

describe('things that two pages added at once', () => {
  const theirs = made(deck, (d) => addCard(d, 'Theirs'));
  const foreign = theirs.waiting.flatMap((w) => w.operations);

  it('are two things, with all that was done to the second', () => {
    const mine = made(
      deck,
      (d) => addCard(d, 'Mine, like card-2'),
      () => ({ type: 'placePart', id: 'card-2', placement: { ...place, z: place.z + 60 } }),
      () => ({ type: 'accept', finding: 'fit/card-2|top', accepted: { reason: 'card-2 is bent', verdict: 'stop' } }),
    );
    const apart = rebase(mine.waiting, foreign, theirs.document);
    expect(
      conflicts(
        apart.flatMap((w) => w.operations),
        foreign,
      ),
    ).toBe(false);
    const both = replayed(theirs.document, apart);
    expect(both.kit.parts['card-2']!.name).toBe('Theirs');
    expect(both.kit.parts['card-3']!.name).toBe('Mine, like card-2');
    expect(both.layout.placements['card-3']!.z).toBe(place.z + 60);
    expect(both.accepted['fit/card-3|top']!.reason).toBe('card-2 is bent');
    expect(both.accepted['fit/card-2|top']).toBeUndefined();
  });

  it('go away again by the inverse, and only the second', () => {
    const mine = made(deck, (d) => addCard(d, 'Mine'));
    const [one] = rebase(mine.waiting, foreign, theirs.document);
    const there = applyOperations(theirs.document, one!.operations).document;
    const gone = applyOperations(there, one!.inverse).document;
    expect(Object.keys(gone.kit.parts)).toEqual(Object.keys(theirs.document.kit.parts));
  });

  it('that have other ids stay as they are', () => {
    const mine = made(deck, (d) => ({ ...addCard(d, 'Mine'), id: 'card-9' }) as Change);
    expect(rebase(mine.waiting, foreign, theirs.document)).toEqual(mine.waiting);
  });
});

it('the same value altered on both sides stays a conflict', () => {
  const nudge = (x: number) => (): Change => ({ type: 'placePart', id: 'card-1', placement: { ...place, x } });
  const [mine, theirs] = [made(deck, nudge(1)), made(deck, nudge(2))];
  const foreign = theirs.waiting.flatMap((w) => w.operations);
  const apart = rebase(mine.waiting, foreign, theirs.document);
  expect(conflicts(apart[0]!.operations, foreign)).toBe(true);
});

it('however many were added on both sides, all are there, valid, and none twice', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }), (here, there) => {
      const cards = (n: number, side: string) =>
        made(deck, ...Array.from({ length: n }, (_, i) => (d: Conversion) => addCard(d, `${side} ${i}`)));
      const [mine, theirs] = [cards(here, 'here'), cards(there, 'there')];
      const foreign = theirs.waiting.flatMap((w) => w.operations);
      const both = replayed(theirs.document, rebase(mine.waiting, foreign, theirs.document));
      const names = Object.values(both.kit.parts).map((p) => p.name);
      for (let i = 0; i < here; i++) expect(names).toContain(`here ${i}`);
      for (let i = 0; i < there; i++) expect(names).toContain(`there ${i}`);
      expect(names).toHaveLength(Object.keys(deck.kit.parts).length + here + there);
      expect(validationIssuesAfter(both, [{ op: 'replace', path: '', value: both }])).toEqual([]);
    }),
  ));
