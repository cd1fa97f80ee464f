import { add, scale, type Linear } from '../../quantity';
import type { Point2 } from '../../solid/polygon';
import { cornersOf, formOf, highCornersOf, type HullForm } from './hullForm';
import type { Hull } from './form';

/** A straight piece of an outline: a whole edge, or a chord of a rounded corner or an arch. */
export interface Facet {
  /** Index of the form's edge whose face it belongs to. */
  edge: number;
  /** It stands for an arc, not for a straight face. */
  curved: boolean;
  from: Point2;
  /** Unit, to the inside. */
  inward: Point2;
  wall: number;
  /** `inward · p` of the inner side as a tolerance chain; `t` 0…1 along the edge it belongs to. */
  plane: (t: number) => Linear;
}

/** A flat between two roundings that is shorter is none, mm. */
const NO_FLAT = 0.05;
/** One that is shorter than this may be eaten by the walls, mm. */
const SHORT_FLAT = 5;

/**
 * Which facets may be gone on the inside of the walls: chords of arcs, and short flats between two roundings.
 * @param facets all of a form, once around
 */
export function mayVanish(facets: readonly Facet[]): (i: number) => boolean {
  const at = (i: number) => facets[(i + facets.length) % facets.length]!;
  return (i) => {
    if (at(i).curved) return true;
    const [p, q] = [at(i).from, at(i + 1).from];
    return at(i - 1).curved && at(i + 1).curved && Math.hypot(q[0] - p[0], q[1] - p[1]) < SHORT_FLAT;
  };
}

/** Chords of arcs lie this far inside the arc at most, mm. */
export const CHORD = 0.1;

const unit = ([x, y]: Point2): Point2 => {
  const length = Math.hypot(x, y);
  return [x / length, y / length];
};
const leftOf = ([x, y]: Point2): Point2 => [-y, x];

/** What of the corners and arches of a form makes no sense, and at which edge. */
export interface FormFault {
  edge: number;
  what: 'radius' | 'rise';
  most: number;
}

/** Angle of a chord that stays within `CHORD` of an arc. */
const chordAngle = (radius: number) => 2 * Math.acos(Math.max(0, 1 - CHORD / radius));

/** Length that a corner's rounding takes of each of its edges, mm. */
function cutBack(form: HullForm, i: number): number {
  const r = form.edges[i]!.radius.value;
  if (r <= 0) return 0;
  return r * Math.tan(turnAt(form, i) / 2);
}

/** How far the outline turns at a corner, rad. */
function turnAt(form: HullForm, i: number): number {
  const before = directionOf(form, (i + form.edges.length - 1) % form.edges.length);
  const after = directionOf(form, i);
  return Math.acos(Math.min(1, Math.max(-1, before[0] * after[0] + before[1] * after[1])));
}

function directionOf(form: HullForm, i: number): Point2 {
  const { from, to } = form.edges[i]!;
  return unit([to.a.value - from.a.value, to.b.value - from.b.value]);
}

/** Radii that do not fit their edges, arches on rounded corners or rounder than a half circle. */
export function faultsOf(form: HullForm): FormFault[] {
  const n = form.edges.length;
  return form.edges.flatMap((edge, i): FormFault[] => {
    const length = Math.hypot(edge.to.a.value - edge.from.a.value, edge.to.b.value - edge.from.b.value);
    const faults: FormFault[] = [];
    if (Math.abs(edge.rise.value) > length / 2 + 1e-9) faults.push({ edge: i, what: 'rise', most: length / 2 });
    const next = (i + 1) % n;
    const [own, other] = [cutBack(form, i), cutBack(form, next)];
    if (own + other > length + 1e-6) {
      const rounder = own >= other ? i : next;
      const most = (form.edges[rounder]!.radius.value * length) / (own + other);
      faults.push({ edge: rounder, what: 'radius', most });
    }
    const rounded = edge.radius.value > 0 || form.edges[next]!.radius.value > 0;
    if (edge.rise.value !== 0 && rounded)
      faults.push({ edge: edge.radius.value > 0 ? i : next, what: 'radius', most: 0 });
    return faults;
  });
}

