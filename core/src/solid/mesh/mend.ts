import earcut from 'earcut';
import type { Mesh } from '../loft';
import type { Vec3 } from '../shape';
import { boundsOfMesh, volumeOfMesh } from './measure';

/** A mesh that can't be made a solid; `at` is the place to look at, mm. */
export class MeshError extends Error {
  constructor(
    message: string,
    readonly at?: Vec3,
  ) {
    super(message);
  }
}

/** A closed mesh, and what had to be done to it. */
export interface Mended {
  mesh: Mesh;
  repairs: string[];
}

/** A hole is closed without asking when its rim lies this flat, as a share of its size, or mm. */
const FLAT = { share: 0.005, least: 0.02 };
const MOST_HOLES = 200;

/**
 * Joins equal corners, drops triangles without area and doubled ones, turns all to the same side, and closes holes
 * whose rim is flat. @throws MeshError naming the place where a mesh stays open or where three sheets meet.
 */
export function mended(soup: Mesh): Mended {
  const repairs: string[] = [];
  const { low, high } = boundsOfMesh(soup);
  const size = Math.hypot(high[0] - low[0], high[1] - low[1], high[2] - low[2]);
  if (soup.triangles.length === 0 || !(size > 0)) throw new MeshError('The solid has no triangles with an area.');
  let mesh = welded(soup, 0);
  let edges = edgesOf(mesh);
  if (edges.open > 0) {
    const closer = welded(mesh, Math.max(size * 1e-6, 1e-4));
    const again = edgesOf(closer);
    if (again.open < edges.open) {
      repairs.push(`joined corners that lay up to ${Math.max(size * 1e-6, 1e-4).toFixed(4)} mm apart`);
      mesh = closer;
      edges = again;
    }
  }
  if (edges.crowded) {
    const once = withoutDoubles(mesh);
    const doubles = (mesh.triangles.length - once.triangles.length) / 3;
    if (doubles > 0) {
      repairs.push(`took out ${doubles === 1 ? 'a doubled triangle' : `${doubles} doubled triangles`}`);
      mesh = once;
      edges = edgesOf(mesh);
    }
  }
  if (edges.crowded)
    throw new MeshError(
      `More than two sheets meet at ${words(edges.crowded)}: the solid is not a solid there.`,
      edges.crowded,
    );
  if (edges.turned) {
    mesh = turnedAlike(mesh);
    edges = edgesOf(mesh);
    repairs.push('turned triangles that looked the wrong way');
    if (edges.turned) throw new MeshError(`The surface has no inside at ${words(edges.turned)}.`, edges.turned);
  }
  if (edges.open > 0) {
    const holes = rimsOf(mesh);
    if (holes.length > MOST_HOLES)
      throw new MeshError(
        `The mesh has ${holes.length} holes; up to ${MOST_HOLES} are looked at. Export it as a solid.`,
        cornerOf(mesh, holes[0]![0]!),
      );
    mesh = closed(mesh, holes);
    repairs.push(`closed ${holes.length === 1 ? 'a flat hole' : `${holes.length} flat holes`}`);
  }
  if (volumeOfMesh(mesh) < 0) {
    mesh = {
      positions: mesh.positions,
      triangles: mesh.triangles.map((_, i, t) => t[i % 3 === 1 ? i + 1 : i % 3 === 2 ? i - 1 : i]!),
    };
    repairs.push('turned it right side out');
  }
  return { mesh, repairs };
}

const words = ([x, y, z]: Vec3) => `${x.toFixed(1)}, ${y.toFixed(1)}, ${z.toFixed(1)} mm`;
const cornerOf = ({ positions }: Mesh, v: number): Vec3 => [
  positions[v * 3]!,
  positions[v * 3 + 1]!,
  positions[v * 3 + 2]!,
];

