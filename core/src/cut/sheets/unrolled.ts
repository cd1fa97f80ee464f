import type { FaceFrame } from '../../assembly';
import { cornersOf, formOf, type Conversion } from '../../document';
import { inSpace, type Point2 } from '../../solid';

/** An arched face laid flat: from where something lies on its chord to where it lies on the paper, mm. */
export interface Unrolled {
  /** Along which of the face's two directions it is bent: 0 across, 1 up. */
  along: 0 | 1;
  /** Chord, rise and radius of the side that is marked. */
  chord: number;
  radius: number;
  /** Length of the arc. */
  length: number;
  /** From a place on the chord to one on the paper. */
  lay: (t: number) => number;
}

/** An arch flatter than this is a flat face, mm. */
const FLAT = 0.05;

/**
 * How an arched face is laid flat. The face is a circle's arc over its chord c with the rise h: R = (c²/4 + h²) / 2h; a
 * place t on the chord lies R · asin((t − c/2) / R) along the arc from its middle (circle geometry). Marked from inside,
 * the inner side of the wall is laid flat: of an arch that stands out its radius is less by the wall.
 * @returns undefined for a flat face
 */
export function unrolledOf(
  { shell }: Conversion,
  frame: FaceFrame,
  thickness: number,
  inside: boolean,
): Unrolled | undefined {
  const form = formOf(shell.hull);
  const index = form.edges.findIndex((e) => e.face === frame.face);
  const edge = form.edges[index];
  if (!edge || Math.abs(edge.rise.value) < FLAT) return undefined;
  const corners = cornersOf(form);
  const [p, q] = [corners[index]!, corners[(index + 1) % corners.length]!];
  const way = inSpace(form.axis, [q[0] - p[0], q[1] - p[1]], 0);
  const dot = (a: readonly number[]) => Math.abs(a[0]! * way[0] + a[1]! * way[1] + a[2]! * way[2]);
  const along = dot(frame.u) > dot(frame.v) ? 0 : 1;
  const outside = Math.hypot(q[0] - p[0], q[1] - p[1]);
  const h = edge.rise.value;
  const R = (outside ** 2 / 4 + h ** 2) / (2 * Math.abs(h));
  const radius = inside ? R - Math.sign(h) * thickness : R;
  const half = Math.asin(Math.min(1, outside / 2 / R));
  const length = 2 * R * half;
  return {
    along,
    chord: outside,
    radius,
    length: inside ? length * (radius / R) : length,
    // Beyond the ends of the chord it goes on straight, so that nothing is lost.
    lay: (t) => {
      const x = t - outside / 2;
      const within = Math.max(-outside / 2, Math.min(outside / 2, x));
      return radius * (half + Math.asin(within / R)) + (x - within);
    },
  };
}

/** A point of the face where it lies on the paper. */
export const laidFlat = (unrolled: Unrolled | undefined, [u, v]: Point2): Point2 =>
  !unrolled ? [u, v] : unrolled.along === 0 ? [unrolled.lay(u), v] : [u, unrolled.lay(v)];
