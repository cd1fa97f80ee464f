import type { Assembly, HullModel, Solid } from '@young-shell/core/assembly';
import { loftCorners, sliceLoft, type Point2 } from '@young-shell/core/solid';
import { polygonHull } from 'd3';
import { SECTION_AXES, type SectionMode } from './projection';

/** Closed outlines in (across, up), mm: the shell's walls where a section cuts them (even-odd). */
export function wallOutlines(hull: HullModel, mode: SectionMode, depth: number): Point2[][] {
  const { into } = SECTION_AXES[mode];
  return [...sliceLoft(hull.outer, into, depth), ...sliceLoft(hull.inner, into, depth)];
}

/** The silhouette of the whole hull in a view. */
export function hullSilhouette(hull: HullModel, mode: SectionMode): readonly Point2[] {
  const { across, up, into } = SECTION_AXES[mode];
  if (into === hull.outer.axis && !hull.convex) return hull.outer.low;
  return polygonHull(loftCorners(hull.outer).map((p): [number, number] => [p[across], p[up]])) ?? [];
}

export const cutsSolid = (solid: Solid, mode: SectionMode, depth: number): boolean => {
  const { into } = SECTION_AXES[mode];
  return solid.shape.low[into] <= depth && solid.shape.high[into] >= depth;
};

/** What a section does best to show at first: the middle of a part, or of the shell. */
export function defaultDepth(
  assembly: Assembly,
  mode: SectionMode,
  selectedPart: string | undefined,
  box: { low: number[]; high: number[] },
): number {
  const { into } = SECTION_AXES[mode];
  const part = assembly.parts.find((p) => p.id === selectedPart);
  const [low, high] = part ? [part.low, part.high] : [box.low, box.high];
  return Math.round(((low[into]! + high[into]!) / 2) * 10) / 10;
}
