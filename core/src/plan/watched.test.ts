import { readFileSync } from 'node:fs';
import { afterEach, expect, it } from 'vitest';
import { applyChange, readConversion } from '../document';
import { assessAll, watchAssessing, type Recomputed } from '.';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
afterEach(() => watchAssessing(undefined));

it('of an edit it is told which stations were asked anew, and why; of the same plan again, and unwatched, nothing', () => {
  assessAll(deck);
  const told: Recomputed[] = [];
  watchAssessing((one) => told.push(one));
  assessAll(deck);
  expect(told).toEqual([]);
  const from = deck.layout.placements['card-1']!;
  const moved = applyChange(deck, { type: 'placePart', id: 'card-1', placement: { ...from, x: from.x - 1 } }).document;
  assessAll(moved);
  const fit = told.find((one) => one.station === 'fit')!;
  expect(fit.because).toEqual(['layout']);
  expect(fit.ms).toBeGreaterThan(0);
  expect(told.map((one) => one.station)).not.toContain('brief');
  told.length = 0;
  const worded = applyChange(moved, { type: 'setBrief', brief: { purpose: 'Something else' } }).document;
  assessAll(worded);
  expect(told.map((one) => one.station)).not.toContain('fit');
  expect(told.find((one) => one.station === 'brief')?.because).toEqual(['brief']);
  watchAssessing(undefined);
  told.length = 0;
  assessAll(applyChange(deck, { type: 'setBrief', brief: { purpose: 'Again' } }).document);
  expect(told).toEqual([]);
});
