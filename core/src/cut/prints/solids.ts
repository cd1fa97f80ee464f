import { type Assembly } from '../../assembly';
import { ringOf, type Conversion, type Print } from '../../document';
import {
  axisOf,
  inset,
  signOf,
  type Direction,
  sliceLoft,
  type Maker,
  type Mesh,
  type Point2,
  type Shape,
  type Solid,
  type SolidKernel,
} from '../../solid';
import { FAN_SIZES } from '../../standards';
import { openingsOf } from '../openings/derived';
import { outwardCuts, sizesOf, wrongSizes } from './kinds';
import { boundsAround } from './bounds';
import { trayLies } from './tray';

/** A solid to print, lying as it is printed: mm, its lowest corner at 0, 0, 0. */
export interface PrintedSolid {
  name: string;
  mesh: Mesh;
  size: [number, number, number];
  /** mm³ and mm². */
  volume: number;
  area: number;
}

/** Sides of a circle in a loft. */
const SIDES = 48;
/** How far what is taken away stands out, so that no skin is left, mm. */
const MORE = 1;

type S = Readonly<Record<string, number>>;

/**
 * Makes the solid of a print.
 * @throws Error with what is wrong about its sizes: a file that would be wrong is not made
 */
export function printedSolid(
  document: Conversion,
  assembly: Assembly,
  print: Print,
  kernel: SolidKernel,
): PrintedSolid {
  const sizes = sizesOf(document, assembly, print);
  const wrong = wrongSizes(print.kind, sizes);
  if (wrong) throw new Error(`${print.name}: ${wrong}`);
  return kernel.scope((make) => {
    const solid = shapeOf(make, document, assembly, print, sizes);
    const mesh = atOrigin(make.meshOf(solid));
    if (mesh.triangles.length === 0) throw new Error(`${print.name}: nothing is left of it with these sizes.`);
    return { name: print.name, mesh, size: extentOf(mesh), volume: make.volume(solid), area: surfaceOf(mesh) };
  });
}

function shapeOf(make: Maker, document: Conversion, assembly: Assembly, print: Print, s: S): Solid {
  switch (print.kind) {
    case 'plate':
      return plate(make, document, assembly, print, s);
    case 'tray':
      return tray(make, assembly, print, s);
    case 'bracket':
      return bracket(make, s);
    case 'stack':
      return stack(make, s);
    case 'ring':
      return ring(make, document, assembly, s);
    case 'fan adapter':
      return fanAdapter(make, s);
    case 'duct':
      return duct(make, s);
    case 'filter frame':
      return filterFrame(make, s);
    case 'foot':
      return foot(make, s);
    case 'button cap':
      return buttonCap(make, s);
    case 'rod guide':
      return rodGuide(make, s);
    case 'cable clip':
      return cableClip(make, s);
  }
}

const box = (make: Maker, low: [number, number, number], high: [number, number, number]) =>
  make.shape({ kind: 'box', low, high });

function round(
  make: Maker,
  axis: 0 | 1 | 2,
  at: [number, number, number],
  diameter: number,
  from: number,
  to: number,
): Solid {
  const low: [number, number, number] = [at[0] - diameter / 2, at[1] - diameter / 2, at[2] - diameter / 2];
  const high: [number, number, number] = [at[0] + diameter / 2, at[1] + diameter / 2, at[2] + diameter / 2];
  [low[axis], high[axis]] = [from, to];
  return make.shape({ kind: 'cylinder', axis, low, high } as Shape);
}

/** Holes straight down through a plate; none where they have no size. */
const drilled = (make: Maker, at: readonly Point2[], diameter: number, height: number): Solid[] =>
  diameter > 0 ? at.map(([x, y]) => round(make, 2, [x, y, 0], diameter, -MORE, height + MORE)) : [];

function plate(
  make: Maker,
  document: Conversion,
  assembly: Assembly,
  print: Print,
  { width: w, height: h, thickness: t, openWidth, openHeight, hole }: S,
): Solid {
  const rim: Point2 = [(w! - openWidth!) / 4, (h! - openHeight!) / 4];
  const corners: Point2[] = [
    [rim[0], rim[1]],
    [w! - rim[0], rim[1]],
    [w! - rim[0], h! - rim[1]],
    [rim[0], h! - rim[1]],
  ];
  // A screw wants a rim on both sides of it.
  const screws = Math.min(...rim) * 2 > hole! + 2 ? drilled(make, corners, hole!, t!) : [];
  const open =
    openWidth! > 0 && openHeight! > 0
      ? [
          box(
            make,
            [(w! - openWidth!) / 2, (h! - openHeight!) / 2, -MORE],
            [(w! + openWidth!) / 2, (h! + openHeight!) / 2, t! + MORE],
          ),
        ]
      : [];
  return make.difference(box(make, [0, 0, 0], [w!, h!, t!]), [
    ...open,
    ...shielded(make, document, assembly, print.of, [w!, h!, t!]),
    ...screws,
  ]);
}

