import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { buildReport, stepsOf } from '../build';
import {
  applyChange,
  defaultBox,
  lidAt,
  newConversion,
  type Change,
  type Closure,
  type Conversion,
  type Policy,
} from '../document';
import { measured } from '../quantity';
import { assessShell } from './assess';
import { reopeningRemedies } from './reopening';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const closed = (policy: Policy, ...closures: Closure[]) =>
  after(
    newConversion('Radio', defaultBox()),
    { type: 'setBrief', brief: { policy } },
    { type: 'setBody', id: 'lid-1', body: lidAt(measured(140), 'Lid', closures) },
  );
const by = (kind: Closure['kind'], count: number, releasedFrom: Closure['releasedFrom'] = 'outside'): Closure => ({
  kind,
  count,
  where: '',
  releasedFrom,
});
const said = (document: Conversion) => assessShell(document).filter((f) => f.id.startsWith('shell/body/lid-1/'));
const steps = (document: Conversion) => stepsOf(document, assemble(document)).steps;

describe('opening, shutting and opening again', () => {
  it('screws from outside: nothing is said, and no step opens it by force', () => {
    const plan = closed('open', by('screw', 6));
    expect(said(plan)).toEqual([]);
    expect(steps(plan).map((s) => s.id)).not.toContain('open.lid-1');
  });

  it('rivets: drilled out each time; told, a step, and screws with rivet nuts in their holes', () => {
    const plan = closed('open', by('rivet', 4), by('screw', 2));
    const [finding] = said(plan);
    expect(finding!.sentence).toBe(
      'Lid opens the first time with its 4 rivets drilled out. Each time something inside is to be reached, it is the same again.',
    );
    expect(steps(plan).find((s) => s.id === 'open.lid-1')).toMatchObject({
      phase: 'strip',
      tools: ['drill'],
      minutes: 25,
    });
    const ways = reopeningRemedies(plan, finding!);
    expect(ways.map((w) => w.id)).toEqual(['screws', 'magnets']);
    for (const { change } of ways) expect(said(after(plan, change))).toEqual([]);
    expect(after(plan, ways[0]!.change).shell.bodies['lid-1']!.closures).toEqual([
      { ...by('screw', 4), was: 'rivet' },
      by('screw', 2),
    ]);
    // What takes the place of the rivets is bought and made, before anything is painted.
    const anew = after(plan, ways[0]!.change);
    const rows = buildReport(anew, assemble(anew)).bill.rows.map((r) => `${r.count} ${r.name}`);
    expect(rows).toEqual(expect.arrayContaining(['4 rivet nut M4', '4 M4 × 10']));
    expect(rows.some((r) => r.endsWith(' rivet'))).toBe(false);
    expect(steps(anew).find((s) => s.id === 'shut-anew.lid-1')).toMatchObject({
      name: 'Lid: drill out the rivets and set 4 rivet nuts in their holes',
      minutes: 16,
    });
    expect(steps(plan).map((s) => s.id)).not.toContain('shut-anew.lid-1');
  });

  it('glue and rivets together are counted each by its own, and as many screws as there were rivets close it', () => {
    const plan = closed('open', by('glue', 1), by('rivet', 1), by('snap tab', 6));
    const [finding] = said(plan).filter((f) => f.id.endsWith('/glued'));
    expect(finding!.sentence).toContain('its glue cut through and its 1 rivet drilled out');
    expect(finding!.brief).toBe('Lid: glue, 1 rivet');
    const [screws, magnets] = reopeningRemedies(plan, finding!);
    expect(screws!.label).toBe('Close Lid with screws from outside');
    expect(after(plan, screws!.change).shell.bodies['lid-1']!.closures.map((c) => [c.kind, c.count])).toEqual([
      ['screw', 4],
      ['screw', 1],
      ['snap tab', 6],
    ]);
    expect(after(plan, magnets!.change).shell.bodies['lid-1']!.closures.map((c) => [c.kind, c.count])).toEqual([
      ['magnet', 4],
      ['magnet', 4],
      ['snap tab', 6],
    ]);
  });

  it('glue under Conserve: not allowed, and no new hole is offered for it', () => {
    const plan = closed('conserve', by('glue', 1));
    const [finding] = said(plan);
    expect(finding!.sentence).toContain('its glue cut through, which can’t be undone: Conserve does not allow it');
    expect(reopeningRemedies(plan, finding!).map((w) => w.id)).toEqual(['magnets']);
    // In the holes of rivets, screws change nothing.
    const riveted = closed('conserve', by('rivet', 4));
    expect(reopeningRemedies(riveted, said(riveted)[0]!).map((w) => w.id)).toEqual(['screws', 'magnets']);
  });

  it('held from inside alone: a stop that names both questions, lifted by what comes loose from outside', () => {
    const plan = closed('open', by('snap tab', 4, 'inside'));
    const finding = said(plan).find((f) => f.id.endsWith('/shut'))!;
    expect(finding.verdict).toBe('stop');
    expect(finding.sentence).toContain('by its 4 snap tabs, and nothing else opens first');
    const ways = reopeningRemedies(plan, finding);
    expect(ways.map((w) => w.id)).toEqual(['screws', 'magnets']);
    for (const { change } of ways) expect(said(after(plan, change)).map((f) => f.id)).not.toContain(finding.id);
    // Another way in lifts it as well: then it is loosened through that.
    const hatch = after(plan, { type: 'setBody', id: 'lid-2', body: lidAt(measured(145), 'Hatch', [by('screw', 2)]) });
    expect(said(hatch).map((f) => f.id)).not.toContain(finding.id);
  });
});
