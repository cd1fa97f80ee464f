import { materialOf, onFace, wallOf, type Assembly, type PlacedPart, type FaceFrame } from '../../assembly';
import { faceWord } from '../../document';
import type { Conversion, FaceId, Material } from '../../document';
import { DENSITY, ELASTIC } from '../../standards';
import { holdsOf } from '../../hold';
import type { Point2 } from '../../solid';
import { openingsOf, raisedV } from '../openings/derived';
import { grown, roomInside, type CutOpening, type Lying } from '../openings/opening';
import { freeShare } from '../vents/pattern';
import { beamsOfRibs, ribsOn } from './ribs';
import { plateOf, type Beam, type Plate, type PlateModel } from './plate';

/** Standard gravity, m/s² (ISO 80000-3, from memory). */
const GRAVITY = 9.80665;
/** A hand that presses, N, common practice, no source. */
export const HAND = 100;
/** At most so many elements along a panel's longer and shorter side. */
const FINEST = { long: 80, short: 60 };
/** No element is smaller, mm. */
const SMALLEST = 2;

/** How a panel's edges hold: on walls they turn (a lid, a board on cleats), glued or folded they do not. */
export type EdgeHold = 'supported' | 'clamped';

/** A strip, an angle or a doubler that stiffens a panel. */
export interface Stiffener {
  id: string;
  name: string;
  /** Bending and torsional stiffness along its line, N·mm². */
  bending: number;
  torsion: number;
}

const STEEL = ELASTIC.steel.modulus;
const SHEAR = STEEL / (2 * (1 + ELASTIC.steel.poisson));

/**
 * Stiffeners from the shop, counted by themselves (that they work together with the panel is left out, so what is said
 * is rather too much): E·I of the section about its own middle, G·J of thin rectangles b t³ / 3.
 */
export const STIFFENERS: readonly Stiffener[] = [
  {
    id: 'strip',
    name: 'steel strip 20 × 3',
    bending: (STEEL * 20 * 3 ** 3) / 12,
    torsion: (SHEAR * 20 * 3 ** 3) / 3,
  },
  {
    id: 'angle',
    name: 'steel angle 20 × 20 × 2',
    bending: STEEL * angleInertia(20, 2),
    torsion: (SHEAR * 38 * 2 ** 3) / 3,
  },
  {
    id: 'batten',
    name: 'wooden batten 20 × 20',
    bending: (ELASTIC.wood.modulus * 20 ** 4) / 12,
    torsion: (ELASTIC.wood.modulus / 2.6) * 0.141 * 20 ** 4,
  },
];

/** Second moment of an equal angle of side a and thickness t about its middle, one leg lying, mm⁴: parallel axes. */
export function angleInertia(a: number, t: number): number {
  const legs = [
    { area: a * t, y: t / 2, own: (a * t ** 3) / 12 },
    { area: (a - t) * t, y: t + (a - t) / 2, own: (t * (a - t) ** 3) / 12 },
  ];
  const middle = legs.reduce((s, l) => s + l.area * l.y, 0) / legs.reduce((s, l) => s + l.area, 0);
  return legs.reduce((s, l) => s + l.own + l.area * (l.y - middle) ** 2, 0);
}

/** A face as a grid of plate elements. */
export interface Panel {
  face: FaceId;
  frame: FaceFrame;
  /** Of the body that the face belongs to. */
  material: Material;
  thickness: number;
  nx: number;
  ny: number;
  dx: number;
  dy: number;
  low: Point2;
  held: Uint8Array;
  /** 1 where there is material, without and with the new openings; shares where part of it is gone. */
  before: Float64Array;
  after: Float64Array;
  /** Ribs of the shell that stand on it, as they were and as the plan leaves them. */
  ribs: { before: Beam[]; after: Beam[] };
}

/**
 * Lays a grid over a face; openings take its elements out by the share that they cover.
 * @param fineness share of the finest grid, for a first look
 */
