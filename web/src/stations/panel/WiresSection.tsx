import { useAppSelector } from '../../app/store';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer } from '../../view/station';
import { lineColour } from './colours';
import { selectLines } from './selectors';

/** Runs of wires and rods over a section, as seen along its axis. */
export function WiresSection({ mode, px }: SectionLayer) {
  const lines = useAppSelector(selectLines);
  const { across, up } = SECTION_AXES[mode];
  return (
    <g pointerEvents="none" fill="none">
      {lines.map((line) => (
        <polyline
          key={`${line.kind}/${line.id}`}
          points={line.points.map((p) => `${p[across]},${-p[up]}`).join(' ')}
          stroke={lineColour(line.kind)}
          strokeWidth={px(line.kind === 'rod' ? 4 : 2.5)}
          strokeLinejoin="round"
        />
      ))}
    </g>
  );
}
