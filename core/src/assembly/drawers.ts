import type { Shell } from '../document';
import { add, chain, exactly, scale, shift, type Linear } from '../quantity';
import type { Axis, Vec3 } from '../solid';
import { wallOf, type HullModel } from './hull';
import type { Solid } from './placed';

const METALS = new Set(['steel', 'aluminium']);

/** Owner of a body's solids, apart from the ids of features. */
export const bodyOwner = (id: string) => `body/${id}`;

/**
 * The room that drawers take in the shell: behind their front, as deep as they reach in, moving. A drawer in a face that
 * is not square to an axis is left out.
 */
export function drawerSolids({ bodies }: Shell, hull: HullModel): Solid[] {
  return Object.entries(bodies).flatMap(([id, body]): Solid[] => {
    const { cut, motion } = body;
    if (cut.kind !== 'face' || motion.kind !== 'slide') return [];
    const frame = hull.frames.find((f) => f.face === cut.face);
    const wall = wallOf(hull, cut.face);
    const axis = ([0, 1, 2] as Axis[]).find((k) => Math.abs(frame?.outward[k] ?? 0) > 0.999);
    if (!frame || !wall || axis === undefined) return [];
    const base = `/shell/bodies/${id}`;
    const low: Linear[] = [];
    const high: Linear[] = [];
    const set = (k: number, p: Linear, q: Linear) => ([low[k], high[k]] = p.value <= q.value ? [p, q] : [q, p]);
    for (const [direction, place, size] of [
      [frame.u, 'u', 'width'],
      [frame.v, 'v', 'height'],
    ] as const) {
      const k = direction.findIndex((n) => Math.abs(n) > 0.999);
      const sign = direction[k]!;
      const middle = shift(scale(chain(`${base}/cut/${place}`, cut[place]), sign), frame.origin[k]!);
      const half = scale(chain(`${base}/cut/${size}`, cut[size]), 0.5);
      set(k, add(middle, half, -1), add(middle, half));
    }
    // From the inside of the face inward, by the depth of the drawer.
    const outward = frame.outward[axis]!;
    const middle = [0, 1, 2].map((k) => (k === axis ? 0 : (low[k]!.value + high[k]!.value) / 2));
    const front = add(exactly(0), wall.chainNear(middle as Vec3), -outward);
    set(axis, front, add(front, chain(`${base}/motion/depth`, motion.depth), -outward));
    const solid: Solid = {
      id: bodyOwner(id),
      owner: bodyOwner(id),
      ownerKind: 'feature',
      name: body.name || body.kind,
      role: 'body',
      shape: { kind: 'box', low: low.map((l) => l.value) as Vec3, high: high.map((l) => l.value) as Vec3 },
      moving: true,
      contact: [],
      outside: false,
      end: (k, atHigh) => (atHigh ? high : low)[k]!,
    };
    if (METALS.has(body.material)) solid.conducts = 'metal';
    return [solid];
  });
}
