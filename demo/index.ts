import { assemble } from '@young-shell/core/assembly';
import { applyChange, type Conversion } from '@young-shell/core/document';
import { placeFor } from '@young-shell/core/fit';
import { accepted, burnIn, proven } from './proven';
import { correctionBy } from '@young-shell/core/proof';
import { assessAll, worstOf } from '@young-shell/core/plan';
import { cocktailTable } from './cocktail-table';
import { mapCabinet } from './map-cabinet';
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
  const made = structuredClone(
    applyChange(high, { type: 'placePart', id: 'card-1', placement: { ...card!, z: 108 } }).document,
  );
  // Both were run before anything was cut: with the lid off, and with it laid on.
  made.proof.runs = {
    'run-1': burnIn(made, 'Lid off, full', '2026-11-17', 'full', 'open'),
    'run-2': burnIn(made, 'Lid on, full', '2026-11-19', 'full', 'closed'),
  };
  made.proof.noises = {
    'noise-1': { name: 'From the chair', on: '2026-11-19', running: 31.5, background: 27.5, distance: 1000 },
  };
  return made;
}

/** The typewriter, finished and proven: all its keys read, every step done, run in, signed off. */
function typewriter(): Conversion {
  const machine = structuredClone(placed(typewriterUnplaced()));
  machine.proof.runs = {
    'run-1': burnIn(machine, 'Writing, closed', '2027-03-06', 'typical', 'closed', 5),
    'run-2': burnIn(machine, 'Full load, closed', '2027-03-07', 'full', 'closed', 5),
  };
  // The model says what was measured from here on.
  const { change } = correctionBy(machine, machine.proof.runs['run-2']!);
  const corrected = structuredClone(applyChange(machine, change).document);
  corrected.proof.noises = {
    'noise-1': { name: 'At the table', on: '2027-03-07', running: 31, background: 27, distance: 500 },
  };
  const done = proven(
    corrected,
    ['2027-02-20', '2027-02-21', '2027-02-27', '2027-02-28', '2027-03-06', '2027-03-07'],
    {},
  );
  return accepted(done, [
    [/^shell\//, 'Brushed outside, edges taped, gloves on.'],
    [/^kit\//, 'Measured again by hand: the screws meet.'],
    [/^fit\//, 'Tried on: there is a sheet of paper between.'],
    [/^air\//, 'It was run in: see Proof.'],
    [/^panel\/ghost/, 'A diode sits on Shift; nobody holds three others.'],
    [/^power\//, 'A small adapter stays at the wall and brings 5 V by USB.'],
  ]);
}

/** The demo conversions by the name of their file; the main one last, so that it is the newest. */
export const DEMOS: Readonly<Record<string, () => Conversion>> = {
  'cocktail-table': cocktailTable,
  'map-cabinet': mapCabinet,
  'piano-stool': () => placed(pianoStoolUnplaced()),
  typewriter,
  'tape-deck': tapeDeck,
};
