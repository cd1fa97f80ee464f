import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { readConversion } from '../../document';
import { marginsOf, stopsAt } from '../../fit';
import { inShell, kitInShell } from './inShell';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8'));

describe('a kit in the shell of another conversion', () => {
  it('goes in with a layout in which nothing is in anything, by the other shell’s walls and features', () => {
    const [cabinet, stool] = [demo('map-cabinet'), demo('piano-stool')];
    const { spare, placements, homeless } = inShell(cabinet, stool);
    expect(homeless).toEqual([]);
    const plan = kitInShell(cabinet, stool);
    const assembly = assemble({ ...plan, layout: { ...plan.layout, placements: placements! } });
    expect(assembly.parts.length).toBe(Object.keys(cabinet.kit.parts).length);
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
  });
});
