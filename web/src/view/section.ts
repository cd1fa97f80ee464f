import type { Assembly, HullModel, Solid } from '@young-shell/core/assembly';
import type { Point2 } from '@young-shell/core/solid';
import { SECTION_AXES, type SectionMode } from './projection';

/** Closed outlines in (across, up), mm: the shell's walls where a section cuts them (even-odd). */
export function wallOutlines(hull: HullModel, mode: SectionMode, depth: number): Point2[][] {
  if (mode === 'side') {
    if (depth < 0 || depth > hull.width) return [];
    const [left, right] = hull.innerX;
    const inCheek = depth < left || depth > right;
    return inCheek ? [hull.outline] : [hull.outline, hull.inner];
  }
  const axis = mode === 'plan' ? 1 : 0;
  const rectangles = (polygon: readonly Point2[], x0: number, x1: number): Point2[][] =>
    spansAt(polygon, axis, depth).map(([a, b]) => [
      [x0, a],
      [x1, a],
      [x1, b],
      [x0, b],
    ]);
  return [...rectangles(hull.outline, 0, hull.width), ...rectangles(hull.inner, ...hull.innerX)];
}

/** Where a line `coordinate[axis] = at` runs inside a polygon: from–to on the other coordinate. */
function spansAt(polygon: readonly Point2[], axis: 0 | 1, at: number): [number, number][] {
  const other = axis === 0 ? 1 : 0;
  const crossings: number[] = [];
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    if (a[axis] > at !== b[axis] > at)
      crossings.push(a[other] + ((at - a[axis]) / (b[axis] - a[axis])) * (b[other] - a[other]));
  }
  crossings.sort((p, q) => p - q);
  const spans: [number, number][] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2) spans.push([crossings[i]!, crossings[i + 1]!]);
  return spans;
}

/** The silhouette of the whole hull in a view. */
export function hullSilhouette(hull: HullModel, mode: SectionMode): Point2[] {
  if (mode === 'side') return hull.outline;
  const values = hull.outline.map((p) => p[mode === 'plan' ? 0 : 1]);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return [
    [0, low],
    [hull.width, low],
    [hull.width, high],
    [0, high],
  ];
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
