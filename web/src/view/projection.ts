import type { Axis, Vec3 } from '@young-shell/core/solid';
import type { ViewMode } from './slice';

export type SectionMode = Exclude<ViewMode, '3d'>;

/** Which axes of the shell lie across, up and into a section; plan from above, side from the right, front from the front. */
export const SECTION_AXES: Readonly<Record<SectionMode, { across: Axis; up: Axis; into: Axis; depthName: string }>> = {
  plan: { across: 0, up: 1, into: 2, depthName: 'height' },
  side: { across: 1, up: 2, into: 0, depthName: 'from the left' },
  front: { across: 0, up: 2, into: 1, depthName: 'from the front' },
};

/** Axes that arrow keys and a drag move along in a view. */
export function dragAxes(mode: ViewMode): readonly [Axis, Axis] {
  if (mode === '3d') return [0, 1];
  const { across, up } = SECTION_AXES[mode];
  return [across, up];
}

/** The axis a turn with R goes about. */
export const turnAxis = (mode: ViewMode): Axis => (mode === '3d' ? 2 : SECTION_AXES[mode].into);

/** Box of the shell from the datum, mm. */
export const hullBox = ({ low, high }: { low: Vec3; high: Vec3 }): { low: Vec3; high: Vec3 } => ({ low, high });