/** The outline of a form with its roundings and arches as chords, counter-clockwise. */
export function facetsOf(form: HullForm): Facet[] {
  const n = form.edges.length;
  const facets: Facet[] = [];
  form.edges.forEach((edge, i) => {
    const along = directionOf(form, i);
    const inward = leftOf(along);
    const p: Point2 = [edge.from.a.value, edge.from.b.value];
    const q: Point2 = [edge.to.a.value, edge.to.b.value];
    const wall = edge.wall.value;
    const onChord = (normal: Point2, t: number) => {
      const at = (from: Linear, to: Linear) => add(scale(from, 1 - t), to, t);
      const a = scale(at(edge.from.a, edge.to.a), normal[0]);
      return add(add(a, at(edge.from.b, edge.to.b), normal[1]), edge.wall);
    };
    // Where two edges run on in one line there is no corner to round.
    const r = turnAt(form, i) < 1e-3 ? 0 : edge.radius.value;
    if (r > 0) {
      const before = leftOf(directionOf(form, (i + n - 1) % n));
      const dot = before[0] * inward[0] + before[1] * inward[1];
      // Centre of the rounding: corner + r w, with w · before = w · inward = 1 (or −1 in a dent).
      const sign = before[0] * inward[1] - before[1] * inward[0] >= 0 ? 1 : -1;
      const w: Point2 = [(sign * (before[0] + inward[0])) / (1 + dot), (sign * (before[1] + inward[1])) / (1 + dot)];
      const centre: Point2 = [p[0] + r * w[0], p[1] + r * w[1]];
      const start = Math.atan2(-sign * before[1], -sign * before[0]);
      const turn = Math.atan2(before[0] * inward[1] - before[1] * inward[0], dot);
      const steps = Math.max(1, Math.ceil(Math.abs(turn) / chordAngle(r)));
      for (let k = 0; k < steps; k++) {
        const angle = start + (turn * k) / steps;
        const middle = start + (turn * (k + 0.5)) / steps;
        const normal: Point2 = [-sign * Math.cos(middle), -sign * Math.sin(middle)];
        facets.push({
          edge: i,
          curved: true,
          from: [centre[0] + r * Math.cos(angle), centre[1] + r * Math.sin(angle)],
          inward: normal,
          wall,
          plane: () => {
            const corner = add(scale(edge.from.a, normal[0]), edge.from.b, normal[1]);
            const bow = normal[0] * w[0] + normal[1] * w[1] - sign;
            return add(add(corner, edge.radius, bow), edge.wall);
          },
        });
      }
    }
    const h = edge.rise.value;
    if (h === 0) {
      const back = cutBack(form, i);
      const flat = Math.hypot(q[0] - p[0], q[1] - p[1]) - back - cutBack(form, (i + 1) % n);
      // Two roundings that meet in the middle of an edge, a half circle, leave no flat of it.
      if (back > 0 && flat < NO_FLAT) return;
      facets.push({
        edge: i,
        curved: false,
        from: [p[0] + along[0] * back, p[1] + along[1] * back],
        inward,
        wall,
        plane: (t) => onChord(inward, t),
      });
      return;
    }
    // An arc through both ends whose middle stands h outside the chord: radius from chord and sagitta.
    const c = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const radius = (c * c) / (8 * Math.abs(h)) + Math.abs(h) / 2;
    const bulge = Math.sign(h);
    const middle: Point2 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
    const inset = bulge * (radius - Math.abs(h));
    const centre: Point2 = [middle[0] + inward[0] * inset, middle[1] + inward[1] * inset];
    const half = Math.asin(Math.min(1, c / 2 / radius));
    const steps = Math.max(2, Math.ceil((2 * half) / chordAngle(radius)));
    // From the centre, −inward · bulge points to the crown; the arc runs from p to q.
    const crown = Math.atan2(-bulge * inward[1], -bulge * inward[0]);
    const angleAt = (k: number) => crown + bulge * half * ((2 * k) / steps - 1);
    const pointAt = (k: number): Point2 =>
      k === 0 ? p : [centre[0] + radius * Math.cos(angleAt(k)), centre[1] + radius * Math.sin(angleAt(k))];
    for (let k = 0; k < steps; k++) {
      const from = pointAt(k);
      const to = k + 1 === steps ? q : pointAt(k + 1);
      const normal = leftOf(unit([to[0] - from[0], to[1] - from[1]]));
      const t = (k + 0.5) / steps;
      const lift = -(normal[0] * inward[0] + normal[1] * inward[1]) * 4 * t * (1 - t);
      facets.push({
        edge: i,
        curved: true,
        from,
        inward: normal,
        wall,
        plane: () => add(onChord(normal, t), edge.rise, lift),
      });
    }
  });
  return facets;
}

/** The outline that tells most about a hull, for a small picture: its profile, a tub's front view. */
export function emblemOf(hull: Hull): Point2[] {
  const form = formOf(hull);
  if (!form.highCorners) return facetsOf(form).map((f) => f.from);
  const spans = [cornersOf(form), highCornersOf(form)].map((corners) => corners.map((p) => p[0]));
  const [low, high] = spans.map((xs) => [Math.min(...xs), Math.max(...xs)]) as [[number, number], [number, number]];
  const h = form.length.value;
  return [
    [low[0], 0],
    [low[1], 0],
    [high[1], h],
    [high[0], h],
  ];
}
