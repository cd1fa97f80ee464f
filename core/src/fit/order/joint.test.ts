import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Wall } from '../../assembly';
import { assemble } from '../../assembly';
import { defaultArch, lidAt, newConversion } from '../../document';
import { partFrom } from '../../parts';
import { exactly, measured } from '../../quantity';
import type { Vec3 } from '../../solid';
import { standardPart } from '../../standards';
import { orderOf } from './order';
import type { Exit } from './exits';
import { meetsShell } from './sweep';

const num = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('past a wall that leans in, of which only what lies before the joint stands', () => {
  /** The way out by small steps, and the part by its corners and points between: brute force. */
  function caught(low: Vec3, high: Vec3, normal: Vec3, offset: number, at: number): number {
    let deepest = 0;
    for (let up = 0; up <= 300; up += 0.5)
      for (let i = 0; i <= 20; i++) {
        const z = low[2] + ((high[2] - low[2]) * i) / 20 + up;
        if (z >= at) continue;
        for (const x of [low[0], high[0]])
          for (const y of [low[1], high[1]])
            deepest = Math.max(deepest, offset - (normal[0] * x + normal[1] * y + normal[2] * z));
      }
    return deepest;
  }

  it('catches what brute force catches, and nothing else', () => {
    let [hits, free] = [0, 0];
    fc.assert(
      fc.property(
        fc.tuple(num(0, 15), num(10, 60)),
        fc.tuple(num(0, 30), num(10, 60)),
        fc.tuple(num(5, 80), num(5, 60)),
        num(-60, 60),
        ([y, depth], [z, height], [lean, rise], at) => {
          // A front wall from (y 5, z 0) that has come in by `lean` at the height `rise`.
          const slant = Math.hypot(lean, rise);
          const normal: Vec3 = [0, rise / slant, -lean / slant];
          const offset = normal[1] * 5;
          const joint = z + height + Math.abs(at);
          const low: Vec3 = [0, y + 5 + (lean / rise) * (z + height), z];
          const high: Vec3 = [50, low[1] + depth, z + height];
          const wall: Wall = {
            id: 'front',
            face: 'front',
            inLid: false,
            normal,
            offset,
            thickness: 2,
            chainNear: () => exactly(0),
          };
          const exit: Exit = {
            body: 'lid',
            name: 'Lid',
            direction: 'top',
            opens: { kind: 'beyond', at: joint },
            takes: new Set(),
          };
          const part = { solids: [{ role: 'body', shape: { kind: 'box', low, high } }] } as never;
          const deep = caught(low, high, normal, offset, joint);
          const hit = meetsShell(part, [{ direction: 'top', by: 300 }], { walls: [wall], features: [] }, exit);
          // Between what the small steps leave out and what counts as a touch there is no answer.
          if (deep > 0.05 + 0.5) expect(hit).toBe(true);
          if (deep === 0) expect(hit).toBe(false);
          if (hit) hits++;
          else free++;
        },
      ),
      { numRuns: 400 },
    );
    expect(Math.min(hits, free)).toBeGreaterThan(25);
  });
});

it('half a millimetre of a joint traps nothing that has room to the side', () => {
  const trapped = (joint: number) => {
    const document = newConversion('Joint', defaultArch());
    document.shell.bodies.lid = lidAt(measured(joint));
    document.kit.parts['drive-1'] = partFrom(standardPart('drive/2.5-7')!);
    document.layout.placements['drive-1'] = { x: 60, y: 80, z: 100, rear: 'rear', top: 'top', locked: false };
    return orderOf(document, assemble(document)).trapped;
  };
  for (let joint = 178; joint < 200; joint += 0.5) expect(trapped(joint), `${joint}`).toEqual([]);
});
