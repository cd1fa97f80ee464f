import { ridersOf, wallOf, type Assembly } from '../../assembly';
import { wallWords } from '../../document';
import type { Conversion } from '../../document';
import { axisOf, DIRECTIONS, turnDirection, turnOf, type Vec3 } from '../../solid';
import { linksOf } from '../links';

/** The room behind a tray, for the cables that go round it. */
export interface BehindTray {
  /** mm to what is nearest behind it, and what that is. */
  free: number;
  to: string;
  /** The thickest of the cables that leave it, and all of them in one bundle, mm. */
  thickest: number;
  bundle: number;
  cables: number;
}

/** Round cables in a bundle fill about so much of the circle around them. Common practice, no source. */
const FILL = 0.7;

/** Thickness of a bundle of round cables, mm: the circle that they fill to 70 %. Common practice, no source. */
export const bundleOf = (thicknesses: readonly number[]): number =>
  Math.sqrt(thicknesses.reduce((sum, t) => sum + t * t, 0) / (thicknesses.length > 1 ? FILL : 1));

/** What is free behind a tray, and what its cables would take there: those with one end on it. */
export function behindTray(document: Conversion, assembly: Assembly, id: string): BehindTray | undefined {
  const tray = assembly.parts.find((p) => p.id === id);
  if (!tray || tray.part.own?.made?.kind !== 'tray') return undefined;
  const on = new Set([id, ...ridersOf(document, id)]);
  const cables = linksOf(document, assembly)
    .filter((l) => on.has(l.from.part) !== on.has(l.to.part))
    .map((l) => l.cable.thickness);
  const down = turnDirection(turnOf(tray.placement), 'bottom');
  const axis = axisOf(down);
  const way = DIRECTIONS[down];
  const sign = way[axis]!;
  const plate = tray.solids[0]!.shape;
  const back = sign > 0 ? plate.high[axis] : plate.low[axis];
  let free = Infinity;
  let to = 'nothing';
  const middle = [0, 1, 2].map((i) => (plate.low[i]! + plate.high[i]!) / 2);
  for (const { normal, offset, face } of assembly.hull.walls) {
    const towards = -normal[axis]! * sign;
    if (towards < 0.1) continue;
    for (const corner of corners(plate, axis, back)) {
      const inside = normal.reduce((sum, n, i) => sum + n * corner[i]!, 0) - offset;
      const away = inside / towards;
      if (away < free) [free, to] = [away, wallName(document, assembly, face)];
    }
  }
  const solids = [
    ...assembly.features.filter((f) => !f.swept),
    ...assembly.parts.filter((p) => !on.has(p.id)).flatMap((p) => p.solids.filter((s) => s.role === 'body')),
  ];
  for (const { shape, name } of solids) {
    const overlaps = [0, 1, 2].every(
      (i) => i === axis || (shape.low[i]! < plate.high[i]! && shape.high[i]! > plate.low[i]!),
    );
    const gap = sign > 0 ? shape.low[axis] - back : back - shape.high[axis];
    const beyond = sign > 0 ? shape.high[axis] > middle[axis]! : shape.low[axis] < middle[axis]!;
    if (overlaps && beyond && gap < free) [free, to] = [gap, name];
  }
  return {
    free: Math.max(0, free),
    to,
    thickest: Math.max(0, ...cables),
    bundle: cables.length > 0 ? bundleOf(cables) : 0,
    cables: cables.length,
  };
}

function corners(box: { low: Vec3; high: Vec3 }, axis: number, at: number): number[][] {
  const [u, v] = [0, 1, 2].filter((i) => i !== axis) as [number, number];
  return [box.low[u]!, box.high[u]!].flatMap((a) =>
    [box.low[v]!, box.high[v]!].map((b) => {
      const p = [0, 0, 0];
      [p[axis], p[u], p[v]] = [at, a, b];
      return p;
    }),
  );
}

/** A wall, or the body that closes it. */
function wallName({ shell }: Conversion, { hull }: Assembly, face: string): string {
  const body = Object.values(shell.bodies).find(
    (b) => (b.cut.kind === 'face' && b.cut.face === face) || (b.kind === 'lid' && wallOf(hull, face)?.inLid),
  );
  return body?.name ?? `the ${wallWords(face)}`;
}
