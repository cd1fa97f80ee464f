import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, readConversion } from '../document';
import { linksOf } from '../fit';
import { assessLinks } from '../links';
import { linksRemedies } from '../links/remedies';
import { billOf } from './materials';
import { generateSteps } from './steps/generate';
import { tiesOf } from './ties';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));

describe('what holds cables', () => {
  it('are ties, one every 150 mm of what is longer, bought and in the step', () => {
    const assembly = assemble(deck);
    const [long] = linksOf(deck, assembly);
    const ties = (length: number) =>
      tiesOf(applyChange(deck, { type: 'setCable', id: long!.id, cable: { length } }).document, assembly);
    // 150 mm is held by its two plugs, 151 by one tie between them, 600 by three.
    const none = ties(150);
    expect([ties(151) - none, ties(300) - none, ties(301) - none, ties(600) - none]).toEqual([1, 1, 2, 3]);
    const count = tiesOf(deck, assembly);
    expect(count).toBeGreaterThan(0);
    expect(billOf(deck, assembly).rows.find((r) => r.name === 'cable tie with a base')!.count).toBe(count);
    expect(generateSteps(deck, assembly).find((s) => s.id === 'cables')!.name).toContain(`in ${count} places`);
  });
});

describe('what holds an antenna', () => {
  it('is asked where it sits on no part; each answer is a step', () => {
    const antenna = { name: 'Whip', where: 'outside' as const };
    const plan = applyChange(deck, { type: 'setAntenna', id: 'antenna-1', antenna }).document;
    const question = assessLinks(plan, assemble(plan)).findings.find((f) => f.id === 'links/held/antenna-1')!;
    const answers = linksRemedies(plan, question);
    expect(answers.map((a) => a.id)).toEqual(['its-own-nut', 'tape', 'clip']);
    for (const { change } of answers) {
      const next = applyChange(plan, change).document;
      expect(assessLinks(next, assemble(next)).findings.some((f) => f.id === question.id)).toBe(false);
      expect(generateSteps(next, assemble(next)).some((s) => s.id === 'antenna.antenna-1')).toBe(true);
    }
    const onBoard = { ...antenna, part: Object.keys(plan.layout.placements)[0]! };
    const on = applyChange(plan, { type: 'setAntenna', id: 'antenna-1', antenna: onBoard }).document;
    expect(assessLinks(on, assemble(on)).findings.some((f) => f.id === question.id)).toBe(false);
  });
});
