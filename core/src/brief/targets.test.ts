import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyChange, readConversion, type Change } from '../document';
import { assessBrief } from './assess';

const rack = readConversion(readFileSync(new URL('../../../gallery/lamp-rack.json', import.meta.url), 'utf8'));
const nothing = { faces: new Set<string>(), features: new Set<string>() };
const target = (kind: 'mass' | 'drives' | 'temperature-rise', limit: number): Change => ({
  type: 'setTarget',
  id: 'target-1',
  target: { kind, limit },
});
const said = (change: Change, figures: Parameters<typeof assessBrief>[1]) =>
  assessBrief(applyChange(rack, change).document, figures, nothing).findings.find((f) => f.id.endsWith('/target-1'))!;

describe('a target that is missed', () => {
  it('says a count as one, a mass in the unit of its figure, no digits where the model has none', () => {
    expect(said(target('drives', 5), { drives: 1 }).sentence).toBe('Drives: 1; the target is at least 5.');
    expect(said(target('mass', 8), { mass: 9.25 })).toMatchObject({
      sentence: 'Mass of the kit: 9.3 kg; the target is at most 8 kg.',
      figures: [{ value: 9250, unit: 'gram' }],
    });
    expect(said(target('temperature-rise', 9), { 'temperature-rise': 104.9 })).toMatchObject({
      sentence: 'Temperature rise: over 60 K; the target is at most 9 K.',
      figures: [{ value: 104.9, unit: 'K' }],
    });
    expect(said(target('temperature-rise', 9), { 'temperature-rise': 59.96 }).sentence).toContain('60.0 K;');
  });
});
