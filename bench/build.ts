import { readFileSync } from 'node:fs';
import { readConversion } from '@young-shell/core/document';
import { scheduleOf, type ToDo } from '../core/src/build/schedule/schedule';
import { medianOf, type Row } from './measure';

const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));

/** 400 steps, each after up to three before it. */
function steps400(): ToDo[] {
  let state = 5;
  const next = (n: number) => ((state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32) * n;
  return Array.from({ length: 400 }, (_, i) => ({
    id: `s${i}`,
    minutes: 5 + Math.floor(next(60)),
    wait: next(1) < 0.1 ? 24 : 0,
    unattended: next(1) < 0.1,
    after:
      i === 0 ? [] : Array.from({ length: Math.floor(next(4)) }, () => `s${Math.max(0, i - 1 - Math.floor(next(30)))}`),
  }));
}

/** Figures of Build. */
export async function buildRows(short: boolean): Promise<Row[]> {
  const copy = await medianOf(() => JSON.parse(JSON.stringify(demo)), short ? 3 : 60);
  const steps = steps400();
  return [
    {
      what: '400 steps laid on days',
      ms: await medianOf(() => scheduleOf(steps, [2, 0, 2, 0, 2, 5, 0], '2026-11-30'), short ? 1 : 40),
      limit: 20,
      against: 'copying the plan through JSON',
      againstMs: copy,
    },
  ];
}