/** The same triangles with equal corners (within a grid of `tolerance` mm; 0: exactly) joined; empty ones dropped. */
function welded({ positions, triangles }: Mesh, tolerance: number): Mesh {
  const corners = positions.length / 3;
  const table = new Int32Array(tableSize(corners)).fill(-1);
  const mask = table.length - 1;
  const to = new Uint32Array(corners);
  const kept = new Float64Array(positions.length);
  // −0 and 0 are one place. Exactly equal means equal as 32-bit numbers: what files hold.
  const keys = new Float32Array(positions.length);
  for (let i = 0; i < keys.length; i++)
    keys[i] = (tolerance > 0 ? Math.round(positions[i]! / tolerance) : positions[i]!) + 0;
  const firsts = new Uint32Array(corners);
  const bits = new Uint32Array(keys.buffer);
  let count = 0;
  for (let v = 0; v < corners; v++) {
    let h = 0x811c9dc5;
    for (let k = v * 3; k < v * 3 + 3; k++) h = Math.imul(h ^ bits[k]!, 0x01000193);
    h ^= h >>> 15;
    let slot = h & mask;
    for (;;) {
      const known = table[slot]!;
      if (known < 0) {
        table[slot] = count;
        firsts[count] = v;
        kept[count * 3] = positions[v * 3]!;
        kept[count * 3 + 1] = positions[v * 3 + 1]!;
        kept[count * 3 + 2] = positions[v * 3 + 2]!;
        to[v] = count++;
        break;
      }
      const f = firsts[known]! * 3;
      if (keys[f] === keys[v * 3] && keys[f + 1] === keys[v * 3 + 1] && keys[f + 2] === keys[v * 3 + 2]) {
        to[v] = known;
        break;
      }
      slot = (slot + 1) & mask;
    }
  }
  const out = new Uint32Array(triangles.length);
  let n = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [to[triangles[i]!]!, to[triangles[i + 1]!]!, to[triangles[i + 2]!]!];
    if (a === b || b === c || a === c) continue;
    out[n++] = a;
    out[n++] = b;
    out[n++] = c;
  }
  return { positions: kept.slice(0, count * 3), triangles: out.slice(0, n) };
}

function tableSize(entries: number): number {
  let size = 16;
  while (size < entries * 2) size *= 2;
  return size;
}

/** Directed edges of a mesh in a hash table: how often each way. */
class EdgeTable {
  private readonly slots: Int32Array;
  readonly low: Uint32Array;
  readonly high: Uint32Array;
  /** Uses from low to high, and from high to low. */
  readonly forth: Uint16Array;
  readonly back: Uint16Array;
  count = 0;

  constructor(triangles: Uint32Array) {
    this.slots = new Int32Array(tableSize(triangles.length)).fill(-1);
    this.low = new Uint32Array(triangles.length);
    this.high = new Uint32Array(triangles.length);
    this.forth = new Uint16Array(triangles.length);
    this.back = new Uint16Array(triangles.length);
    for (let i = 0; i < triangles.length; i += 3)
      for (let k = 0; k < 3; k++) {
        const a = triangles[i + k]!;
        const b = triangles[i + ((k + 1) % 3)]!;
        const e = this.of(a, b, true);
        if (a < b) this.forth[e]!++;
        else this.back[e]!++;
      }
  }

  /** Number of an edge; −1 where there is none and none is made. */
  of(a: number, b: number, make = false): number {
    const [low, high] = a < b ? [a, b] : [b, a];
    const mask = this.slots.length - 1;
    let h = Math.imul(low, 0x9e3779b1) ^ Math.imul(high, 0x85ebca6b);
    h ^= h >>> 15;
    for (let slot = h & mask; ; slot = (slot + 1) & mask) {
      const e = this.slots[slot]!;
      if (e < 0) {
        if (!make) return -1;
        this.slots[slot] = this.count;
        this.low[this.count] = low;
        this.high[this.count] = high;
        return this.count++;
      }
      if (this.low[e] === low && this.high[e] === high) return e;
    }
  }
}

/**
 * Open edges, an edge with too many sheets, one whose two sheets look different ways. The uses of edges are grouped by
 * their lower corner, so that those of one edge lie near each other.
 */
