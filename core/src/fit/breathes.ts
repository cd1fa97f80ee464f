import { onFace, type Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Vec3 } from '../solid';
import type { Margin } from './margin';

/** An intake breathes through a wall that is open before so much of its mouth. Common practice, no source. */
const OPEN_BEFORE = 0.6;
/** Places a side of a mouth that are asked. */
const ASKED = 16;

/** Something open in a face: half its size around a middle, mm. */
interface Hole {
  u: number;
  v: number;
  half: readonly [number, number];
  round: boolean;
}

function holesOf({ shell, cut }: Conversion, face: string): Hole[] {
  const there = Object.values(shell.openings)
    .filter((o) => o.face === face)
    .map(({ u, v, shape }): Hole => {
      const [w, h] =
        shape.kind === 'round' ? [shape.diameter.value, shape.diameter.value] : [shape.width.value, shape.height.value];
      return { u: u.value, v: v.value, half: [w / 2, h / 2], round: shape.kind === 'round' };
    });
  const fresh = Object.values(cut.openings)
    .filter((o) => o.face === face)
    .map(({ u, v, shape }): Hole => {
      const [w, h] = shape.kind === 'round' ? [shape.diameter, shape.diameter] : [shape.width, shape.height];
      return { u, v, half: [w / 2, h / 2], round: shape.kind === 'round' };
    });
  return [...there, ...fresh];
}

/**
 * Does an intake that a wall stands before breathe through that wall: is there an opening, old or new, before most of its
 * mouth? How much a pattern or a mesh in it holds back is a matter of the air.
 */
export function breathesThrough(document: Conversion, assembly: Assembly, margin: Margin): boolean {
  if (margin.kind !== 'air' || margin.other.kind !== 'face') return false;
  const mouth = assembly.parts.find((p) => p.id === margin.part)?.solids.find((s) => s.id === margin.solid)?.shape;
  return mouth !== undefined && opensBefore(document, assembly, margin.other.id, mouth);
}

/** Is a face open, old or new, before most of what stands before it? Not where it stands against something. */
export function opensBefore(
  document: Conversion,
  { hull }: Pick<Assembly, 'hull'>,
  face: string,
  mouth: { low: Vec3; high: Vec3 },
): boolean {
  // What stands against something has openings that let nothing through.
  if (document.brief.blockedFaces.includes(face)) return false;
  const holes = holesOf(document, face);
  if (holes.length === 0) return false;
  const frame = hull.frames.find((f) => f.face === face);
  if (!frame) return false;
  const [a, b] = [onFace(frame, mouth.low), onFace(frame, mouth.high)];
  let open = 0;
  for (let i = 0; i < ASKED; i++)
    for (let j = 0; j < ASKED; j++) {
      const [u, v] = [a.u + ((i + 0.5) / ASKED) * (b.u - a.u), a.v + ((j + 0.5) / ASKED) * (b.v - a.v)];
      const inside = holes.some((h) => {
        const [x, y] = [(u - h.u) / h.half[0], (v - h.v) / h.half[1]];
        return h.round ? x * x + y * y <= 1 : Math.abs(x) <= 1 && Math.abs(y) <= 1;
      });
      if (inside) open++;
    }
  return open >= OPEN_BEFORE * ASKED ** 2;
}
