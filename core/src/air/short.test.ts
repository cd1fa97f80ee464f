import { describe, expect, it } from 'vitest';
import { assemble, onFace } from '../assembly';
import { applyChange, defaultBox, newConversion, type Change } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessAir } from './assess';

const hull = defaultBox();
Object.assign(hull, { width: measured(300), depth: measured(300), height: measured(200) });

/** What is said of a fan of 120 mm under the top, with or without a slot of old before it. */
function said(gap: number, slotted = true) {
  const part = partFrom(standardPart('fan/120x25')!, 'Fan');
  const at = { x: 90, y: 90, z: 60, rear: 'top', top: 'front', locked: false } as const;
  const put = (z: number): Change => ({ type: 'addPart', id: 'fan-1', part, placement: { ...at, z } });
  const there = applyChange(newConversion('Box', hull), put(60)).document;
  const [fan] = assemble(there).parts;
  const top = assemble(there).hull;
  const low = top.innerHigh[2] - gap - (fan!.high[2] - fan!.low[2]);
  const document = applyChange(newConversion('Box', hull), put(low)).document;
  const assembly = assemble(document);
  const frame = assembly.hull.frames.find((f) => f.face === 'top')!;
  const { u, v } = onFace(frame, [150, 150, 200]);
  const slots: Change = {
    type: 'setOpening',
    id: 'slots-1',
    opening: {
      name: 'Slots',
      face: 'top',
      shape: { kind: 'rectangle', width: measured(115), height: measured(115) },
      u: measured(u),
      v: measured(v),
    },
  };
  const plan = slotted ? applyChange(document, slots).document : document;
  return assessAir(plan, assemble(plan)).findings.find((f) => f.id === 'air/inside/fan-1');
}

describe('a fan before an opening that it does not touch', () => {
  it('is told the gap that its air goes round through', () => {
    const at = said(6)!;
    expect(at.sentence).toMatch(/ends 6\.0 mm before the opening in the top/);
    expect(at.figures.find((f) => f.unit === 'mm')!.value).toBeCloseTo(6, 6);
    expect(at.verdict).toBe('warn');
  });
  it('reaches no wall where it is far off, or where the wall before it is shut; and none of both at the wall', () => {
    expect(said(60)!.sentence).toMatch(/reaches no wall/);
    expect(said(6, false)!.sentence).toMatch(/reaches no wall/);
    expect(said(0)).toBeUndefined();
  });
});
