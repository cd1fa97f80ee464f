import { assemble, hullModel, type HullModel } from '../assembly';
import type { Conversion } from '../document';
import { inPlane, inset, type Loft, type SolidKernel } from '../solid';

/** Litres of a shell. */
export interface Volumes {
  outside: number;
  cavity: number;
  /** Cavity less the features that stay and a clearance skin along the walls. */
  usable: number;
  /** Usable less the bodies of the parts that are in it. */
  free: number;
}

const LITRE = 1e6; // mm³

/**
 * Outside, cavity, usable and free litres by the solid kernel. The skin is the static clearance along every
 * wall. Cylinders are 96-sided: 0.07 % under their true volume.
 */
export function volumesOf(document: Conversion, kernel: SolidKernel): Volumes {
  const hull = hullModel(document.shell);
  // How exactly parts stand is nothing to litres.
  const { shell, kit, layout } = document;
  const assembly = assemble({ shell, kit, layout });
  const skin = assembly.clearances.static.value;
  return kernel.scope((make) => {
    const litres = (solid: Parameters<typeof make.volume>[0]) => Math.max(0, make.volume(solid)) / LITRE;
    const material = hull.material.map((b) => make.shape(b));
    const cavity = make.difference(make.loft(hull.inner), material);
    const inner = skinned(hull, skin);
    const room = inner && make.loft(inner);
    const features = assembly.features.map((f) => make.shape(f.shape));
    const usable = room && make.difference(room, features);
    const bodies = assembly.parts.flatMap((p) =>
      p.solids.filter((s) => s.role === 'body' || s.role === 'mount').map((s) => make.shape(s.shape)),
    );
    const free = usable && make.difference(usable, bodies);
    return {
      outside: litres(make.loft(hull.outer)),
      cavity: litres(cavity),
      usable: usable ? litres(usable) : 0,
      free: free ? litres(free) : 0,
    };
  });
}

/** The cavity less a skin along every wall; undefined where nothing is left. */
function skinned({ inner, walls }: HullModel, skin: number): Loft | undefined {
  if (inner.to - inner.from <= 2 * skin) return undefined;
  // A leaning wall's skin is wider when measured level.
  const sides = walls.filter((w) => Math.abs(w.normal[inner.axis]) < 0.999);
  const by = sides.map((w) => skin / Math.hypot(...inPlane(inner.axis, w.normal)));
  const low = inset(inner.low, by, () => true);
  const high = inset(inner.high, by, () => true);
  if (!low || !high || low.corners.length !== high.corners.length) return undefined;
  return { axis: inner.axis, from: inner.from + skin, to: inner.to - skin, low: low.corners, high: high.corners };
}
