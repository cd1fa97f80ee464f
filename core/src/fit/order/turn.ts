import type { Assembly, PlacedPart } from '../../assembly';
import { axisOf, directionOf, signOf, type Axis, type Box, type Vec3 } from '../../solid';
import type { Exit, Remains } from './exits';
import { goesAlong, type Leg } from './sweep';
import type { WayOutOfShell } from './ways';

/** Where a part is on its way: how far its middle moved (mm) and how far it is turned about an axis (degrees). */
export interface Pose {
  by: Vec3;
  degrees: number;
}

/** Steps of the search: mm at least, degrees, and how finely a way is looked along at the end, mm. */
const STEP = 4;
const TURN = 6;
const MOST_TURN = 90;
const FINE = 0.5;
/** Places looked at before it is given up; blocked moves learnt before that. */
const MOST_PLACES = 160_000;
const MOST_LEARNT = 12;
/** Deeper than this counts as a hit, mm. */
const HIT = 0.05;

/** A rectangle in the plane of the turn: its middle from the part's, half its sides; and its reach along the axis. */
interface Plate {
  middle: [number, number];
  half: [number, number];
  low: number;
  high: number;
}

/**
 * A way out with a turn about one axis, as one tilts a long thing through an opening: breadth-first over places and
 * angles in the plane across each axis, then looked along in steps of half a millimetre. Walls are plates as thick as they
 * are, without what opens. Only for shells with square walls; undefined where none is found.
 */
export function turnOut(
  assembly: Assembly,
  part: PlacedPart,
  others: readonly PlacedPart[],
  exits: readonly Exit[],
  remains: Remains,
): (WayOutOfShell & { poses: Pose[]; axis: Axis }) | undefined {
  if (assembly.hull.walls.some((w) => Math.max(...w.normal.map(Math.abs)) < 0.999)) return undefined;
  const boxes = [
    ...remains.features.filter(goesAlong).map((s) => s.shape),
    ...others.flatMap((p) => p.solids.filter(goesAlong).map((s) => s.shape)),
  ];
  for (const exit of exits)
    for (const axis of [0, 1, 2] as Axis[]) {
      if (axisOf(exit.direction) === axis) continue;
      const obstacles = [...platesOf(assembly, exits), ...boxes];
      const poses = new Turning(part, axis, obstacles, exit, assembly).find();
      if (!poses) continue;
      const out = exit.direction;
      const by =
        assembly.hull.high[axisOf(out)] -
        assembly.hull.low[axisOf(out)] +
        part.high[axisOf(out)] -
        part.low[axisOf(out)];
      const straight: Leg = { direction: out, by };
      // Found without a turn it is a way of straight moves; with one the moves between are told as the tilt.
      const legs = poses.every((p) => Math.abs(p.degrees) < 1e-9) ? [...legsThrough(poses), straight] : [straight];
      return { exit, legs, blockers: new Set(), poses, axis };
    }
  return undefined;
}

/** The straight moves between places one after the other, as few as they are. */
function legsThrough(poses: readonly Pose[]): Leg[] {
  const legs: Leg[] = [];
  poses.slice(1).forEach(({ by }, k) => {
    for (const axis of [0, 1, 2] as Axis[]) {
      const step = by[axis] - poses[k]!.by[axis];
      if (Math.abs(step) < 1e-9) continue;
      const direction = directionOf(axis, step);
      const last = legs.at(-1);
      if (last?.direction === direction) last.by += Math.abs(step);
      else legs.push({ direction, by: Math.abs(step) });
    }
  });
  return legs;
}

/** Walls as plates, without what is open. */
function platesOf({ hull }: Assembly, exits: readonly Exit[]): Box[] {
  return hull.walls.flatMap((wall): Box[] => {
    const axis = ([0, 1, 2] as Axis[]).find((i) => Math.abs(wall.normal[i]) > 0.999)!;
    const low: Vec3 = [...hull.low];
    const high: Vec3 = [...hull.high];
    const inner = wall.normal[axis] * wall.offset;
    if (wall.normal[axis] > 0) high[axis] = inner;
    else low[axis] = inner;
    let plates: Box[] = [{ kind: 'box', low, high }];
    for (const { opens, direction } of exits) {
      if (opens.kind === 'beyond') {
        const along = axisOf(direction);
        plates = plates.flatMap((p): Box[] => {
          const [from, to]: [Vec3, Vec3] = [[...p.low], [...p.high]];
          if (signOf(direction) > 0) to[along] = Math.min(to[along], opens.at);
          else from[along] = Math.max(from[along], opens.at);
          return from[along] < to[along] ? [{ kind: 'box', low: from, high: to }] : [];
        });
      } else if (axisOf(direction) === axis && signOf(direction) !== Math.sign(wall.normal[axis]))
        plates = plates.flatMap((p) => around(p, opens.low, opens.high));
    }
    return plates;
  });
}

