import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { readConversion } from '../document';
import { judge } from './judge';
import { marginsOf } from './margins';
import { chainPieces, marginSum } from './marginSum';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));

describe.each(['tape-deck', 'typewriter', 'piano-stool'])('the margins of the %s', (name) => {
  const document = demo(name);
  const assembly = assemble(document);
  const sums = marginsOf(assembly)
    .filter((m) => m.kind === 'body')
    .map((m) => marginSum(document, judge(assembly, m)));

  it('are the sum of their terms and of what is fixed', () => {
    expect(sums.length).toBeGreaterThan(3);
    for (const { terms, rest, distance } of sums)
      expect(terms.reduce((sum, t) => sum + t.amount, rest)).toBeCloseTo(distance, 3);
  });

  it('as chains of dimensions both rows end at the same place', () => {
    for (const sum of sums) {
      const pieces = chainPieces(sum);
      if (!pieces) continue;
      const end = (row: 0 | 1) => pieces.filter((p) => p.row === row).reduce((at, p) => at + p.to - p.from, 0);
      expect(end(0)).toBeCloseTo(end(1), 3);
      expect(pieces.filter((p) => p.is === 'gap')).toHaveLength(1);
    }
  });
});

it('the board of the demo: depth of the shell less its wall, less where the board stands and how deep it is', () => {
  const document = demo('tape-deck');
  const assembly = assemble(document);
  const margin = marginsOf(assembly).find(
    (m) => m.part === 'board-1' && m.other.kind === 'face' && m.other.id === 'rear',
  )!;
  const { terms, distance } = marginSum(document, judge(assembly, margin));
  const amounts = terms.map((t) => Number(t.amount.toFixed(2)));
  expect(amounts).toContain(386);
  expect(amounts).toContain(-4.1);
  expect(amounts.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(distance + 10);
});
