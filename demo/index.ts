import { assemble } from '@young-shell/core/assembly';
import { applyChange, type Conversion } from '@young-shell/core/document';
import { placeFor } from '@young-shell/core/fit';
import { tapeDeckUnplaced } from './tape-deck';

/** The tape deck with its kit in it: placed by the planner, but for the card, which its builder hung too high. */
export function tapeDeck(): Conversion {
  let deck = tapeDeckUnplaced();
  for (const id of Object.keys(deck.kit.parts)) {
    const [best] = placeFor(deck, assemble(deck), id).proposals;
    if (!best) throw new Error(`The demo has no place for ${id}.`);
    deck = applyChange(deck, { type: 'placePart', id, placement: best.placement }).document;
  }
  const card = deck.layout.placements['card-1']!;
  const tooHigh = { ...card, z: 108 };
  return applyChange(deck, { type: 'placePart', id: 'card-1', placement: tooHigh }).document;
}
