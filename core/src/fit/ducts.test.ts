import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, newConversion, evenWalls, type Change, type Conversion } from '../document';
import { partFrom } from '../parts';
import { assessAll } from '../plan';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessFit } from './assess';
import { marginsOf } from './margins';
import { placeFor } from './place';
import { remediesFor } from './remedies';

const exact = (value: number) => measured(value, 'calipers', 0);
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const part = (key: string, name: string) => partFrom(standardPart(key)!, name);
const stands = { rear: 'rear', top: 'top', locked: false } as const;

/** A box, 400 × 400 × 200 outside, walls 2: an 80 fan in its rear wall, and a supply 218 mm before it. */
const plain: Conversion = after(
  newConversion('Box', {
    form: 'box',
    width: exact(400),
    depth: exact(400),
    height: exact(200),
    walls: evenWalls(exact(2)),
  }),
  { type: 'addPart', id: 'fan-1', part: part('fan/80x25', 'Fan') },
  { type: 'addPart', id: 'hot-1', part: part('supply/sfx', 'Hot') },
  { type: 'addPart', id: 'drive-1', part: part('drive/2.5-15', 'Drive') },
  { type: 'placePart', id: 'fan-1', placement: { x: 160, y: 373, z: 60, ...stands, rear: 'rear' } },
  { type: 'placePart', id: 'hot-1', placement: { x: 140, y: 20, z: 70, ...stands } },
  { type: 'placePart', id: 'drive-1', placement: { x: 160, y: 200, z: 80, ...stands } },
);
const led = after(plain, { type: 'setFan', part: 'fan-1', fan: { ductTo: 'hot-1' } });
const duct = (d: Conversion) => marginsOf(assemble(d)).filter((m) => m.kind === 'duct');

describe('a printed duct takes room', () => {
  it('against what stands in it, as deep as it stands there, and not against what it leads to', () => {
    expect(duct(plain)).toEqual([]);
    const [only, ...rest] = duct(led);
    expect(rest).toEqual([]);
    expect([only!.part, only!.other.id].sort()).toEqual(['drive-1', 'fan-1']);
    const { findings } = assessFit(led, assemble(led));
    const said = findings.find((f) => f.id === `fit/${only!.id}`)!;
    expect(said.verdict).toBe('warn');
    expect(said.sentence).toMatch(/^The duct from Fan runs into Drive by \d/);
    // The duct's lower side, 1.6 of its wall below the fan's, against the drive's upper side: moved up, it sinks in as far.
    const up = after(led, { type: 'placePart', id: 'drive-1', placement: { x: 160, y: 200, z: 50, ...stands } });
    const top = assemble(up).parts.find((p) => p.id === 'drive-1')!.high[2];
    const block = assemble(up)
      .parts.find((p) => p.id === 'fan-1')!
      .solids.filter((s) => s.role === 'duct' && s.shape.low[1] < 300 && s.shape.high[1] > 200);
    const lowest = Math.min(...block.map((s) => s.shape.low[2]));
    expect(-duct(up)[0]!.distance).toBeCloseTo(top - lowest, 6);
  });

  it('in the whole assessment as soon as it is led, and no more when it is left out', () => {
    const said = (d: Conversion) => assessAll(d).findings.filter((f) => f.station === 'fit' && f.id.endsWith('|duct'));
    expect([plain, led, plain].map((d) => said(d).length)).toEqual([0, 1, 0]);
  });

  it('its remedies end it: each on a copy', () => {
    const [finding] = assessFit(led, assemble(led)).findings.filter((f) => f.id.endsWith('|duct'));
    const remedies = remediesFor(led, finding!);
    expect(remedies.map((r) => r.id)).toContain('no-duct');
    expect(remedies.length).toBeGreaterThan(1);
    for (const { change } of remedies) expect(duct(after(led, change))).toEqual([]);
  });

  it('is kept clear of by what is placed, and makes nothing impossible', () => {
    const free = after(led, { type: 'placePart', id: 'drive-1', placement: null });
    const { proposals } = placeFor(free, assemble(free), 'drive-1');
    expect(proposals.length).toBeGreaterThan(0);
    for (const { placement } of proposals)
      expect(duct(after(free, { type: 'placePart', id: 'drive-1', placement }))).toEqual([]);
  });

  it('goes from the fan where it stands: a fan moved takes its duct along', () => {
    const moved = after(led, { type: 'placePart', id: 'fan-1', placement: { x: 20, y: 373, z: 60, ...stands } });
    const low = (d: Conversion) =>
      Math.min(
        ...assemble(d)
          .parts.find((p) => p.id === 'fan-1')!
          .solids.filter((s) => s.role === 'duct')
          .map((s) => s.shape.low[0]),
      );
    expect(low(moved)).toBeLessThan(low(led) - 100);
  });
});
