import { assemble } from '../assembly';
import type { Conversion } from '../document';
import type { SolidKernel } from '../solid';
import { marginsOf } from './margins';

/** How much of a part is in something else: the pair and the volume in cubic millimetres. */
export interface Overlap {
  id: string;
  part: string;
  other: { kind: 'part' | 'feature' | 'face'; id: string };
  depth: number;
  volume: number;
}

/** Volumes of all overlaps by the solid kernel; for a wall, what of the part is outside the cavity. */
export function overlapsOf(document: Conversion, kernel: SolidKernel): Overlap[] {
  const assembly = assemble(document);
  const bodies = (id: string) =>
    (assembly.parts.find((p) => p.id === id)?.solids ?? assembly.features.filter((f) => f.owner === id)).filter(
      (s) => s.role === 'body' || s.role === 'mount',
    );
  return marginsOf(assembly)
    .filter((m) => m.kind === 'body' && m.distance < -0.05)
    .map((margin) =>
      kernel.scope((make) => {
        const part = make.union(bodies(margin.part).map((s) => make.shape(s.shape)));
        const shared =
          margin.other.kind === 'face'
            ? make.difference(part, [make.loft(assembly.hull.inner)])
            : make.intersection(part, make.union(bodies(margin.other.id).map((s) => make.shape(s.shape))));
        return {
          id: margin.id,
          part: margin.part,
          other: margin.other,
          depth: -margin.distance,
          volume: make.volume(shared),
        };
      }),
    );
}
