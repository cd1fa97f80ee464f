import type { Assembly } from '@young-shell/core/assembly';
import type { Margin } from '@young-shell/core/fit';
import { boundsWithin, type Vec3 } from '@young-shell/core/solid';

/** Boxes to be marked in red: where a part’s solid is in another one or past a wall. */
export function clashBoxes(assembly: Assembly, margins: readonly Margin[]): { id: string; low: Vec3; high: Vec3 }[] {
  const shapeOf = (id: string) =>
    assembly.features.find((f) => f.id === id)?.shape ??
    assembly.parts.flatMap((p) => p.solids).find((s) => s.id === id)?.shape;
  return margins
    .filter((m) => m.kind === 'body' && m.distance < -0.05)
    .flatMap((m) => {
      const a = shapeOf(m.solid);
      if (!a) return [];
      const low: Vec3 = [...a.low];
      const high: Vec3 = [...a.high];
      const b = m.other.kind === 'face' ? undefined : shapeOf(m.other.solid);
      if (b) {
        // What stands at an angle is narrower in there than the box around it.
        const own = boundsWithin(a, b.low, b.high);
        return [{ id: m.id, ...boundsWithin(b, own.low, own.high) }];
      }
      for (let i = 0; i < 3; i++) {
        if (m.normal[i]! > 0.9) low[i] = high[i]! + m.distance;
        if (m.normal[i]! < -0.9) high[i] = low[i]! - m.distance;
      }
      return [{ id: m.id, ...boundsWithin(a, low, high) }];
    });
}