function edgesOf(mesh: Mesh): { open: number; crowded: Vec3 | undefined; turned: Vec3 | undefined } {
  const { positions, triangles } = mesh;
  const corners = positions.length / 3;
  const from = new Uint32Array(corners + 1);
  const lower = (a: number, b: number) => (a < b ? a : b);
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    from[lower(a, b) + 1]!++;
    from[lower(b, c) + 1]!++;
    from[lower(c, a) + 1]!++;
  }
  for (let v = 0; v < corners; v++) from[v + 1]! += from[v]!;
  // The higher corner, signed by the way the edge runs: n for up, −n − 1 for down.
  const uses = new Int32Array(triangles.length);
  const next = from.slice();
  const use = (a: number, b: number) => {
    if (a < b) uses[next[a]!++] = b;
    else uses[next[b]!++] = -a - 1;
  };
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    use(a, b);
    use(b, c);
    use(c, a);
  }
  let open = 0;
  let crowded: [number, number] | undefined;
  let turned: [number, number] | undefined;
  for (let v = 0; v < corners; v++) {
    const end = from[v + 1]!;
    for (let i = from[v]!; i < end; i++) {
      if (uses[i] === 0) continue;
      const high = uses[i]! > 0 ? uses[i]! : -uses[i]! - 1;
      let up = 0;
      let down = 0;
      for (let j = i; j < end; j++) {
        if (uses[j] === high) up++;
        else if (uses[j] === -high - 1) down++;
        else continue;
        // Counted: 0 is no higher corner.
        uses[j] = 0;
      }
      if (up === down) continue;
      if (up + down === 1) open++;
      else if (up + down === 2) turned ??= [v, high];
      else crowded ??= [v, high];
    }
  }
  const middle = (edge: [number, number] | undefined): Vec3 | undefined => {
    if (!edge) return undefined;
    const [a, b] = [cornerOf(mesh, edge[0]), cornerOf(mesh, edge[1])];
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
  };
  return { open, crowded: middle(crowded), turned: middle(turned) };
}

/** Turns triangles so that neighbours run along their common edge in opposite ways. */
function turnedAlike({ positions, triangles }: Mesh): Mesh {
  const t = Uint32Array.from(triangles);
  const count = t.length / 3;
  const table = new EdgeTable(t);
  const at = new Int32Array(table.count * 2).fill(-1);
  for (let i = 0; i < count; i++)
    for (let k = 0; k < 3; k++) {
      const e = table.of(t[i * 3 + k]!, t[i * 3 + ((k + 1) % 3)]!);
      if (at[e * 2]! < 0) at[e * 2] = i;
      else at[e * 2 + 1] = i;
    }
  const done = new Uint8Array(count);
  const runs = (i: number, a: number, b: number) =>
    [0, 1, 2].some((k) => t[i * 3 + k] === a && t[i * 3 + ((k + 1) % 3)] === b);
  for (let seed = 0; seed < count; seed++) {
    if (done[seed]) continue;
    const queue = [seed];
    done[seed] = 1;
    while (queue.length > 0) {
      const i = queue.pop()!;
      for (let k = 0; k < 3; k++) {
        const [a, b] = [t[i * 3 + k]!, t[i * 3 + ((k + 1) % 3)]!];
        const e = table.of(a, b);
        const other = at[e * 2] === i ? at[e * 2 + 1]! : at[e * 2]!;
        if (other < 0 || done[other]) continue;
        if (runs(other, a, b)) [t[other * 3 + 1], t[other * 3 + 2]] = [t[other * 3 + 2]!, t[other * 3 + 1]!];
        done[other] = 1;
        queue.push(other);
      }
    }
  }
  return { positions, triangles: t };
}

/** Each triangle once: those with the same corners the same way around are one. */
function withoutDoubles({ positions, triangles: t }: Mesh): Mesh {
  const seen = new Set<string>();
  const kept: number[] = [];
  for (let i = 0; i < t.length; i += 3) {
    const corners = [t[i]!, t[i + 1]!, t[i + 2]!];
    const first = corners.indexOf(Math.min(...corners));
    const key = [0, 1, 2].map((k) => corners[(first + k) % 3]).join();
    if (seen.has(key)) continue;
    seen.add(key);
    kept.push(...corners);
  }
  return { positions, triangles: Uint32Array.from(kept) };
}

