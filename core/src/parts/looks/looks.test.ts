import { describe, expect, it } from 'vitest';
import { placePart } from '../../assembly';
import { partFrom, partModel } from '..';
import { LIBRARY } from '../../standards';
import { DIRECTIONS, ORIENTATIONS, turnDirection } from '../../solid';
import { looksOf } from './looksOf';

const parts = LIBRARY.map((row) => ({ key: row.key, kind: row.kind, part: partFrom(row) }));

describe('what a part is recognised by', () => {
  it.each(parts)('$key: lies on the sides of its bodies, flat, and within them', ({ part }) => {
    const marks = looksOf('x', part);
    const bodies = partModel('x', part).blocks.filter((b) => b.role === 'body');
    expect(marks.length).toBeGreaterThan(0);
    for (const { side, path } of marks) {
      const out = DIRECTIONS[side];
      const axis = out.findIndex((n) => n !== 0);
      const at = path[0]![axis]!;
      // On the outer side of one of the bodies, and inside it across.
      const on = bodies.some(({ low, high }) => {
        const end = out[axis]! > 0 ? high[axis]!.value : low[axis]!.value;
        return (
          Math.abs(end - at) < 1e-6 &&
          path.every((p) =>
            [0, 1, 2].every((i) =>
              i === axis ? Math.abs(p[i]! - at) < 1e-6 : p[i]! > low[i]!.value - 1e-6 && p[i]! < high[i]!.value + 1e-6,
            ),
          )
        );
      });
      expect(on, `${side} at ${path[0]!.join()}`).toBe(true);
    }
  });

  it('tells kinds apart: a fan has blades, a supply its inlet at the rear, a drive its plugs at the front', () => {
    const of = (key: string) => looksOf(key, parts.find((p) => p.key === key)!.part);
    expect(of('fan/120x25').filter((m) => m.tone === 'blade' && m.side === 'front')).toHaveLength(7);
    expect(of('supply/sfx').some((m) => m.side === 'rear' && m.tone === 'dark')).toBe(true);
    expect(of('drive/3.5').filter((m) => m.side === 'front' && m.tone === 'dark')).toHaveLength(2);
  });

  it('turns with the part: a mark stays on its side in every orientation', () => {
    const { part } = parts.find((p) => p.key === 'supply/sfx')!;
    for (const orientation of ORIENTATIONS) {
      const placed = placePart('x', part, { x: 50, y: 60, z: 70, locked: false, ...orientation });
      for (const { side, path } of looksOf('x', part)) {
        const direction = turnDirection(placed.turn, side);
        const axis = DIRECTIONS[direction].findIndex((n) => n !== 0);
        const end = DIRECTIONS[direction][axis]! > 0 ? placed.high[axis]! : placed.low[axis]!;
        for (const p of path) expect(placed.toShell(p)[axis]).toBeCloseTo(end, 6);
      }
    }
  });
});
