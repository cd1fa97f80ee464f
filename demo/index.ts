import { assemble } from '@young-shell/core/assembly';
import { applyChange, type Conversion } from '@young-shell/core/document';
import { placeFor } from '@young-shell/core/fit';
import { assessAll, worstOf } from '@young-shell/core/plan';
import { cocktailTable } from './cocktail-table';
import { pianoStoolUnplaced } from './piano-stool';
import { tapeDeckUnplaced } from './tape-deck';
import { typewriterUnplaced } from './typewriter';

/** Each part of the kit where the planner puts it, one after the other. */
function placed(document: Conversion): Conversion {
  let next = document;
  for (const id of Object.keys(next.kit.parts)) {
    if (id in next.layout.placements) continue;
    // The best place that the policy allows, if there is one.
    const { proposals } = placeFor(next, assemble(next), id);
    const best =
      proposals.find(({ placement }) => {
        const tried = applyChange(next, { type: 'placePart', id, placement }).document;
        return worstOf(assessAll(tried).findings.filter((f) => f.station === 'cut' || f.station === 'fit')) !== 'stop';
      }) ?? proposals[0];
    if (!best) throw new Error(`${document.name} has no place for ${id}.`);
    next = applyChange(next, { type: 'placePart', id, placement: best.placement }).document;
  }
  return next;
}

/**
 * The tape deck with its kit in it: placed by the planner, but for the board, which its builder set to the right, clear of
 * the corner block, the exhaust fan, which he set high, where warm air gathers, and the card, which he hung too high.
 */
function tapeDeck(): Conversion {
  const right = { x: 233.2, y: 209.8, z: 9.2, locked: false, rear: 'rear', top: 'top' } as const;
  const begun = applyChange(tapeDeckUnplaced(), { type: 'placePart', id: 'board-1', placement: right }).document;
  const deck = placed(begun);
  const { 'card-1': card, 'fan-1': fan } = deck.layout.placements;
  const high = applyChange(deck, { type: 'placePart', id: 'fan-1', placement: { ...fan!, x: 192, z: 68 } }).document;
  return applyChange(high, { type: 'placePart', id: 'card-1', placement: { ...card!, z: 108 } }).document;
}

/** The demo conversions by the name of their file; the main one last, so that it is the newest. */
export const DEMOS: Readonly<Record<string, () => Conversion>> = {
  'cocktail-table': cocktailTable,
  'piano-stool': () => placed(pianoStoolUnplaced()),
  typewriter: () => placed(typewriterUnplaced()),
  'tape-deck': tapeDeck,
};
