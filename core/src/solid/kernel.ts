import Module, { type CrossSection, type Manifold, type ManifoldToplevel } from 'manifold-3d';
import type { Point2 } from './polygon';
import type { Shape } from './shape';

/** A closed solid of the kernel. Free it with its `Scope`. */
export type Solid = Manifold;

/** The volumes and cuts we ask of the solid kernel. Millimetres in, cubic millimetres out. */
export interface SolidKernel {
  /** Runs a computation and frees every solid it made. */
  scope<T>(work: (make: Maker) => T): T;
}

export interface Maker {
  /** A plane (y, z) polygon extruded from one x to another. */
  prism(outline: readonly Point2[], fromX: number, toX: number): Solid;
  shape(shape: Shape): Solid;
  /** `base` less all the others, in one batch. */
  difference(base: Solid, others: readonly Solid[]): Solid;
  union(solids: readonly Solid[]): Solid;
  intersection(a: Solid, b: Solid): Solid;
  volume(solid: Solid): number;
}

/** Sides of the polygon that stands for a circle; its area is 0.07 % under the circle's. */
const CIRCLE_SEGMENTS = 96;

/** Loads the WASM solid kernel. `wasmUrl` is where a browser finds it; Node finds it by itself. */
export async function loadSolidKernel(wasmUrl?: string): Promise<SolidKernel> {
  const top = wasmUrl
    ? await (Module as unknown as (options: object) => Promise<ManifoldToplevel>)({
        locateFile: () => wasmUrl,
      })
    : await Module();
  top.setup();
  return {
    scope(work) {
      const owned: (Manifold | CrossSection)[] = [];
      const own = <T extends Manifold | CrossSection>(thing: T): T => {
        owned.push(thing);
        return thing;
      };
      try {
        return work(makerOf(top, own));
      } finally {
        for (const thing of owned) thing.delete();
      }
    },
  };
}

function makerOf(top: ManifoldToplevel, own: <T extends Manifold | CrossSection>(thing: T) => T): Maker {
  const { Manifold, CrossSection } = top;
  return {
    prism(outline, fromX, toX) {
      const section = own(new CrossSection([outline.map(([y, z]) => [y, z] as [number, number])]));
      const upright = own(section.extrude(toX - fromX));
      // (y, z, along) → (along + fromX, y, z): a cyclic shift of the axes.
      return own(upright.transform([0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0, fromX, 0, 0, 1]));
    },
    shape(shape) {
      const size = [0, 1, 2].map((i) => shape.high[i]! - shape.low[i]!) as [number, number, number];
      if (shape.kind === 'box') return own(own(Manifold.cube(size)).translate(shape.low));
      const b = (shape.axis + 1) % 3;
      const radius = size[b]! / 2;
      const upright = own(Manifold.cylinder(size[shape.axis], radius, radius, CIRCLE_SEGMENTS));
      const centre = [0, 1, 2].map((i) => (shape.low[i]! + shape.high[i]!) / 2);
      const turned =
        shape.axis === 2
          ? upright
          : own(
              shape.axis === 0
                ? upright.transform([0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0, 0, 0, 0, 1])
                : upright.transform([0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1]),
            );
      centre[shape.axis] = shape.low[shape.axis];
      return own(turned.translate(centre as [number, number, number]));
    },
    difference: (base, others) => (others.length === 0 ? base : own(Manifold.difference([base, ...others]))),
    union: (solids) => own(Manifold.union([...solids])),
    intersection: (a, b) => own(a.intersect(b)),
    volume: (solid) => solid.volume(),
  };
}
