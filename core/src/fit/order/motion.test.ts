import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { readConversion } from '../../document';
import { away, notInYet } from './motion';
import { orderOf, type Order } from './order';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8'));
const length = (v: readonly number[]) => Math.hypot(...v);

describe('a part on its way in', () => {
  const step: Order['steps'][number] = {
    parts: ['board-1'],
    exit: 'lid',
    legs: [
      { direction: 'bottom', by: 120 },
      { direction: 'rear', by: 30 },
    ],
  } as Order['steps'][number];

  const rounded = (share: number) => away(step, share).map((v) => Number(v.toFixed(6)) + 0);

  it('begins where it is outside and ends in its place, leg by leg', () => {
    expect(away(step, 0)).toEqual([0, -30, 120]);
    expect(rounded(0.8)).toEqual([0, -30, 0]);
    expect(rounded(0.9)).toEqual([0, -15, 0]);
    expect(away(step, 1).map(Math.abs)).toEqual([0, 0, 0]);
  });

  it('moves steadily: equal shares are equal ways', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.79, noNaN: true }), (share) => {
        const [a, b] = [away(step, share), away(step, share + 0.01)];
        expect(length(a.map((v, i) => v - b[i]!))).toBeCloseTo(1.5, 6);
      }),
    ));
});

it.each(['tape-deck', 'cocktail-table'])('every part of the %s is in after its step, and aside before', (name) => {
  const document = demo(name);
  const order = orderOf(document, assemble(document));
  const all = order.steps.flatMap((s) => s.parts).concat(order.trapped);
  order.steps.forEach((step, i) => {
    const aside = notInYet(order, i);
    const before = order.steps.slice(0, i).flatMap((s) => s.parts);
    expect([...before, ...step.parts, ...aside].sort()).toEqual([...all].sort());
  });
});