/** Every opening that a part looks out through, in the middle of a plate: a shield, seen from outside. */
function shielded(
  make: Maker,
  document: Conversion,
  assembly: Assembly,
  of: string | undefined,
  [w, h, t]: [number, number, number],
): Solid[] {
  const cuts = outwardCuts(openingsOf(document, assembly), of);
  if (cuts.length === 0) return [];
  const { u, v } = boundsAround(cuts);
  const [du, dv] = [w / 2 - (u[0] + u[1]) / 2, h / 2 - (v[0] + v[1]) / 2];
  return cuts.map(({ centre, shape }) => {
    const [x, y] = [centre[0] + du, centre[1] + dv];
    return shape.kind === 'round'
      ? round(make, 2, [x, y, 0], shape.diameter, -MORE, t + MORE)
      : box(
          make,
          [x - shape.width / 2, y - shape.height / 2, -MORE],
          [x + shape.width / 2, y + shape.height / 2, t + MORE],
        );
  });
}

function tray(make: Maker, assembly: Assembly, print: Print, s: S): Solid {
  const lies = trayLies(assembly, print.of, s.margin!);
  if (!lies) throw new Error(`${print.name}: it needs a part in the shell that has screw holes.`);
  const { low, high, right, up } = lies;
  // Seen towards the wall from inside; lying on its back it is printed as it is.
  const along = (p: readonly number[], way: Direction) => {
    const axis = axisOf(way);
    return signOf(way) > 0 ? p[axis]! - low[axis] : high[axis] - p[axis]!;
  };
  const flat = (p: readonly number[]): Point2 => [along(p, right), along(p, up)];
  const wide = (way: Direction) => high[axisOf(way)] - low[axisOf(way)];
  const [w, h] = [wide(right), wide(up)];
  const t = s.thickness!;
  const holes = lies.holes.map(flat);
  const top = t + s.boss!;
  const bosses = s.boss! > 0 ? holes.map(([x, y]) => round(make, 2, [x, y, 0], s.bossWidth!, 0, top)) : [];
  const e = s.hole! + 3;
  const corners: Point2[] = [
    [e, e],
    [w - e, e],
    [w - e, h - e],
    [e, h - e],
  ];
  const free = corners.filter((c) =>
    holes.every((p) => Math.hypot(p[0] - c[0], p[1] - c[1]) > s.bossWidth! / 2 + s.hole!),
  );
  return make.difference(make.union([box(make, [0, 0, 0], [w, h, t]), ...bosses]), [
    ...holes.map(([x, y]) => round(make, 2, [x, y, 0], s.insert!, THROUGH, top + MORE)),
    ...drilled(make, free, s.hole!, t),
  ]);
}

/** Holes for inserts go through, so that what melts has somewhere to go. */
const THROUGH = -MORE;

function bracket(make: Maker, { width: w, foot, leg, thickness: t, hole, apart }: S): Solid {
  const angle = make.union([box(make, [0, 0, 0], [w!, foot!, t!]), box(make, [0, 0, 0], [w!, t!, leg!])]);
  // A web on each side stiffens it.
  const web = (x: number) =>
    make.loft({
      axis: 0,
      from: x,
      to: x + t!,
      low: triangle(foot!, leg!, t!),
      high: triangle(foot!, leg!, t!),
    });
  const xs = apart! > 0 && apart! + hole! + 4 < w! - 2 * t! ? [(w! - apart!) / 2, (w! + apart!) / 2] : [w! / 2];
  const solid = w! > 4 * t! ? make.union([angle, web(0), web(w! - t!)]) : angle;
  return make.difference(
    solid,
    hole! > 0
      ? xs.flatMap((x) => [
          round(make, 2, [x, t! + (foot! - t!) / 2, 0], hole!, -MORE, t! + MORE),
          round(make, 1, [x, 0, t! + (leg! - t!) / 2], hole!, -MORE, t! + MORE),
        ])
      : [],
  );
}

const triangle = (foot: number, leg: number, t: number): Point2[] => [
  [t / 2, t / 2],
  [foot - 0.5, t / 2],
  [t / 2, leg - 0.5],
];

