import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  defaultBox,
  feature,
  lidAt,
  newConversion,
  validationIssuesOf,
  type Change,
  type Conversion,
} from '../document';
import { assessFit, orderOf, sweepsOf } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { zonesOf } from '../air/build/zones';
import { assessShell } from './assess';
import { featuresFromLines } from './featureLines';

const thing = (at: [number, number, number], size: [number, number, number], sweep = {}): Change => ({
  type: 'setFeature',
  id: 'thing-1',
  feature: feature(
    'Thing',
    { kind: 'box', width: measured(size[0]), depth: measured(size[1]), height: measured(size[2]) },
    at.map((v) => measured(v)) as [never, never, never],
    { kind: 'thing outside', sweep },
  ),
});
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
/** A box of 400 × 300 × 150 with a board at its rear. */
const plan = (...changes: Change[]) => {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = 'open';
  document.shell.bodies.lid = { ...lidAt(measured(130), 'Lid'), motion: { kind: 'swing', edge: 'rear', angle: 100 } };
  return after(
    document,
    {
      type: 'addPart',
      id: 'board-1',
      part: partFrom(standardPart('board/mini-itx')!, 'Board'),
      placement: { x: 100, y: 300 - 3 - 2.1 - 170, z: 3, rear: 'rear', top: 'top', locked: false },
    },
    ...changes,
  );
};
const fit = (document: Conversion) => assessFit(document, assemble(document)).findings;

describe('a thing outside the shell', () => {
  it('may lie beyond it, takes no room inside and is no feature that floats', () => {
    const document = plan(thing([-200, 350, 0], [900, 40, 600]));
    expect(validationIssuesOf(document)).toEqual([]);
    expect(assessShell(document).filter((f) => f.id.includes('thing-1'))).toEqual([]);
    const free = (d: Conversion) => zonesOf(assemble(d)).zones.reduce((sum, z) => sum + z.volume, 0);
    expect(free(document)).toBeCloseTo(free(plan()), 6);
  });
  it('stops plugs that would stand in it, and none that pass it', () => {
    const inPlugs = (y: number) =>
      fit(plan(thing([-200, y, 0], [900, 40, 600]))).filter(
        (f) => f.about.some((a) => a.id === 'thing-1') && f.verdict === 'stop',
      );
    // Plugs stand out by 45 mm (common practice, no source) from the board’s sockets.
    expect(inPlugs(320).length).toBeGreaterThan(0);
    expect(inPlugs(350)).toEqual([]);
  });
  it('stands in the way of a lid that swings into it; so does the room a lever sweeps', () => {
    const meets = (...change: Change[]) => {
      const document = plan(...change);
      return sweepsOf(document, assemble(document)).some((s) =>
        s.margins.some((m) => m.other.id === 'thing-1' && m.distance < 0),
      );
    };
    expect(meets()).toBe(false);
    expect(meets(thing([0, 20, 200], [400, 250, 30]))).toBe(true);
    // A lever beside the lid, and one that sweeps over it.
    expect(meets(thing([420, 100, 160], [20, 60, 20]))).toBe(false);
    expect(meets(thing([420, 100, 160], [20, 60, 20], { left: 200 }))).toBe(true);
  });
  it('traps nothing: on the bench it is not there', () => {
    const shelf = plan(thing([-100, -100, 160], [600, 500, 20]));
    expect(orderOf(shelf, assemble(shelf)).trapped).toEqual(orderOf(plan(), assemble(plan())).trapped);
    expect(orderOf(plan(), assemble(plan())).trapped).toEqual([]);
  });
  it('is typed in a line, behind the shell or where it is said, before the shell too', () => {
    const made = (line: string) => {
      const found = featuresFromLines(line, plan());
      if ('wrong' in found) throw new Error(found.wrong);
      const [{ feature: of }] = found.features as [(typeof found.features)[number]];
      return [of.kind, of.name, of.x.value, of.y.value, of.z.value];
    };
    expect(made('thing outside 600×40×800')).toEqual(['thing outside', 'Thing outside 1', 0, 350, 0]);
    expect(made('table leg thing outside 40×40×700 at -60 20 0')).toEqual(['thing outside', 'Table leg', -60, 20, 0]);
    expect(() => made('rib 40×40×20 at -60 20 0')).toThrow(/-60 mm is no place/);
  });
});
