import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { readConversion } from '../../document';
import { marginsOf, stopsAt } from '../../fit';
import { searchLayouts } from '../layouts';
import { inShell, kitInShell } from './inShell';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8'));

describe('a search beside what rides', () => {
  it('leaves it where it is, finds a place for the rest, and none in a drawer', () => {
    const shut = demo('map-cabinet');
    const { 'jack-1': _jack, ...others } = shut.layout.placements;
    const cabinet = { ...shut, layout: { ...shut.layout, placements: others } };
    const { layouts } = searchLayouts(cabinet, { steps: 300, wanted: 2 });
    expect(layouts.length).toBeGreaterThan(0);
    const drawers = Object.values(assemble(cabinet).drawers).map((d) => d.block.shape);
    for (const { placements } of layouts) {
      expect(Object.keys(placements)).toEqual(['jack-1']);
      const plan = {
        ...cabinet,
        layout: { ...cabinet.layout, placements: { ...cabinet.layout.placements, ...placements } },
      };
      const assembly = assemble(plan);
      expect(stopsAt(marginsOf(assembly))).toEqual([]);
      const jack = assembly.parts.find((p) => p.id === 'jack-1')!;
      for (const { low, high } of drawers)
        expect([0, 1, 2].every((i) => jack.low[i]! < high[i]! && jack.high[i]! > low[i]!)).toBe(false);
    }
  });
});

describe('a kit in the shell of another conversion', () => {
  it('goes in with a layout in which nothing is in anything, by the other shell’s walls and features', () => {
    const [cabinet, stool] = [demo('map-cabinet'), demo('piano-stool')];
    const { spare, placements, homeless } = inShell(cabinet, stool);
    expect(homeless).toEqual([]);
    const plan = kitInShell(cabinet, stool);
    const assembly = assemble({ ...plan, layout: { ...plan.layout, placements: placements! } });
    expect(assembly.parts.length).toBe(Object.keys(cabinet.kit.parts).length);
    // What stands on its tray there does so here.
    expect(placements!['board-1']).toMatchObject({ with: 'tray-1' });
    expect(stopsAt(marginsOf(assembly))).toEqual([]);
    expect(spare).toBeCloseTo(
      Math.min(
        ...marginsOf(assembly)
          .filter((m) => m.kind === 'body')
          .map((m) => m.spare),
      ),
      6,
    );
  });
  it('does not where a part is longer than the shell, and names it', () => {
    const [stool, deck] = [demo('piano-stool'), demo('typewriter')];
    const { spare, homeless } = inShell(stool, deck);
    expect(spare).toBeUndefined();
    // The housing is 118 mm high, 182 wide and 246 deep: nothing of the typewriter is.
    expect(homeless).toContain('External graphics housing');
    // Six drives a pitch of 37 mm apart are 212 mm long: they go nowhere as one.
    expect(homeless).toContain('the row Archive drive as one');
    expect(homeless.some((name) => name.startsWith('Archive drive'))).toBe(false);
  });
});
