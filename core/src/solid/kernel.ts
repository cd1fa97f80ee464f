import Module, { type CrossSection, type Manifold, type ManifoldToplevel } from 'manifold-3d';
import { inSpace, loftCorners, type Loft, type Mesh } from './loft';
import type { Shape } from './shape';

/** A closed solid of the kernel. Free it with its `Scope`. */
export type Solid = Manifold;

/** The volumes and cuts we ask of the solid kernel. Millimetres in, cubic millimetres out. */
export interface SolidKernel {
  /** Runs a computation and frees every solid it made. */
  scope<T>(work: (make: Maker) => T): T;
}

export interface Maker {
  /** A loft; one whose two polygons differ must be convex. */
  loft(loft: Loft): Solid;
  /** A closed mesh. @throws Error when it is not a manifold. */
  mesh(mesh: Mesh): Solid;
  shape(shape: Shape): Solid;
  /** `base` less all the others, in one batch. */
  difference(base: Solid, others: readonly Solid[]): Solid;
  union(solids: readonly Solid[]): Solid;
  intersection(a: Solid, b: Solid): Solid;
  volume(solid: Solid): number;
  /** The solid's surface; corners as 32-bit numbers. */
  meshOf(solid: Solid): Mesh;
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
    loft(loft) {
      const same = loft.low.every((p, i) => p[0] === loft.high[i]![0] && p[1] === loft.high[i]![1]);
      if (!same) return own(Manifold.hull(loftCorners(loft)));
      const section = own(new CrossSection([loft.low.map(([a, b]) => [a, b] as [number, number])]));
      const upright = own(section.extrude(loft.to - loft.from));
      // The polygon's two coordinates and the height, taken to the shell's axes; y counts backwards in (x, z).
      const u = inSpace(loft.axis, [1, 0], 0);
      const v = inSpace(loft.axis, [0, 1], 0);
      const w = inSpace(loft.axis, [0, 0], 1);
      const to = inSpace(loft.axis, [0, 0], loft.from);
      return own(upright.transform([...u, 0, ...v, 0, ...w, 0, ...to, 1] as Parameters<Manifold['transform']>[0]));
    },
    mesh({ positions, triangles }) {
      const mesh = new top.Mesh({ numProp: 3, vertProperties: Float32Array.from(positions), triVerts: triangles });
      mesh.merge();
      return own(new Manifold(mesh));
    },
    shape(shape) {
      const size = [0, 1, 2].map((i) => shape.high[i]! - shape.low[i]!) as [number, number, number];
      if (shape.kind === 'box') return own(own(Manifold.cube(size)).translate(shape.low));
      if (shape.kind === 'prism') {
        const section = own(new CrossSection([shape.outline.map(([u, v]) => [u, v] as [number, number])]));
        const upright = own(section.extrude(size[shape.axis]));
        const columns = [1, 2, 3].map((k) => [0, 1, 2].map((i) => (i === (shape.axis + k) % 3 ? 1 : 0)));
        const to = [0, 1, 2].map((i) => (i === shape.axis ? shape.low[i]! : 0));
        return own(
          upright.transform(
            [...columns, to].flatMap((c, k) => [...c, k === 3 ? 1 : 0]) as Parameters<Manifold['transform']>[0],
          ),
        );
      }
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
    meshOf(solid) {
      const { numProp, vertProperties, triVerts } = solid.getMesh();
      const positions = new Float64Array((vertProperties.length / numProp) * 3);
      for (let v = 0; v < positions.length / 3; v++)
        for (let k = 0; k < 3; k++) positions[v * 3 + k] = vertProperties[v * numProp + k]!;
      return { positions, triangles: Uint32Array.from(triVerts) };
    },
  };
}