/** Rims of the holes, as corners in the order that a closing face runs. */
function rimsOf(mesh: Mesh): number[][] {
  const { triangles } = mesh;
  const table = new EdgeTable(triangles);
  const next = new Map<number, number>();
  for (let e = 0; e < table.count; e++) {
    const [f, b] = [table.forth[e]!, table.back[e]!];
    if (f + b !== 1) continue;
    // The missing face runs the other way.
    const [from, to] = f === 1 ? [table.high[e]!, table.low[e]!] : [table.low[e]!, table.high[e]!];
    if (next.has(from))
      throw new MeshError(
        `Two holes meet in one corner at ${words(cornerOf(mesh, from))}: close them in the program it comes from.`,
        cornerOf(mesh, from),
      );
    next.set(from, to);
  }
  const rims: number[][] = [];
  while (next.size > 0) {
    const [start] = next.keys();
    const rim: number[] = [];
    let at = start!;
    do {
      rim.push(at);
      const to = next.get(at);
      next.delete(at);
      if (to === undefined)
        throw new MeshError(`The surface is torn at ${words(cornerOf(mesh, at))}.`, cornerOf(mesh, at));
      at = to;
    } while (at !== start);
    rims.push(rim);
  }
  return rims;
}

/** Closes flat holes. @throws MeshError at the largest one that is not flat. */
function closed(mesh: Mesh, rims: readonly number[][]): Mesh {
  const added: number[] = [];
  for (const rim of rims) {
    const points = rim.map((v) => cornerOf(mesh, v));
    // Newell's method: normal of a polygon that need not be quite flat.
    const n: Vec3 = [0, 0, 0];
    points.forEach((p, i) => {
      const q = points[(i + 1) % points.length]!;
      n[0] += (p[1] - q[1]) * (p[2] + q[2]);
      n[1] += (p[2] - q[2]) * (p[0] + q[0]);
      n[2] += (p[0] - q[0]) * (p[1] + q[1]);
    });
    const length = Math.hypot(...n);
    const middle = [0, 1, 2].map((k) => points.reduce((s, p) => s + p[k]!, 0) / points.length) as Vec3;
    const reach = Math.max(...points.map((p) => Math.hypot(p[0] - middle[0], p[1] - middle[1], p[2] - middle[2])));
    const unit = n.map((v) => v / (length || 1)) as Vec3;
    const off = Math.max(
      ...points.map((p) => Math.abs([0, 1, 2].reduce((s, k) => s + unit[k]! * (p[k]! - middle[k]!), 0))),
    );
    if (length === 0 || off > Math.max(FLAT.least, FLAT.share * reach))
      throw new MeshError(
        `The mesh is open at ${words(middle)}: a hole about ${(2 * reach).toFixed(1)} mm wide that is not flat. Close it in the program it comes from.`,
        middle,
      );
    const axis = [0, 1, 2].reduce((a, b) => (Math.abs(unit[b]!) > Math.abs(unit[a]!) ? b : a));
    const flat = points.flatMap((p) => (axis === 0 ? [p[1], p[2]] : axis === 1 ? [p[2], p[0]] : [p[0], p[1]]));
    const ears = earcut(flat);
    for (let i = 0; i < ears.length; i += 3) {
      // Ears keep the sense of the rim seen along the axis.
      const tri = [ears[i]!, ears[i + 1]!, ears[i + 2]!];
      const area = (k: number, m: number) => flat[tri[k]! * 2 + m]!;
      const ccw =
        (area(1, 0) - area(0, 0)) * (area(2, 1) - area(0, 1)) - (area(1, 1) - area(0, 1)) * (area(2, 0) - area(0, 0)) >
        0;
      const want = unit[axis]! > 0;
      added.push(...(ccw === want ? tri : [tri[0]!, tri[2]!, tri[1]!]).map((k) => rim[k]!));
    }
  }
  const triangles = new Uint32Array(mesh.triangles.length + added.length);
  triangles.set(mesh.triangles);
  triangles.set(added, mesh.triangles.length);
  return { positions: mesh.positions, triangles };
}
