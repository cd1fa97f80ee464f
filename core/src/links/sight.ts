import { materialOf, onFace, type Assembly, type FaceFrame } from '../assembly';
import { halfOf, openingsOf } from '../cut';
import { faceWord } from '../document';
import type { Conversion } from '../document';
import type { Vec3 } from '../solid';
import { WAVE } from '../standards';

/** What radio at 2.4 GHz finds around a part: shares of all directions. */
export interface Sight {
  /** Where the part sends from: its middle. */
  at: Vec3;
  /** Leaves through wood, plastic, or an opening of half a wave or more; leaves through a mesh or a smaller opening, weakened. */
  open: number;
  weak: number;
  /** Ends at another part; ends at metal of the shell. */
  parts: number;
  metal: number;
  /** What lets most of it out, and the part that stops most. */
  through?: string;
  behind?: string;
}

/** So many directions, evenly spread over the sphere. */
const DIRECTIONS = 600;
const METAL = new Set(['steel', 'aluminium']);
const CLEAR = 1e-6;

/** Directions spread evenly by the golden angle (Fibonacci lattice; Swinbank and Purser 2006, from memory). */
const SPHERE: readonly Vec3[] = Array.from({ length: DIRECTIONS }, (_, i) => {
  const z = 1 - (2 * i + 1) / DIRECTIONS;
  const r = Math.sqrt(1 - z * z);
  const turn = Math.PI * (3 - Math.sqrt(5)) * i;
  return [r * Math.cos(turn), r * Math.sin(turn), z];
});

interface Window {
  name: string;
  frame: FaceFrame;
  centre: readonly [number, number];
  half: readonly [number, number];
  round: boolean;
  mesh: boolean;
}

/** Lines of sight from a part to the world outside; undefined where it stands nowhere. Pure. */
export function sightOf(document: Conversion, assembly: Assembly, part: string): Sight | undefined {
  const own = assembly.parts.find((p) => p.id === part);
  if (!own) return undefined;
  const at = [0, 1, 2].map((i) => (own.low[i]! + own.high[i]!) / 2) as Vec3;
  const { walls, frames } = assembly.hull;
  const windows = windowsOf(document, assembly, frames);
  const bodies = assembly.parts
    .filter((p) => p.id !== part)
    .flatMap((p) => p.solids.filter((s) => s.role === 'body' && !s.outside).map((s) => ({ part: p, shape: s.shape })));
  const sight: Sight = { at, open: 0, weak: 0, parts: 0, metal: 0 };
  const through = new Map<string, number>();
  const behind = new Map<string, number>();
  const each = 1 / DIRECTIONS;
  const count = (map: Map<string, number>, name: string) => map.set(name, (map.get(name) ?? 0) + each);
  for (const d of SPHERE) {
    let leaves = Infinity;
    let wall: (typeof walls)[number] | undefined;
    for (const w of walls) {
      const along = w.normal[0] * d[0] + w.normal[1] * d[1] + w.normal[2] * d[2];
      if (along >= -CLEAR) continue;
      const t = (w.offset - w.normal[0] * at[0] - w.normal[1] * at[1] - w.normal[2] * at[2]) / along;
      if (t > CLEAR && t < leaves) [leaves, wall] = [t, w];
    }
    const stops = bodies.find(({ shape }) => crosses(at, d, leaves, shape.low, shape.high));
    if (stops) {
      sight.parts += each;
      count(behind, stops.part.part.name);
      continue;
    }
    const material = wall ? materialOf(document, assembly.hull, wall.face) : document.shell.material;
    if (!wall || !METAL.has(material)) {
      sight.open += each;
      if (wall) count(through, `the ${faceWord(wall.face)} of ${material}`);
      continue;
    }
    const hit = at.map((v, i) => v + leaves * d[i]!) as Vec3;
    const window = windows.find((w) => w.frame.face === wall.face && isIn(w, hit));
    if (!window) sight.metal += each;
    else {
      const wide = !window.mesh && 2 * Math.max(...window.half) >= WAVE.half;
      sight[wide ? 'open' : 'weak'] += each;
      count(through, window.name);
    }
  }
  const most = (map: Map<string, number>) => [...map].sort((a, b) => b[1] - a[1])[0]?.[0];
  const [widest, first] = [most(through), most(behind)];
  if (widest !== undefined) sight.through = widest;
  if (first !== undefined) sight.behind = first;
  return sight;
}

function windowsOf(document: Conversion, assembly: Assembly, frames: readonly FaceFrame[]): Window[] {
  const on = (face: string) => frames.find((f) => f.face === face);
  const windows: Window[] = [];
  for (const o of openingsOf(document, assembly)) {
    const frame = on(o.face);
    if (o.kind === 'cut' && frame)
      windows.push({
        name: o.name,
        frame,
        centre: o.centre,
        half: halfOf(o.shape),
        round: o.shape.kind === 'round',
        // A part fills its own opening, and what conducts of it closes it.
        mesh: o.pattern !== undefined || o.part !== undefined,
      });
  }
  for (const { name, face, u, v, shape } of Object.values(document.shell.openings)) {
    const frame = on(face);
    const round = shape.kind === 'round';
    const half: [number, number] = round
      ? [shape.diameter.value / 2, shape.diameter.value / 2]
      : [shape.width.value / 2, shape.height.value / 2];
    if (frame) windows.push({ name, frame, centre: [u.value, v.value], half, round, mesh: false });
  }
  return windows;
}

function isIn({ frame, centre, half, round }: Window, p: Vec3): boolean {
  const { u, v } = onFace(frame, p);
  const [a, b] = [(u - centre[0]) / half[0], (v - centre[1]) / half[1]];
  return round ? a * a + b * b <= 1 : Math.abs(a) <= 1 && Math.abs(b) <= 1;
}

/** Does the line from a point meet a box before `far`? Slabs (Kay and Kajiya 1986). */
function crosses(from: Vec3, d: Vec3, far: number, low: Vec3, high: Vec3): boolean {
  let [enter, leave] = [0, far];
  for (const i of [0, 1, 2] as const) {
    if (Math.abs(d[i]) < 1e-12) {
      if (from[i] < low[i] || from[i] > high[i]) return false;
      continue;
    }
    const [a, b] = [(low[i] - from[i]) / d[i], (high[i] - from[i]) / d[i]];
    enter = Math.max(enter, Math.min(a, b));
    leave = Math.min(leave, Math.max(a, b));
  }
  return enter < leave;
}