export function panelOf(
  document: Conversion,
  assembly: Assembly,
  face: FaceId,
  hold: EdgeHold,
  openings: readonly CutOpening[] = openingsOf(document, assembly),
  fineness = 1,
): Panel {
  const frame = assembly.hull.frames.find((f) => f.face === face);
  const wall = wallOf(assembly.hull, face);
  if (!frame || !wall) throw new Error(`The shell has no face “${face}”.`);
  if (!(wall.thickness > 0)) throw new Error(`The ${faceWord(face)} has no thickness: measure its wall first.`);
  // Inside the walls that hold it.
  const us = frame.outline.map((p) => p[0]);
  const vs = frame.outline.map((p) => p[1]);
  const low: Point2 = [Math.min(...us), Math.min(...vs)];
  const [width, height] = [Math.max(...us) - low[0], Math.max(...vs) - low[1]];
  const [most, least] = width >= height ? [FINEST.long, FINEST.short] : [FINEST.short, FINEST.long];
  const count = (size: number, n: number) =>
    Math.max(4, Math.min(Math.round(n * fineness), Math.floor(size / SMALLEST)));
  const nx = count(width, most);
  const ny = count(height, least);
  const [dx, dy] = [width / nx, height / ny];
  const there = existingOf(document, frame);
  const fresh = openings.filter((o) => o.face === face && !o.inExisting && o.kind === 'cut');
  const before = new Float64Array(nx * ny);
  const after = new Float64Array(nx * ny);
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const e = j * nx + i;
      const at: Point2 = [low[0] + (i + 0.5) * dx, low[1] + (j + 0.5) * dy];
      before[e] = left(at, [dx, dy], frame, there, []);
      after[e] = left(at, [dx, dy], frame, there, fresh);
    }
  const material = materialOf(document, assembly.hull, face);
  const ribs = (whole: boolean, standing: Float64Array) =>
    beamsOfRibs(ribsOn(document, frame, wall.thickness, material, whole), { nx, ny, dx, dy, low }, standing);
  return {
    face,
    frame,
    material,
    thickness: wall.thickness,
    ribs: { before: ribs(true, before), after: ribs(false, after) },
    nx,
    ny,
    dx,
    dy,
    low,
    held: edgesHeld(nx, ny, before, hold),
    before,
    after,
  };
}

/** Points of an element that are asked about, a side. */
const SAMPLES = 3;

/** What share of an element's stiffness is left. */
function left(
  at: Point2,
  size: Point2,
  frame: FaceFrame,
  there: readonly Lying[],
  fresh: readonly CutOpening[],
): number {
  let sum = 0;
  for (let p = 0; p < SAMPLES; p++)
    for (let q = 0; q < SAMPLES; q++) {
      const point: Point2 = [
        at[0] + ((p + 0.5) / SAMPLES - 0.5) * size[0],
        at[1] + ((q + 0.5) / SAMPLES - 0.5) * size[1],
      ];
      sum += shareAt(point, frame, there, fresh);
    }
  const share = sum / SAMPLES ** 2;
  return share < 0.05 ? 0 : share;
}

const dotAt = (centre: Point2): Lying => ({ centre, shape: { kind: 'round', diameter: 0 } });

function shareAt(point: Point2, frame: FaceFrame, there: readonly Lying[], fresh: readonly CutOpening[]): number {
  if (!insideOutline(point, frame.outline)) return 0;
  if (there.some((o) => roomInside(dotAt(point), o) > 0)) return 0;
  const cut = fresh.find((o) => roomInside(dotAt(point), o) > 0);
  return cut ? (cut.pattern ? ligament(cut.pattern) : 0) : 1;
}

/**
 * What a pattern leaves of the stiffness: the ligament efficiency, web by pitch (practice for perforated plates); for
 * grilles the closed share.
 */
function ligament(pattern: NonNullable<CutOpening['pattern']>): number {
  if (pattern.kind === 'holes') return Math.max(0, 1 - pattern.diameter / pattern.pitch);
  if (pattern.kind === 'honeycomb') return pattern.web / (pattern.across + pattern.web);
  if (pattern.kind === 'slots')
    return Math.max(0, Math.min(1 - pattern.length / pattern.across, 1 - pattern.width / pattern.up));
  return pattern.kind === 'grille' ? Math.max(0, 1 - freeShare(pattern)) * 0.1 : 0;
}

function insideOutline([x, y]: Point2, outline: readonly Point2[]): boolean {
  let inside = false;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    if (a[1] > y !== b[1] > y && x < a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])) inside = !inside;
  });
  return inside;
}

