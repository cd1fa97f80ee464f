import { add, chain, measured, type Linear } from '../../quantity';
import type { Corner, HullForm } from './hullForm';
import { lidOf } from './lid';
import type { Body, Shell } from './form';

/** A spacer ring: from which height everything was moved up, and by how much. */
export interface Ring {
  id: string;
  at: number;
  height: Linear;
}

/** The spacer ring of a shell, where it has one. */
export function ringOf(shell: Pick<Shell, 'bodies'>): Ring | undefined {
  for (const [id, { cut }] of Object.entries(shell.bodies))
    if (cut.kind === 'ring')
      return {
        id,
        at: lidOf(shell)?.splitHeight ?? Infinity,
        height: chain(`/shell/bodies/${id}/cut/height`, cut.height),
      };
  return undefined;
}

/** How far a ring lifts what is at a height. */
export const liftedAt = (ring: Ring | undefined, z: number): number =>
  ring && z >= ring.at - 1e-6 ? ring.height.value : 0;

/** The form with everything from the ring upwards moved up by its height: the walls beside the ring grow. */
export function raised(form: HullForm, ring: Ring | undefined): HullForm {
  if (!ring || form.highCorners) return form;
  if (form.axis === 2) return { ...form, length: add(form.length, ring.height) };
  const corners = new Map<Corner, Corner>();
  const lifted = (corner: Corner): Corner => {
    if (corner.b.value < ring.at - 1e-6) return corner;
    if (!corners.has(corner)) corners.set(corner, { a: corner.a, b: add(corner.b, ring.height) });
    return corners.get(corner)!;
  };
  return {
    ...form,
    edges: form.edges.map((edge) => ({ ...edge, from: lifted(edge.from), to: lifted(edge.to) })),
  };
}

/** A ring of a height, printed or sawn. */
export function ringBody({ material }: Pick<Shell, 'material'>, height: number): Body {
  return {
    name: 'Spacer ring',
    kind: 'ring',
    cut: { kind: 'ring', height: measured(height, 'printed') },
    motion: { kind: 'lift' },
    closures: [],
    material,
    weighed: null,
  };
}
