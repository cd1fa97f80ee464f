import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyChange, newConversion, readConversion, defaultBox, type Conversion } from '../document';
import { partFrom } from '../parts';
import { standardPart } from '../standards';
import { assessAll, assessDragged, assessing } from '.';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const anew = (document: Conversion) => JSON.parse(JSON.stringify(document)) as Conversion;

/** So many drives side by side. */
function drives(count: number): Conversion {
  const plan = newConversion('Drives', defaultBox());
  for (let i = 0; i < count; i++) {
    plan.kit.parts[`drive-${i + 1}`] = partFrom(standardPart('drive/2.5-7')!, `Drive ${i + 1}`);
    plan.layout.placements[`drive-${i + 1}`] = {
      x: 10 + (i % 4) * 80,
      y: 10 + Math.floor(i / 4) * 12,
      z: 5,
      rear: 'rear',
      top: 'top',
      locked: false,
    };
  }
  return plan;
}
const moved = (plan: Conversion) => {
  const id = Object.keys(plan.layout.placements)[0]!;
  const from = plan.layout.placements[id]!;
  return applyChange(plan, { type: 'placePart', id, placement: { ...from, x: from.x + 3 } }).document;
};

describe('a plan assessed in pieces', () => {
  it('says the same as at once, and leaves nothing to do', () => {
    const plan = anew(deck);
    let pieces = 0;
    for (const _ of assessing(plan)) pieces++;
    expect(pieces).toBeGreaterThan(8);
    const [one, other] = [assessAll(plan), assessAll(anew(deck))];
    expect(one.findings).toEqual(other.findings);
    // Every report is the very one that was made before.
    expect(assessAll(plan).reports).toEqual(one.reports);
    for (const [id, report] of Object.entries(assessAll(plan).reports))
      expect(report).toBe(one.reports[id as keyof typeof one.reports]);
  });
});

describe('a plan under the hand', () => {
  it('is assessed whole while it is small', () => {
    const dragged = moved(deck);
    expect(assessDragged(dragged, deck, {}).findings).toEqual(assessAll(dragged).findings);
  });

  it('with many parts: where things are is said of the hand, how it runs of the plan as kept', () => {
    const kept = drives(80);
    const dragged = moved(kept);
    const [live, after, before] = [assessDragged(dragged, kept, {}), assessAll(dragged), assessAll(kept)];
    expect(live.reports.fit).toEqual(after.reports.fit);
    expect(live.reports.fit).not.toEqual(before.reports.fit);
    expect(live.reports.air).toBe(before.reports.air);
    expect(live.reports.power).toBe(before.reports.power);
  });
});
