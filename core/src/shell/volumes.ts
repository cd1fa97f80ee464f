import { assemble, hullModel } from '../assembly';
import type { Conversion } from '../document';
import { inset, type SolidKernel } from '../solid';
import { CLEARANCES } from '../standards';

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
  const assembly = assemble(document);
  const skin = CLEARANCES.static.value;
  return kernel.scope((make) => {
    const litres = (solid: Parameters<typeof make.volume>[0]) => Math.max(0, make.volume(solid)) / LITRE;
    const [left, right] = hull.innerX;
    const outside = litres(make.prism(hull.outline, 0, hull.width));
    const cavity = make.prism(hull.inner, left, right);
    const inner = skinned(
      hull.walls.filter((w) => w.segment),
      hull.inner,
      skin,
    );
    const room = inner && right - left > 2 * skin ? make.prism(inner, left + skin, right - skin) : undefined;
    const features = assembly.features.map((f) => make.shape(f.shape));
    const usable = room && make.difference(room, features);
    const bodies = assembly.parts.flatMap((p) =>
      p.solids.filter((s) => s.role === 'body' || s.role === 'mount').map((s) => make.shape(s.shape)),
    );
    const free = usable && make.difference(usable, bodies);
    return {
      outside,
      cavity: litres(cavity),
      usable: usable ? litres(usable) : 0,
      free: free ? litres(free) : 0,
    };
  });
}

function skinned(walls: readonly unknown[], inner: Parameters<typeof inset>[0], skin: number) {
  return inset(
    inner,
    walls.map(() => skin),
  );
}
