import type { Assembly, PlacedPart, Solid } from '../../assembly';
import type { Conversion } from '../../document';
import { boundsOf, type Flat, type Shape, type Vec3 } from '../../solid';
import { liftOf, openingOf, pointAt, shapeAt, type Motion } from './motion';
import { splitBy, platesOf } from './walls';

/** The solids of a plan with one body open by a share of its motion, and that body’s own walls; for drawing. */
export interface Opened {
  assembly: Assembly;
  walls: Shape[];
}

const wallsKnown = new WeakMap<object, { hull: object; walls: Flat[] }>();

function wallsOf(document: Pick<Conversion, 'shell'>, { hull }: Assembly, id: string): Flat[] {
  const body = document.shell.bodies[id]!;
  const known = wallsKnown.get(body);
  if (known?.hull === hull) return known.walls;
  const { cut } = body;
  const frame = cut.kind === 'face' ? hull.frames.find((f) => f.face === cut.face) : undefined;
  const walls = splitBy(platesOf(hull), body, frame, liftOf(document, body)).own.map((p) => p.shape);
  wallsKnown.set(body, { hull, walls });
  return walls;
}

/** A plan with a body open by a share, 0…1; undefined where it has no motion that can be shown. */
export function openedAt(
  document: Pick<Conversion, 'shell'>,
  assembly: Assembly,
  id: string,
  share: number,
): Opened | undefined {
  const body = document.shell.bodies[id];
  if (!body || body.kind === 'ring') return undefined;
  const opening = openingOf(document, assembly.hull, body);
  if ('fault' in opening) return undefined;
  const { motion } = opening;
  return {
    assembly: {
      ...assembly,
      features: assembly.features.map((s) => (s.rides === id ? solidAt(motion, s, share) : s)),
      parts: assembly.parts.map((p) => (p.placement.on === id ? partAt(motion, p, share) : p)),
    },
    walls: wallsOf(document, assembly, id).map((shape) => shapeAt(motion, shape, share)),
  };
}

const solidAt = (motion: Motion, solid: Solid, share: number): Solid => ({
  ...solid,
  shape: shapeAt(motion, solid.shape, share),
});

function partAt(motion: Motion, part: PlacedPart, share: number): PlacedPart {
  const solids = part.solids.map((s) => solidAt(motion, s, share));
  const at = (p: Vec3) => pointAt(motion, p, share);
  return {
    ...part,
    solids,
    ...boundsOf(solids.filter((s) => s.role === 'body' || s.role === 'mount').map((s) => s.shape)),
    toShell: (p) => at(part.toShell(p)),
    tilted: (p) => at(part.tilted(p)),
    openBy: share,
  };
}
