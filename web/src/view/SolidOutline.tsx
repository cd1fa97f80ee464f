import type { Solid } from '@young-shell/core/assembly';
import type { Axis } from '@young-shell/core/solid';
import type { PointerEvent } from 'react';

interface OutlineProps {
  solid: Solid;
  axes: [Axis, Axis, Axis];
  fill: string;
  cut: boolean;
  stroke: string;
  width: number;
  dashed?: boolean;
  onPick?: () => void;
}

/** One solid in a section: filled where it is cut, in dashes behind. */
export function SolidOutline({
  solid,
  axes: [across, up, into],
  fill,
  cut,
  stroke,
  width,
  dashed,
  onPick,
}: OutlineProps) {
  const { low, high } = solid.shape;
  const shared = {
    fill,
    fillOpacity: fill === 'none' ? 0 : cut ? 0.95 : 0.28,
    stroke,
    strokeWidth: width,
    strokeDasharray: dashed || !cut ? `${width * 4} ${width * 3}` : undefined,
    onPointerDown: onPick
      ? (event: PointerEvent) => {
          event.stopPropagation();
          onPick();
        }
      : undefined,
  };
  if (solid.shape.kind === 'cylinder' && solid.shape.axis === into)
    return (
      <circle
        cx={(low[across] + high[across]) / 2}
        cy={-(low[up] + high[up]) / 2}
        r={(high[across] - low[across]) / 2}
        {...shared}
      />
    );
  if (solid.shape.kind === 'prism' && solid.shape.axis === into) {
    // The outline's coordinates are those of the two axes after its own, in turn.
    const swap = (into + 1) % 3 !== across;
    const points = solid.shape.outline.map(([u, v]) => (swap ? `${v},${-u}` : `${u},${-v}`)).join(' ');
    return <polygon points={points} {...shared} />;
  }
  return (
    <rect x={low[across]} y={-high[up]} width={high[across] - low[across]} height={high[up] - low[up]} {...shared} />
  );
}
