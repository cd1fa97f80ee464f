import { extent } from 'd3-array';
import { area, type Point2 } from '../../solid';
import { FileFault, type FileUnit } from './fault';

/** Closed outlines of a drawing, largest first, y up, in the file's unit. */
export interface ReadOutline {
  loops: Point2[][];
  unit: FileUnit | undefined;
  /** Lines that close to nothing. */
  open: number;
}

/** A chain of points; the last one is not the first again. */
export interface Run {
  points: Point2[];
  closed: boolean;
}

/** Drawings with more points are none of an outline. */
const MOST_POINTS = 500_000;
/** Ends nearer than this share of the drawing's size are one. */
const JOIN = 1e-4;

/** Joins runs end to end to closed loops. */
export function loopsOf(runs: readonly Run[], unit: FileUnit | undefined): ReadOutline {
  const all = runs.flatMap((r) => r.points);
  if (all.length === 0) throw new FileFault('empty', 'The drawing has no lines.');
  if (all.some((p) => !Number.isFinite(p[0]) || !Number.isFinite(p[1]) || Math.hypot(...p) > 1e7))
    throw new FileFault('bad-number', 'The drawing has a point that is no number, or farther out than 10 km.');
  if (all.length > MOST_POINTS)
    throw new FileFault(
      'too-large',
      `The drawing has ${all.length} points; up to ${MOST_POINTS} are read. Export it coarser, or only the outline.`,
    );
  const [x0, x1] = extent(all, (p) => p[0]) as [number, number];
  const [y0, y1] = extent(all, (p) => p[1]) as [number, number];
  const near = Math.max(1e-9, Math.hypot(x1 - x0, y1 - y0) * JOIN);
  const meets = (p: Point2, q: Point2) => Math.hypot(p[0] - q[0], p[1] - q[1]) <= near;
  const loops = runs.filter((r) => r.closed && r.points.length > 2).map((r) => r.points);
  const waiting = runs.filter((r) => !r.closed && r.points.length > 1).map((r) => r.points);
  const ends = new Ends(waiting, near);
  let open = 0;
  for (let last = waiting.length - 1; last >= 0; last--) {
    if (!ends.take(last)) continue;
    const chain = [...waiting[last]!];
    let turnedRound = false;
    for (let grew = true; grew;) {
      grew = false;
      if (chain.length > 2 && meets(chain[0]!, chain.at(-1)!)) break;
      const end = chain.at(-1)!;
      const i = ends.at(end);
      if (i !== undefined) {
        ends.take(i);
        const other = waiting[i]!;
        const next = meets(end, other[0]!) ? other : [...other].reverse();
        for (let k = 1; k < next.length; k++) chain.push(next[k]!);
        grew = true;
      } else if (!turnedRound) {
        chain.reverse();
        [turnedRound, grew] = [true, true];
      }
    }
    if (chain.length > 3 && meets(chain[0]!, chain.at(-1)!)) loops.push(chain.slice(0, -1));
    else open++;
  }
  const wide = loops.filter((l) => Math.abs(area(l)) > near * near);
  if (wide.length === 0)
    throw new FileFault('not-an-outline', `The drawing has no closed outline; ${open} lines end in the open.`);
  return {
    loops: wide.map((l) => (area(l) < 0 ? [...l].reverse() : l)).sort((p, q) => area(q) - area(p)),
    unit,
    open,
  };
}

/** Ends of open lines, found by where they are: in squares as wide as what counts as one place. */
class Ends {
  private readonly squares = new Map<string, number[]>();
  private readonly there: boolean[];

  constructor(
    private readonly lines: readonly Point2[][],
    private readonly near: number,
  ) {
    this.there = lines.map(() => true);
    lines.forEach((line, i) => {
      for (const p of [line[0]!, line.at(-1)!]) {
        const key = this.square(p, 0, 0);
        const known = this.squares.get(key);
        if (known) known.push(i);
        else this.squares.set(key, [i]);
      }
    });
  }

  /** Takes a line away; false where it was taken before. */
  take(i: number): boolean {
    const was = this.there[i]!;
    this.there[i] = false;
    return was;
  }

  /** The first of the lines that are left and end at a place. */
  at(p: Point2): number | undefined {
    let first: number | undefined;
    for (const dx of [-1, 0, 1])
      for (const dy of [-1, 0, 1])
        for (const i of this.squares.get(this.square(p, dx, dy)) ?? []) {
          if (!this.there[i] || (first !== undefined && first <= i)) continue;
          const line = this.lines[i]!;
          if ([line[0]!, line.at(-1)!].some((q) => Math.hypot(q[0] - p[0], q[1] - p[1]) <= this.near)) first = i;
        }
    return first;
  }

  private square(p: Point2, dx: number, dy: number): string {
    return `${Math.floor(p[0] / this.near) + dx} ${Math.floor(p[1] / this.near) + dy}`;
  }
}

/** Points along an arc, ends included; from start to end counter-clockwise (rad). */
export function arcPoints(centre: Point2, rx: number, ry: number, from: number, to: number, turn = 0): Point2[] {
  const sweep = to - from;
  const n = Math.max(2, Math.ceil(Math.abs(sweep) / (Math.PI / 24)));
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return Array.from({ length: n + 1 }, (_, i): Point2 => {
    const [x, y] = [rx * Math.cos(from + (sweep * i) / n), ry * Math.sin(from + (sweep * i) / n)];
    return [centre[0] + c * x - s * y, centre[1] + s * x + c * y];
  });
}

/**
 * An outline with at most so many corners: those left out lie no farther than `off` from it (Douglas and Peucker,
 * 1973, from memory), the least that gets it under the limit.
 */
export function fewCorners(loop: readonly Point2[], most: number): { corners: Point2[]; off: number } {
  const size = Math.sqrt(Math.abs(area(loop)));
  for (let off = size * 1e-6; ; off *= 1.5) {
    const corners = thinned(loop, off);
    if (corners.length <= most) return { corners, off: corners.length === loop.length ? 0 : off };
  }
}

function thinned(loop: readonly Point2[], off: number): Point2[] {
  const n = loop.length;
  // Two corners that surely stay: the first, and the one farthest from it.
  let far = 0;
  for (let i = 1; i < n; i++) if (dist(loop[i]!, loop[0]!) > dist(loop[far]!, loop[0]!)) far = i;
  const stays = new Uint8Array(n);
  stays[0] = stays[far] = 1;
  const spans: [number, number][] = [
    [0, far],
    [far, n],
  ];
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    let [worst, at] = [0, -1];
    for (let i = from + 1; i < to; i++) {
      const d = fromLine(loop[i]!, loop[from]!, loop[to % n]!);
      if (d > worst) [worst, at] = [d, i];
    }
    if (worst <= off) continue;
    stays[at] = 1;
    spans.push([from, at], [at, to]);
  }
  return loop.filter((_, i) => stays[i] === 1);
}

const dist = (p: Point2, q: Point2) => Math.hypot(p[0] - q[0], p[1] - q[1]);
function fromLine(p: Point2, a: Point2, b: Point2): number {
  const l = dist(a, b);
  if (l === 0) return dist(p, a);
  const t = Math.min(1, Math.max(0, ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / (l * l)));
  return dist(p, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
}
