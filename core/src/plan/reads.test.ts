import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyChange, readConversion, type Change, type Conversion } from '../document';
import { measured } from '../quantity';
import { recent, type Tools } from '../station';
import { slowAnswers } from '../work';
import { assessAll } from './assessAll';
import { readerOf } from './reads';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const brief = (patch: Partial<Conversion['brief']>) => after(deck, { type: 'setBrief', brief: patch });

describe('what is read of a plan', () => {
  it('asks anew when a field that is read changes, not when another of its section does', () => {
    let asked = 0;
    const reader = readerOf(['brief.policy', 'shell']);
    const answer = recent(reader.keysOf, (d: Conversion) => {
      asked++;
      return `${reader.show(d).brief.policy} ${reader.show(d).shell.material}`;
    });
    answer(deck);
    answer(brief({ purpose: 'other words' }));
    expect(asked).toBe(1);
    expect(answer(brief({ policy: 'conserve' }))).toContain('conserve');
    expect(answer(deck)).toContain(deck.brief.policy);
    expect(asked).toBe(2);
    answer(after(deck, { type: 'setMeasured', path: '/shell/hull/length', what: 'length', measured: measured(441) }));
    expect(asked).toBe(3);
  });

  it('never gives an answer older than what it rests on, even where nobody said that a field is read', () => {
    const told: string[] = [];
    const reader = readerOf(['brief.policy'], (path) => told.push(path));
    const answer = recent(reader.keysOf, (d: Conversion) =>
      // Read on one way only: a plan that does not conserve.
      reader.show(d).brief.policy === 'conserve' ? 'none' : reader.show(d).brief.purpose,
    );
    const quiet = brief({ policy: 'conserve', purpose: 'first' });
    expect(answer(quiet)).toBe('none');
    expect(told).toEqual([]);
    expect(answer(brief({ policy: 'open', purpose: 'second' }))).toBe('second');
    expect(told).toEqual(['brief.purpose']);
    expect(answer(brief({ policy: 'open', purpose: 'third' }))).toBe('third');
    // A copy that leaves something out or puts something in is no other reading.
    expect({ ...readerOf(['brief']).show(deck).brief }).toEqual(deck.brief);
  });
});

it('words, a price, a note and the log recompute nothing of Fit, Air, Cut and Proof; a policy does', async () => {
  const tools = { kernel: () => Promise.reject(new Error('none')) } as unknown as Tools;
  const first = assessAll(deck);
  const late = await slowAnswers(deck, tools);
  const counted = ['fit', 'air', 'cut', 'proof'] as const;
  const changes: Change[] = [
    { type: 'setBrief', brief: { purpose: 'Cuts tape by the window', daily: 'one hour', place: 'on a shelf' } },
    { type: 'rename', name: deck.name, note: 'another note' },
    { type: 'setItem', item: 'part/board-1', name: 'Board', is: { state: 'buy', price: 12_300 } },
    { type: 'setEntry', id: 'entry-9', entry: { on: '2026-12-01', kind: 'note', text: 'Measured again' } },
  ];
  for (const change of changes) {
    const plan = after(deck, change);
    const then = assessAll(plan);
    const slow = await slowAnswers(plan, tools);
    for (const id of counted) expect([change.type, id, then.reports[id] === first.reports[id]]).toEqual([change.type, id, true]); // prettier-ignore
    for (const id of counted) expect([change.type, id, slow[id] === late[id]]).toEqual([change.type, id, true]);
  }
  const open = assessAll(brief({ policy: deck.brief.policy === 'open' ? 'conserve' : 'open' }));
  for (const id of ['fit', 'cut'] as const) expect(open.reports[id]).not.toBe(first.reports[id]);
});
