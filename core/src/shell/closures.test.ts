import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import {
  applyChange,
  CONTROLS,
  defaultBox,
  feature,
  lidAt,
  newConversion,
  type Control,
  type Conversion,
  type Feature,
} from '../document';
import { accessOf, marginsOf, orderFindings, orderOf, stopsAt } from '../fit';
import { partFrom } from '../parts';
import { assessAll } from '../plan';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { asSnapTab, looksOfControl } from '.';

const length = (v: number) => measured(v);
const box = (low: readonly number[], size: readonly number[], rest: Partial<Feature>): Feature =>
  feature(
    'Tab',
    { kind: 'box', width: length(size[0]!), depth: length(size[1]!), height: length(size[2]!) },
    [length(low[0]!), length(low[1]!), length(low[2]!)],
    rest,
  );

/** A box of 260 × 260 × 106 with a lid on two snap tabs, and a drive beside the right wall. */
function shut(tabs: number, gap: number): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = [length(260), length(260), length(106)];
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = length(3);
  const document = newConversion('Shut', hull);
  document.shell.bodies.lid = lidAt(length(100), 'Lid', [
    { kind: 'snap tab', count: 2, where: '', releasedFrom: 'outside' },
  ]);
  const tab = box([255, 120, 60], [2, 12, 15], { body: 'lid', fate: 'keep' });
  for (let i = 1; i <= tabs; i++)
    document.shell.features[`tab-${i}`] = asSnapTab(document, { ...tab, y: length(60 * i) });
  document.kit.parts['drive-1'] = partFrom(standardPart('drive/2.5-15')!, 'Drive');
  // 69.85 wide, so far beside the tab that stands at 255.
  document.layout.placements['drive-1'] = {
    ...{ x: 255 - gap - 69.85, y: 60, z: 62, rear: 'rear', top: 'top', locked: false },
  };
  return document;
}
const about = (document: Conversion, part: string) =>
  assessAll(document).findings.filter(
    (f) => f.id.includes(part) || f.sentence.includes('Snap') || f.sentence.includes('bends'),
  );

describe('snap tabs', () => {
  it('bend into the room by 5 mm, and what stands there is a stop with how far', () => {
    const document = shut(2, 1);
    expect(document.shell.features['tab-1']!.sweep).toEqual({ left: 5 });
    const [worst] = stopsAt(marginsOf(assemble(document)));
    expect(worst!.distance).toBeCloseTo(-4, 6);
    const [finding] = about(document, 'drive-1|tab-1');
    expect(finding).toMatchObject({
      verdict: 'stop',
      sentence: 'Drive is 4.0 mm into the room in which Tab bends.',
    });
    expect(stopsAt(marginsOf(assemble(shut(2, 5.6))))).toEqual([]);
  });
  it('without a place are asked about, each one', () => {
    const said = (tabs: number) =>
      assessAll(shut(tabs, 40)).findings.find((f) => f.id === 'shell/body/lid/tabs')?.sentence;
    expect(said(0)).toMatch(/^Lid has 2 snap tabs, and the place of 2 is not known: each must bend 5 mm/);
    expect(said(1)).toMatch(/the place of 1 is not known/);
    expect(said(2)).toBeUndefined();
  });
  it('that are said to bend less than they must are named', () => {
    const document = shut(2, 40);
    document.shell.features['tab-2']!.sweep = { left: 2 };
    expect(assessAll(document).findings.find((f) => f.id === 'shell/body/lid/tab/tab-2')?.verdict).toBe('warn');
  });
});

describe('screws from inside', () => {
  /** Held from inside at the right wall, with a small hatch in the front that opens first. */
  const held = (y: number, u = 200, v = 50): Conversion => {
    const document = shut(0, 40);
    document.shell.bodies.lid!.closures = [{ kind: 'screw', count: 1, where: '', releasedFrom: 'inside' }];
    document.shell.bodies['panel-1'] = {
      ...document.shell.bodies.lid!,
      name: 'Hatch',
      kind: 'panel',
      cut: { kind: 'face', face: 'left', u: length(u), v: length(v), width: length(60), height: length(40) },
      closures: [{ kind: 'screw', count: 2, where: '', releasedFrom: 'outside' }],
    };
    document.shell.features['screw-1'] = box([249, y, 70], [8, 8, 8], { kind: 'screw', body: 'lid', fate: 'keep' });
    return document;
  };
  const findings = (document: Conversion) => {
    const assembly = assemble(document);
    const access = accessOf(document, assembly);
    return orderFindings(document, assembly, orderOf(document, assembly), access)
      .filter((f) => f.id.startsWith('fit/closure'))
      .map((f) => f.sentence);
  };
  it('want a driver straight before them: what stands there is named', () => {
    expect(findings(held(60))).toEqual([
      'No driver gets to Tab, which holds Lid from inside: Drive is in the way. Once shut it does not open again.',
    ]);
    const clear = applyChange(held(60), { type: 'placePart', id: 'drive-1', placement: null }).document;
    expect(findings(clear)).toEqual([]);
  });
  it('are out of reach of a hatch that is farther off than a hand', () => {
    // Seen from outside the left face runs from the rear: its middle at u = 200 is at y = 60.
    const far = applyChange(held(230), { type: 'placePart', id: 'drive-1', placement: null }).document;
    expect(findings(far)).toEqual([]);
    const farther = applyChange(held(230, 235, 20), { type: 'placePart', id: 'drive-1', placement: null }).document;
    expect(findings(farther)[0]).toMatch(/the shell is in the way/);
  });
});

describe('an original control', () => {
  const document = shut(0, 40);
  const shape = { kind: 'cylinder', axis: 1, low: [30, 3, 20], high: [60, 13, 50] } as const;
  const drawn = (control: Control) => {
    const cylinder = { kind: 'cylinder', axis: 'y', diameter: length(30), length: length(10) } as const;
    const made = feature('Knob', cylinder, [length(30), length(3), length(20)], { control });
    const next = applyChange(document, { type: 'setFeature', id: 'knob-1', feature: made }).document;
    return looksOfControl(next, 'knob-1', { ...shape, low: [30, 3, 20], high: [60, 13, 50] });
  };
  it('is drawn on the side to its wall, within itself, each kind otherwise', () => {
    const pictures = CONTROLS.map((control) => {
      const marks = drawn(control);
      expect(new Set(marks.map((m) => m.side))).toEqual(new Set([control === 'keys' ? 'top' : 'front']));
      for (const { path } of marks)
        for (const p of path)
          p.forEach((v, i) => {
            expect(v).toBeGreaterThanOrEqual(shape.low[i]! - 1e-9);
            expect(v).toBeLessThanOrEqual(shape.high[i]! + 1e-9);
          });
      return JSON.stringify(marks);
    });
    expect(new Set(pictures).size).toBe(CONTROLS.length);
  });
});