function stack(make: Maker, { drives, pitch, depth, first, apart, thickness: t, hole }: S): Solid {
  const height = first! + (Math.round(drives!) - 1) * pitch! + Math.max(8, hole! * 2);
  // One side, lying; the other is printed from it once more.
  const side = make.union([box(make, [0, 0, 0], [depth!, height, t!]), box(make, [0, 0, 0], [depth!, t!, 14])]);
  const along = apart! > 0 && apart! < depth! - 12 ? [(depth! - apart!) / 2, (depth! + apart!) / 2] : [depth! / 2];
  const holes = Array.from({ length: Math.round(drives!) }, (_, i) => first! + i * pitch!).flatMap((y) =>
    along.map((x): Point2 => [x, y]),
  );
  return make.difference(side, [
    ...drilled(make, holes, hole!, t!),
    ...[depth! * 0.15, depth! * 0.85].map((x) =>
      round(make, 1, [x, 0, t! + (14 - t!) / 2], Math.max(3.4, hole!), -MORE, t! + MORE),
    ),
  ]);
}

function ring(make: Maker, document: Conversion, { hull }: Assembly, { height, thickness }: S): Solid {
  const at = ringOf(document.shell)?.at ?? (hull.low[2] + hull.high[2]) / 2;
  const outer = sliceLoft(hull.outer, 2, at)[0];
  const inner =
    outer &&
    inset(
      outer,
      outer.map(() => thickness!),
    );
  if (!outer || !inner) throw new Error('The shell has no outline at its joint that a ring could follow.');
  const up = (polygon: readonly Point2[], from: number, to: number) =>
    make.loft({ axis: 2, from, to, low: [...polygon], high: [...polygon] });
  return make.difference(up(outer, 0, height!), [up(inner.corners, -MORE, height! + MORE)]);
}

const circle = (middle: number, diameter: number): Point2[] =>
  Array.from({ length: SIDES }, (_, k): Point2 => {
    const angle = (2 * Math.PI * k) / SIDES;
    return [middle + (diameter / 2) * Math.cos(angle), middle + (diameter / 2) * Math.sin(angle)];
  });

/** The usual fan nearest to a size. */
const fanOf = (size: number) => {
  const known = Object.keys(FAN_SIZES)
    .map(Number)
    .sort((a, b) => Math.abs(a - size) - Math.abs(b - size))[0]!;
  return { size: known, ...FAN_SIZES[known]! };
};

function fanAdapter(make: Maker, { from, to, height, thickness: t, hole }: S): Solid {
  const [a, b] = [fanOf(from!), fanOf(to!)];
  const large = Math.max(a.size, b.size);
  const middle = large / 2;
  const flange = (size: number, z: number) =>
    box(make, [middle - size / 2, middle - size / 2, z], [middle + size / 2, middle + size / 2, z + t!]);
  const tube = (more: number, z0: number, z1: number) =>
    make.loft({
      axis: 2,
      from: z0,
      to: z1,
      low: circle(middle, a.opening + more),
      high: circle(middle, b.opening + more),
    });
  const h = height!;
  const screws = (fan: typeof a, z: number) =>
    hole! > 0
      ? [-1, 1].flatMap((i) =>
          [-1, 1].map((j) =>
            round(
              make,
              2,
              [middle + (i * fan.spacing) / 2, middle + (j * fan.spacing) / 2, 0],
              hole!,
              z - MORE,
              z + t! + MORE,
            ),
          ),
        )
      : [];
  return make.difference(make.union([flange(a.size, 0), tube(2 * t!, 0, h), flange(b.size, h - t!)]), [
    tube(0, -0.01, h + 0.01),
    ...screws(a, 0),
    ...screws(b, h - t!),
  ]);
}

function duct(make: Maker, { width, height, endWidth, endHeight, length, thickness: t }: S): Solid {
  const [mx, my] = [Math.max(width!, endWidth!) / 2 + t!, Math.max(height!, endHeight!) / 2 + t!];
  const rect = (w: number, h: number): Point2[] => [
    [mx - w / 2, my - h / 2],
    [mx + w / 2, my - h / 2],
    [mx + w / 2, my + h / 2],
    [mx - w / 2, my + h / 2],
  ];
  const tube = (more: number, beyond: number) =>
    make.loft({
      axis: 2,
      from: -beyond,
      to: length! + beyond,
      low: rect(width! + more, height! + more),
      high: rect(endWidth! + more, endHeight! + more),
    });
  return make.difference(tube(2 * t!, 0), [tube(0, 0.01)]);
}

