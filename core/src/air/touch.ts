import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Finding } from '../findings';
import type { Route } from '../fit';
import { kindOf } from '../parts';
import { axisOf, type Vec3 } from '../solid';

/** Cables keep this from the blades of a fan, mm. Common practice, no source. */
const KEEP = 12;
/** Ways are looked at so finely, mm. */
const STEP = 4;

/** Fans whose blades a cable may touch, where its way passes the open disc of one. */
export function touchFindings(document: Conversion, assembly: Assembly, routes: readonly Route[]): Finding[] {
  const findings: Finding[] = [];
  for (const placed of assembly.parts) {
    if (kindOf(placed.part) !== 'fan' && kindOf(placed.part) !== 'radiator') continue;
    const face = placed.faces[0];
    if (!face) continue;
    const axis = axisOf(face.direction);
    const middle = [0, 1, 2].map((i) => (placed.low[i]! + placed.high[i]!) / 2) as Vec3;
    const radius =
      Math.min(...[0, 1, 2].filter((i) => i !== axis).map((i) => (placed.high[i]! - placed.low[i]!) / 2)) * 0.96;
    for (const { link, points } of routes) {
      // Its own lead begins at the frame.
      if (link.to.part === placed.id || link.from.part === placed.id) continue;
      let least = Infinity;
      for (let k = 1; k < points.length; k++) {
        const [p, q] = [points[k - 1]!, points[k]!];
        const far = Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
        const steps = Math.max(1, Math.ceil(far / STEP));
        for (let s = 0; s <= steps; s++) {
          const at = [0, 1, 2].map((i) => p[i]! + ((q[i]! - p[i]!) * s) / steps);
          const off = Math.hypot(...[0, 1, 2].filter((i) => i !== axis).map((i) => at[i]! - middle[i]!));
          if (off > radius) continue;
          const gap = Math.max(placed.low[axis] - at[axis]!, at[axis]! - placed.high[axis]) - link.cable.thickness / 2;
          least = Math.min(least, gap);
        }
      }
      if (least >= KEEP) continue;
      const name = document.kit.parts[link.to.part]?.name ?? link.to.part;
      findings.push({
        id: `air/touch/${placed.id}/${link.to.part}`,
        station: 'air',
        verdict: 'warn',
        sentence: `The ${link.cable.name} to ${name} passes ${Math.max(0, least).toFixed(0)} mm before the blades of ${placed.part.name}: tie it back, or put a guard on the fan.`,
        brief: 'cable at the blades',
        figures: [
          {
            label: 'from the blades',
            value: Math.max(0, least),
            unit: 'mm',
            source: { kind: 'computed', title: 'way of the cable to the disc of the fan' },
          },
        ],
        about: [
          { kind: 'part', id: placed.id },
          { kind: 'part', id: link.to.part },
        ],
      });
    }
  }
  return findings;
}