/** What of a box is left around a window. */
function around({ low, high }: Box, from: Vec3, to: Vec3): Box[] {
  const pieces: Box[] = [];
  const rest: [Vec3, Vec3] = [[...low], [...high]];
  for (const i of [0, 1, 2] as Axis[]) {
    if (from[i] > rest[0][i]) {
      const cut: Vec3 = [...rest[1]];
      cut[i] = Math.min(from[i], rest[1][i]);
      pieces.push({ kind: 'box', low: [...rest[0]], high: cut });
      rest[0][i] = cut[i];
    }
    if (to[i] < rest[1][i]) {
      const cut: Vec3 = [...rest[0]];
      cut[i] = Math.max(to[i], rest[0][i]);
      pieces.push({ kind: 'box', low: cut, high: [...rest[1]] });
      rest[1][i] = cut[i];
    }
  }
  return pieces;
}

class Turning {
  private readonly plane: [Axis, Axis];
  private readonly middle: Vec3;
  private readonly own: Plate[];
  /** What each block of the part can meet. */
  private readonly near: { low: [number, number]; high: [number, number] }[][];
  private readonly step: number;
  private readonly blocked = new Set<string>();
  private readonly radius: number;

  constructor(
    part: PlacedPart,
    axis: Axis,
    obstacles: readonly { low: Vec3; high: Vec3 }[],
    private readonly exit: Exit,
    private readonly assembly: Assembly,
  ) {
    const [p, q] = [0, 1, 2].filter((i) => i !== axis) as [Axis, Axis];
    this.plane = [p, q];
    this.middle = [0, 1, 2].map((i) => (part.low[i]! + part.high[i]!) / 2) as Vec3;
    this.own = part.solids.filter(goesAlong).map(({ shape: { low, high } }) => ({
      middle: [(low[p] + high[p]) / 2 - this.middle[p], (low[q] + high[q]) / 2 - this.middle[q]],
      half: [(high[p] - low[p]) / 2, (high[q] - low[q]) / 2],
      low: low[axis],
      high: high[axis],
    }));
    this.near = this.own.map(({ low, high }) =>
      obstacles
        .filter((o) => o.high[axis] > low + HIT && o.low[axis] < high - HIT)
        .map((o) => ({ low: [o.low[p], o.low[q]], high: [o.high[p], o.high[q]] })),
    );
    this.radius = Math.hypot(part.high[p] - part.low[p], part.high[q] - part.low[q]) / 2;
    this.step = Math.max(STEP, this.radius / 40);
  }

  find(): Pose[] | undefined {
    for (let learnt = 0; learnt <= MOST_LEARNT; learnt++) {
      const path = this.path();
      if (!path) return undefined;
      const hit = path.findIndex((pose, i) => i > 0 && !this.isClear(path[i - 1]!, pose));
      if (hit < 0) return path.map(([u, v, k]) => this.poseOf(u, v, k));
      this.blocked.add([...path[hit - 1]!, ...path[hit]!].join());
    }
    return undefined;
  }

  private poseOf(u: number, v: number, k: number): Pose {
    const by: Vec3 = [0, 0, 0];
    by[this.plane[0]] = u * this.step;
    by[this.plane[1]] = v * this.step;
    return { by, degrees: k * TURN };
  }

