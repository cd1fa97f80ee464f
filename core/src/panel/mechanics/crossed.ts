import type { Assembly } from '../../assembly';
import type { Vec3 } from '../../solid';

/** What a straight rod goes through on its way, by name: bodies of parts and features, each taken as the box around it. */
export function crossedBy(
  assembly: Assembly,
  from: readonly number[],
  to: readonly number[],
  radius: number,
  own: string | undefined,
): string[] {
  const names = new Set<string>();
  const look = (name: string, low: Vec3, high: Vec3) => {
    if (meets(from, to, radius, low, high)) names.add(name);
  };
  for (const part of assembly.parts)
    for (const s of part.solids) if (s.role === 'body' && !s.outside) look(part.part.name, s.shape.low, s.shape.high);
  for (const f of assembly.features) if (f.owner !== own && !f.swept) look(f.name, f.shape.low, f.shape.high);
  return [...names];
}

/**
 * Does a line with a radius meet a box that is grown by it? Slabs (Kay and Kajiya 1986). Grown boxes have square corners:
 * it may say yes where 0.4 radii are left at a corner, never no where it hits. The last millimetre touches its switch.
 */
function meets(from: readonly number[], to: readonly number[], radius: number, low: Vec3, high: Vec3): boolean {
  const length = Math.hypot(to[0]! - from[0]!, to[1]! - from[1]!, to[2]! - from[2]!);
  let enter = 0;
  let leave = length > 1 ? 1 - 1 / length : 0;
  for (const i of [0, 1, 2] as const) {
    const d = to[i]! - from[i]!;
    const [a, b] = [low[i] - radius - from[i]!, high[i] + radius - from[i]!];
    if (Math.abs(d) < 1e-9) {
      if (a > 0 || b < 0) return false;
      continue;
    }
    enter = Math.max(enter, Math.min(a / d, b / d));
    leave = Math.min(leave, Math.max(a / d, b / d));
  }
  return enter < leave;
}
