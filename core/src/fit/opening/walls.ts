import type { FaceFrame, HullModel } from '../../assembly';
import type { Body } from '../../document';
import {
  across,
  area,
  boxesOfPrism,
  cutOff,
  inPlane,
  inSpace,
  isConvex,
  prism,
  tidied,
  type Axis,
  type Flat,
  type Loft,
  type Point2,
  type Vec3,
} from '../../solid';

/** A piece of the shell's material, by the face it belongs to. */
export interface Plate {
  face: string;
  shape: Flat;
}

/** An outline in the plane of a loft as a prism along its axis. */
function drawn(axis: Axis, outline: readonly Point2[], from: number, to: number): Flat {
  const [b, c] = across(axis);
  const points = outline.map((p): Point2 => {
    const q = inSpace(axis, p, 0);
    return [q[b], q[c]];
  });
  return tidied(prism(axis, area(points) < 0 ? points.reverse() : points, from, to));
}

/**
 * The walls of a hull as solids that cover their material: each side as the strip between its inner line and its outer
 * one, drawn on over the corners; the ends whole. Of a shell that was read from a file the boxes that its material stands as.
 */
export function platesOf(hull: HullModel): Plate[] {
  if (hull.material.length > 0) return hull.material.map((shape) => ({ face: 'material', shape }));
  const { axis } = hull.outer;
  return hull.walls.flatMap((wall): Plate[] => {
    const { face, thickness, normal } = wall;
    if (Math.abs(normal[axis]) > 1 - 1e-9) {
      const high = normal[axis] < 0;
      const [from, to] = high
        ? [hull.outer.to - thickness, hull.outer.to]
        : [hull.outer.from, hull.outer.from + thickness];
      return endOf(hull.outer, high, from, to).map((shape) => ({ face, shape }));
    }
    if (wall.segment) return [{ face, shape: stripOf(hull, wall.segment, normal, thickness) }];
    return [{ face, shape: leaningOf(hull, normal, wall.offset, thickness) }];
  });
}

/** An end of the hull, as thick as its wall: its outline where that has no dent, else in steps that cover it. */
function endOf({ axis, low, high }: Loft, atHigh: boolean, from: number, to: number): Flat[] {
  const outline = atHigh ? high : low;
  return isConvex(outline) ? [drawn(axis, outline, from, to)] : boxesOfPrism(outline, axis, from, to);
}

/** The strip of a side of a profile, as long as the shell. */
function stripOf({ outer, convex }: HullModel, [p, q]: [Point2, Point2], normal: Vec3, thickness: number): Flat {
  const { axis } = outer;
  const [n0, n1] = inPlane(axis, normal);
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
  const more = convex ? thickness / length : 0;
  const [d0, d1] = [(q[0] - p[0]) * more, (q[1] - p[1]) * more];
  const [a, b]: [Point2, Point2] = [
    [p[0] - d0, p[1] - d1],
    [q[0] + d0, q[1] + d1],
  ];
  const out = ([x, y]: Point2): Point2 => [x - n0 * thickness, y - n1 * thickness];
  return drawn(axis, [a, b, out(b), out(a)], outer.from, outer.to);
}

/** A leaning side of a tub, as wide as the tub is at its widest. */
function leaningOf({ low, high }: HullModel, normal: Vec3, offset: number, thickness: number): Flat {
  const lean = Math.abs(normal[0]) > Math.abs(normal[1]) ? 0 : 1;
  const along = lean === 0 ? 1 : 0;
  const inside = (z: number) => (offset - normal[2] * z) / normal[lean]!;
  const outside = (z: number) => (offset - thickness - normal[2] * z) / normal[lean]!;
  const corner = (value: number, z: number): Point2 => {
    const p: Vec3 = [0, 0, z];
    p[lean] = value;
    return inPlane(along, p);
  };
  const [from, to] = [low[2], high[2]];
  return drawn(
    along,
    [corner(inside(from), from), corner(outside(from), from), corner(outside(to), to), corner(inside(to), to)],
    low[along],
    high[along],
  );
}

/** The walls of a shell parted by a body: what is of it, and what stays. */
export function splitBy(
  plates: readonly Plate[],
  { cut }: Body,
  frame: FaceFrame | undefined,
  lift: number,
): { own: Plate[]; rest: Plate[] } {
  const [own, rest]: [Plate[], Plate[]] = [[], []];
  const put = (into: Plate[], { face }: Plate, shape: Flat | undefined) => shape && into.push({ face, shape });
  for (const plate of plates) {
    if (cut.kind === 'plane' && !cut.keeps?.includes(plate.face)) {
      const n: Vec3 = [0, 0, 0];
      const axis = 'xyz'.indexOf(cut.axis) as Axis;
      n[axis] = cut.side === 'above' ? 1 : -1;
      const at = n[axis] * (cut.at.value + lift);
      put(own, plate, cutOff(plate.shape, n, at));
      put(rest, plate, cutOff(plate.shape, turned(n), -at));
    } else if (cut.kind === 'face' && frame && plate.face === cut.face) {
      let left: Flat | undefined = plate.shape;
      for (const [direction, middle, size] of [
        [frame.u, cut.u.value, cut.width.value],
        [frame.v, cut.v.value, cut.height.value],
      ] as const) {
        const zero = dot(direction, frame.origin);
        const [low, high] = [zero + middle - size / 2, zero + middle + size / 2];
        if (!left) break;
        put(rest, plate, cutOff(left, turned(direction), -low));
        put(rest, plate, cutOff(left, direction, high));
        left = cutOff(left, direction, low);
        left &&= cutOff(left, turned(direction), -high);
      }
      put(own, plate, left);
    } else rest.push(plate);
  }
  return { own, rest };
}

const turned = (n: Vec3): Vec3 => [-n[0], -n[1], -n[2]];
const dot = (a: Vec3, b: Vec3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