  /** Breadth-first from where it is to where all of it is outside. */
  private path(): [number, number, number][] | undefined {
    const { hull } = this.assembly;
    const [p, q] = this.plane;
    const reach = (i: Axis, end: 'low' | 'high') =>
      Math.ceil((Math.abs(hull[end][i] - this.middle[i]) + 2 * this.radius) / this.step);
    const [u0, u1, v0, v1] = [-reach(p, 'low'), reach(p, 'high'), -reach(q, 'low'), reach(q, 'high')];
    const k1 = MOST_TURN / TURN;
    const [nu, nv, nk] = [u1 - u0 + 1, v1 - v0 + 1, 2 * k1 + 1];
    const cellOf = (u: number, v: number, k: number) => ((k + k1) * nv + (v - v0)) * nu + (u - u0);
    const from = new Int32Array(nu * nv * nk).fill(-2);
    const start = cellOf(0, 0, 0);
    from[start] = -1;
    const queue: [number, number, number][] = [[0, 0, 0]];
    const at = (cell: number): [number, number, number] => [
      (cell % nu) + u0,
      (Math.floor(cell / nu) % nv) + v0,
      Math.floor(cell / (nu * nv)) - k1,
    ];
    for (let head = 0; head < queue.length && head < MOST_PLACES; head++) {
      const [u, v, k] = queue[head]!;
      if (this.isOut(u, v, k)) {
        const path = [queue[head]!];
        for (let cell = from[cellOf(u, v, k)]!; cell >= 0; cell = from[cell]!) path.unshift(at(cell));
        return path;
      }
      for (const [du, dv, dk] of MOVES) {
        const next: [number, number, number] = [u + du, v + dv, k + dk];
        if (next[0] < u0 || next[0] > u1 || next[1] < v0 || next[1] > v1 || Math.abs(next[2]) > k1) continue;
        const cell = cellOf(...next);
        if (from[cell] !== -2) continue;
        if (this.blocked.size > 0 && this.blocked.has([u, v, k, ...next].join())) continue;
        if (this.hits(next[0] * this.step, next[1] * this.step, next[2] * TURN)) {
          from[cell] = -3;
          continue;
        }
        from[cell] = cellOf(u, v, k);
        queue.push(next);
      }
    }
    return undefined;
  }

  /** Is all of the part outside of the shell, on the side of the exit? */
  private isOut(u: number, v: number, k: number): boolean {
    const { hull } = this.assembly;
    const out = axisOf(this.exit.direction);
    const i = out === this.plane[0] ? 0 : 1;
    const middle = this.middle[out] + (i === 0 ? u : v) * this.step;
    const angle = (k * TURN * Math.PI) / 180;
    const sign = signOf(this.exit.direction);
    return this.own.every((plate) => {
      const { at, reach } = turned(plate, angle, i);
      return sign > 0 ? middle + at - reach >= hull.high[out] : middle + at + reach <= hull.low[out];
    });
  }

  /** Looked along in fine steps: does nothing come into its way between two places? */
  private isClear(a: readonly [number, number, number], b: readonly [number, number, number]): boolean {
    const far = Math.max(
      Math.hypot(b[0] - a[0], b[1] - a[1]) * this.step,
      ((Math.abs(b[2] - a[2]) * TURN * Math.PI) / 180) * this.radius,
    );
    const n = Math.max(1, Math.ceil(far / FINE));
    for (let i = 1; i <= n; i++) {
      const [u, v, k] = [0, 1, 2].map((c) => a[c]! + ((b[c]! - a[c]!) * i) / n) as [number, number, number];
      if (this.hits(u * this.step, v * this.step, k * TURN)) return false;
    }
    return true;
  }

  /** Does the part, moved and turned so, meet anything? Rectangles in the plane, by separating axes. */
  private hits(du: number, dv: number, degrees: number): boolean {
    const angle = (degrees * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [ac, as] = [Math.abs(cos), Math.abs(sin)];
    const [p, q] = this.plane;
    for (let i = 0; i < this.own.length; i++) {
      const { middle, half } = this.own[i]!;
      const u = this.middle[p] + du + cos * middle[0] - sin * middle[1];
      const v = this.middle[q] + dv + sin * middle[0] + cos * middle[1];
      const [hu, hv] = [ac * half[0] + as * half[1], as * half[0] + ac * half[1]];
      for (const { low, high } of this.near[i]!) {
        if (u - hu >= high[0] - HIT || u + hu <= low[0] + HIT || v - hv >= high[1] - HIT || v + hv <= low[1] + HIT)
          continue;
        if (degrees === 0) return true;
        const [cu, cv] = [(low[0] + high[0]) / 2 - u, (low[1] + high[1]) / 2 - v];
        const [ou, ov] = [(high[0] - low[0]) / 2, (high[1] - low[1]) / 2];
        if (Math.abs(cos * cu + sin * cv) >= half[0] + ac * ou + as * ov - HIT) continue;
        if (Math.abs(cos * cv - sin * cu) >= half[1] + as * ou + ac * ov - HIT) continue;
        return true;
      }
    }
    return false;
  }
}

/** Where a turned plate's middle is along one of the two axes, and how far it reaches from there. */
function turned({ middle, half }: Plate, angle: number, i: 0 | 1): { at: number; reach: number } {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const at = i === 0 ? cos * middle[0] - sin * middle[1] : sin * middle[0] + cos * middle[1];
  const reach = Math.abs(i === 0 ? cos : sin) * half[0] + Math.abs(i === 0 ? sin : cos) * half[1];
  return { at, reach };
}

const MOVES: readonly (readonly [number, number, number])[] = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
];