const existingOf = ({ shell, ...rest }: Conversion, frame: FaceFrame): Lying[] =>
  Object.values(shell.openings)
    .filter((o) => o.face === frame.face)
    .map((o) => ({
      centre: [o.u.value, raisedV({ shell, ...rest }, frame, o.v.value)],
      shape:
        o.shape.kind === 'round'
          ? { kind: 'round', diameter: o.shape.diameter.value }
          : { kind: 'rectangle', width: o.shape.width.value, height: o.shape.height.value, radius: 0 },
    }));

/** Nodes on the rim of the face are held: where an element that is there has none beside it that the face should have. */
function edgesHeld(nx: number, ny: number, before: Float64Array, hold: EdgeHold): Uint8Array {
  const held = new Uint8Array((nx + 1) * (ny + 1));
  const how = hold === 'clamped' ? 2 : 1;
  const first = (row: (k: number) => number, n: number) => {
    let k = 0;
    while (k < n && before[row(k)] === 0) k++;
    return k;
  };
  for (let j = 0; j < ny; j++) {
    const a = first((i) => j * nx + i, nx);
    const b = nx - first((i) => j * nx + nx - 1 - i, nx);
    if (a >= b) continue;
    for (const i of [a, b]) for (const dj of [0, 1]) held[(j + dj) * (nx + 1) + i] = how;
  }
  for (let i = 0; i < nx; i++) {
    const a = first((j) => j * nx + i, ny);
    const b = ny - first((j) => (ny - 1 - j) * nx + i, ny);
    if (a >= b) continue;
    for (const j of [a, b]) for (const di of [0, 1]) held[j * (nx + 1) + i + di] = how;
  }
  return held;
}

/** The panel as a plate with its ribs, with or without its new openings, and stiffened along lines. */
export function bentPlate(panel: Panel, which: 'before' | 'after', beams: readonly Beam[] = []): Plate {
  const { modulus, poisson } = ELASTIC[panel.material];
  const d = (modulus * panel.thickness ** 3) / (12 * (1 - poisson ** 2));
  const { nx, ny, dx, dy, held } = panel;
  const stiffness = panel[which].map((share) => share * d);
  const model: PlateModel = { nx, ny, dx, dy, poisson, stiffness, held, beams: [...panel.ribs[which], ...beams] };
  return plateOf(model);
}

/** A doubler reaches so far around an opening, mm. */
export const DOUBLER = 25;

/**
 * The panel with a second sheet of its own glued on around its new openings: twice as thick there, D grows with t³, eight
 * times as stiff.
 */
export function doubled(panel: Panel, openings: readonly CutOpening[]): Panel {
  const { nx, dx, dy, low } = panel;
  const around = openings
    .filter((o) => o.face === panel.face && o.kind === 'cut' && !o.inExisting)
    .map((o): Lying => ({ centre: o.centre, shape: grown(o.shape, DOUBLER) }));
  const after = panel.after.map((share, e) => {
    const at: Point2 = [low[0] + ((e % nx) + 0.5) * dx, low[1] + (Math.floor(e / nx) + 0.5) * dy];
    return around.some((o) => roomInside(dotAt(at), o) > 0) ? 8 * share : share;
  });
  return { ...panel, after };
}

/** Something that presses on a panel. */
export interface PanelLoad {
  name: string;
  newton: number;
}

/** Places a side at which a part that stands bears on what is under it. */
const BEARS = 20;

/**
 * Forces on the panel's nodes, N: what stands on a floor or is screwed to it, with all that stands, rides or is plugged into
 * that; on other faces none. Nothing bears on an opening: what stands over one bears on the rest of its footprint, or on the
 * rim.
 * @param which openings that count: those that are there, or the new ones as well
 */
