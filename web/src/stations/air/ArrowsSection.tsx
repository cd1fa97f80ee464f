import { useAppSelector } from '../../app/store';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer } from '../../view/station';
import { airColour } from './colours';
import { arrowsIn, selectArrows } from './selectors';

/** The arrows of air that lie in a section. */
export function ArrowsSection({ mode, depth, px }: SectionLayer) {
  const arrows = useAppSelector(selectArrows);
  const { across, up } = SECTION_AXES[mode];
  return (
    <g pointerEvents="none">
      {arrowsIn(arrows, { mode, depth }).map((arrow) => {
        const [x1, y1, x2, y2] = [arrow.from[across], -arrow.from[up], arrow.to[across], -arrow.to[up]];
        const length = Math.hypot(x2 - x1, y2 - y1) || 1;
        const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length];
        const head = Math.min(length * 0.5, px(12));
        const half = head * 0.45;
        const [bx, by] = [x2 - ux * head, y2 - uy * head];
        return (
          <g key={arrow.id} stroke={airColour(arrow)} fill={airColour(arrow)}>
            <line x1={x1} y1={y1} x2={bx} y2={by} strokeWidth={px(arrow.kind === 'inside' ? 1.4 : 3)} />
            <path
              d={`M${x2} ${y2}L${bx - uy * half} ${by + ux * half}L${bx + uy * half} ${by - ux * half}Z`}
              stroke="none"
            />
          </g>
        );
      })}
    </g>
  );
}
