import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../testing/runs';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, type Change, type Conversion } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessPower } from './assess';
import { wireFindings } from './findings';
import { powerReport } from './report';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const box = () => {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(500), depth: measured(500), height: measured(300) });
  return newConversion('Box', hull);
};
const part = (id: string, key: string, [idle, typical, peak]: readonly number[]): Change => ({
  type: 'addPart',
  id,
  part: { ...partFrom(standardPart(key)!, id), draw: { idle: idle!, typical: typical!, peak: peak! } },
});
/** Idle, typical and peak in their order, W. */
const draw = (most: number) =>
  fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 1, max: most }))).map((v) => v.sort((a, b) => a - b));

/** Plugs and what they may give: SATA 3 contacts of 1.5 A on 12 V and on 5 V (SATA revision 3, from memory). */
const SATA = 4.5;

it('random trees of one supply: nothing is good, and something stops, where a sum by hand is over a rating', () => {
  let over = 0;
  fc.assert(
    fc.property(
      draw(180),
      fc.option(draw(500), { nil: undefined }),
      fc.array(draw(14), { maxLength: 9 }),
      fc.integer({ min: 60, max: 900 }),
      fc.integer({ min: 4, max: 70 }),
      fc.integer({ min: 0, max: 9 }),
      (board, card, drives, rating, amps, split) => {
        const hang = drives.slice(0, split).map((_, i) => `drive-${i + 1}`);
        const document = after(
          box(),
          part('board-1', 'board/mini-itx', board),
          ...(card ? [part('card-1', 'card/full-length-2', card)] : []),
          ...drives.map((d, i) => part(`drive-${i + 1}`, 'drive/2.5-7', d)),
          { type: 'addPart', id: 'supply-1', part: partFrom(standardPart('supply/atx')!, 'Supply') },
          { type: 'setSupply', part: 'supply-1', supply: { rating, rails: { '12 V': amps } } },
          ...(hang.length > 0
            ? [
                {
                  type: 'setAdapter',
                  id: 'adapter-1',
                  adapter: {
                    name: 'Splitter',
                    plug: 'sata',
                    feeds: Object.fromEntries(hang.map((id) => [id, true as const])),
                  },
                } as Change,
              ]
            : []),
        );
        const assembly = assemble(document);
        const findings = [
          ...assessPower(document, assembly).findings,
          ...wireFindings(powerReport(document, assembly).wires),
        ];
        // By hand: all peaks against the rating; a card takes all from 12 V but what
        // its slot gives on 3.3 V, 3 A (PCI Express Card Electromechanical Specification, from memory); a small drive is all 5 V.
        const peaks = [board, ...(card ? [card] : []), ...drives].reduce((sum, [, , peak]) => sum + peak!, 0);
        const split5 = drives.slice(0, split).reduce((sum, [, , peak]) => sum + peak! / 5, 0);
        const beyond = peaks > rating + 1e-6 || (card && (card[2]! - 9.9) / 12 > amps) || split5 > SATA * 1.001;
        if (!beyond) return;
        over++;
        expect(findings.filter((f) => f.verdict === 'good')).toEqual([]);
        expect(findings.some((f) => f.verdict === 'stop')).toBe(true);
      },
    ),
    { numRuns: runs(500, 150) },
  );
  expect(over).toBeGreaterThan(40);
});