export function loadsOn(
  document: Conversion,
  assembly: Assembly,
  panel: Panel,
  which: 'before' | 'after',
): { forces: Float64Array; loads: PanelLoad[] } {
  const { nx, ny, dx, dy, low, frame } = panel;
  const there = panel[which];
  const forces = new Float64Array((nx + 1) * (ny + 1));
  const loads: PanelLoad[] = [];
  const lies = Math.abs(frame.outward[2]) > 0.999;
  if (!lies || frame.outward[2] > 0) return { forces, loads };
  const elementAt = (u: number, v: number): [number, number] => [
    Math.min(nx - 1, Math.max(0, Math.floor((u - low[0]) / dx))),
    Math.min(ny - 1, Math.max(0, Math.floor((v - low[1]) / dy))),
  ];
  // A sliver of an element that the opening left gives way.
  const bears = ([i, j]: readonly [number, number]) => there[j * nx + i]! >= 0.5;
  const put = (u: number, v: number, newton: number) => {
    const [i, j] = elementAt(u, v);
    const [x, y] = [(u - low[0]) / dx, (v - low[1]) / dy];
    const [p, q] = [Math.min(1, Math.max(0, x - i)), Math.min(1, Math.max(0, y - j))];
    for (const [di, dj, share] of [
      [0, 0, (1 - p) * (1 - q)],
      [1, 0, p * (1 - q)],
      [0, 1, (1 - p) * q],
      [1, 1, p * q],
    ] as const)
      forces[(j + dj) * (nx + 1) + i + di]! += share * newton;
  };
  /** The middle of the element nearest to a place that bears. */
  const rim = (u: number, v: number): Point2 => {
    let [best, least] = [[u, v] as Point2, Infinity];
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++) {
        if (!bears([i, j])) continue;
        const at: Point2 = [low[0] + (i + 0.5) * dx, low[1] + (j + 0.5) * dy];
        const away = Math.hypot(at[0] - u, at[1] - v);
        if (away < least) [best, least] = [at, away];
      }
    return best;
  };
  const share = (places: readonly Point2[], newton: number) => {
    const good = places.filter(([u, v]) => bears(elementAt(u, v)));
    const on = good.length > 0 ? good : places.map(([u, v]) => rim(u, v));
    for (const [u, v] of on) put(u, v, newton / on.length);
  };
  const openings = openingsOf(document, assembly);
  const drills = (id: string) => openings.filter((o) => o.part === id && o.face === panel.face && o.kind === 'drill');
  const inner = wallOf(assembly.hull, panel.face)!;
  const stands = (part: PlacedPart) =>
    part.low[2] - assembly.hull.innerLow[2] - (part.placement.battens ?? 0) < 1 && inner.normal[2] > 0.999;
  const borne = weightsOn(document, assembly, (part) => drills(part.id).length > 0 || stands(part));
  for (const part of assembly.parts) {
    const newton = ((borne.get(part.id) ?? 0) / 1000) * GRAVITY;
    if (!(newton > 0)) continue;
    const holes = drills(part.id);
    const name = part.part.name;
    loads.push({ name, newton });
    if (holes.length > 0) {
      for (const { centre } of holes) share([centre], newton / holes.length);
      continue;
    }
    const ends = [onFace(frame, part.low), onFace(frame, part.high)] as const;
    const places: Point2[] = [];
    for (let a = 0; a < BEARS; a++)
      for (let b = 0; b < BEARS; b++)
        places.push([
          ends[0].u + ((a + 0.5) / BEARS) * (ends[1].u - ends[0].u),
          ends[0].v + ((b + 0.5) / BEARS) * (ends[1].v - ends[0].v),
        ]);
    share(places, newton);
  }
  return { forces, loads };
}

/**
 * What bears on a floor, g, by the part that bears it: its own mass and that of all that is plugged into it, stands on it
 * or is held by it, through any number of carriers. Each part counts once.
 */
function weightsOn(
  document: Conversion,
  assembly: Assembly,
  onFloor: (part: PlacedPart) => boolean,
): Map<string, number> {
  const holds = holdsOf(document, assembly);
  const under = ({ id, placement, pluggedInto }: PlacedPart): string | undefined => {
    const { by } = holds.get(id)!;
    return pluggedInto ?? placement.with ?? (by?.kind === 'part' ? by.id : undefined);
  };
  const borne = new Map<string, number>();
  for (const part of assembly.parts) {
    let at: PlacedPart | undefined = part;
    const seen = new Set<string>();
    while (at && !onFloor(at) && !seen.has(at.id)) {
      seen.add(at.id);
      const next = under(at);
      at = next === undefined ? undefined : assembly.parts.find((p) => p.id === next);
    }
    if (at && onFloor(at)) borne.set(at.id, (borne.get(at.id) ?? 0) + part.part.mass);
  }
  return borne;
}

/** Its own weight as a pressure, N/mm². */
export const ownWeight = (panel: Panel): number => DENSITY[panel.material].value * 1e-9 * panel.thickness * GRAVITY;