function filterFrame(make: Maker, { width: w, height: h, rim, thickness: t, lip, hole }: S): Solid {
  const [W, H] = [w! + 2 * rim!, h! + 2 * rim!];
  const corners: Point2[] = [
    [rim! / 2, rim! / 2],
    [W - rim! / 2, rim! / 2],
    [W - rim! / 2, H - rim! / 2],
    [rim! / 2, H - rim! / 2],
  ];
  const wall = box(make, [0, 0, 0], [W, H, t! + lip!]);
  const screws = rim! > hole! + 3 ? drilled(make, corners, hole!, t! + lip!) : [];
  // The mat lies in the upper step and rests on the lower one.
  const step = Math.min(rim! - 1.2, 3);
  return make.difference(wall, [
    box(make, [rim!, rim!, -MORE], [W - rim!, H - rim!, t! + lip! + MORE]),
    ...(lip! > 0 && step > 0
      ? [box(make, [rim! - step, rim! - step, t!], [W - rim! + step, H - rim! + step, t! + lip! + MORE])]
      : []),
    ...screws,
  ]);
}

function foot(make: Maker, { diameter: d, height: h, hole, head }: S): Solid {
  const r = d! / 2;
  const body = make.loft({ axis: 2, from: 0, to: h!, low: circle(r, d!), high: circle(r, d! * 0.85) });
  const seat = Math.max(THIN_SEAT, h! * 0.4);
  return make.difference(body, [
    ...(hole! > 0 ? [round(make, 2, [r, r, 0], hole!, -MORE, h! + MORE)] : []),
    // The head sinks in from below: so much is left to hold it.
    ...(hole! > 0 && head! > hole! && h! > seat + 0.5 ? [round(make, 2, [r, r, 0], head!, -MORE, h! - seat)] : []),
  ]);
}

const THIN_SEAT = 3;

function buttonCap(make: Maker, { diameter: d, height: h, thickness: t, rod, length }: S): Solid {
  const r = d! / 2;
  // Printed on its face: the rod stands up out of it.
  const cap = make.difference(
    round(make, 2, [r, r, 0], d!, 0, h!),
    d! > 2 * t! + rod! ? [round(make, 2, [r, r, 0], d! - 2 * t!, t!, h! + MORE)] : [],
  );
  return make.union([cap, round(make, 2, [r, r, 0], rod!, 0, h! + length!)]);
}

/** A tube on a flange, printed on the flange: a rod runs through both. */
function rodGuide(make: Maker, { hole, length, wall, flange, thickness: t }: S): Solid {
  const r = flange! / 2;
  const tube = round(make, 2, [r, r, 0], hole! + 2 * wall!, 0, t! + length!);
  return make.difference(make.union([round(make, 2, [r, r, 0], flange!, 0, t!), tube]), [
    round(make, 2, [r, r, 0], hole!, -MORE, t! + length! + MORE),
  ]);
}

function cableClip(make: Maker, { cable, width, thickness: t, hole }: S): Solid {
  const outer = cable! + 2 * t!;
  const base = hole! > 0 ? hole! + 6 : 0;
  const solid = make.union([
    round(make, 1, [outer / 2, 0, outer / 2], outer, 0, width!),
    box(make, [outer / 2, 0, 0], [outer + base, width!, t!]),
  ]);
  return make.difference(solid, [
    round(make, 1, [outer / 2, 0, outer / 2], cable!, -MORE, width! + MORE),
    // Open above, narrower than the cable.
    box(make, [outer / 2 - cable! * 0.35, -MORE, outer / 2], [outer / 2 + cable! * 0.35, width! + MORE, outer + MORE]),
    ...(hole! > 0
      ? [round(make, 2, [outer + base / 2, width! / 2, 0], Math.min(hole!, width! - 2), -MORE, t! + MORE)]
      : []),
  ]);
}

function extentOf({ positions }: Mesh): [number, number, number] {
  const size: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < positions.length; i++) size[i % 3] = Math.max(size[i % 3]!, positions[i]!);
  return size;
}

/** Moved so that its lowest corner is at the origin. */
export function atOrigin({ positions, triangles }: Mesh): Mesh {
  const low = [Infinity, Infinity, Infinity];
  for (let i = 0; i < positions.length; i++) low[i % 3] = Math.min(low[i % 3]!, positions[i]!);
  return { positions: positions.map((v, i) => v - low[i % 3]!), triangles };
}

function surfaceOf({ positions: p, triangles: t }: Mesh): number {
  let sum = 0;
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]! * 3, t[i + 1]! * 3, t[i + 2]! * 3];
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
    sum += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2;
  }
  return sum;
}
