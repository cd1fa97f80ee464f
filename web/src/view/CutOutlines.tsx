import type { HullModel } from '@young-shell/core/assembly';
import type { CutOpening } from '@young-shell/core/cut';
import type { Axis } from '@young-shell/core/solid';
import { useLocation } from 'react-router';
import { cutOutline } from './cutGeometry';

/** Openings drawn over a section; only at the Cut station. */
export function CutOutlines({
  openings,
  hull,
  axes: [across, up, into],
  px,
}: {
  openings: readonly CutOpening[];
  hull: HullModel;
  axes: [Axis, Axis, Axis];
  px: (pixels: number) => number;
}) {
  const { pathname } = useLocation();
  if (!pathname.endsWith('/cut')) return null;
  return (
    <g pointerEvents="none">
      {openings.map((opening) => {
        const frame = hull.frames.find((f) => f.face === opening.face);
        if (!frame) return null;
        const square = Math.abs(frame.outward[into]) > 0.5;
        const points = cutOutline(opening, frame);
        return (
          <path
            key={opening.id}
            d={`M${points.map((p) => `${p[across]} ${-p[up]}`).join('L')}`}
            fill={square ? 'rgba(234,216,143,0.14)' : 'none'}
            stroke="#ead88f"
            strokeWidth={px(square ? 1.6 : 4)}
          />
        );
      })}
    </g>
  );
}
