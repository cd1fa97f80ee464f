import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer } from '../../view/station';
import { useFaceOutlines } from './useFaceOutlines';

const COLOURS = { there: '#cfe6da', joint: '#ead88f', cut: '#ffe58a', chosen: '#ff9a5c' } as const;

/** Openings and the chosen face over a section: outlines seen squarely, edge-on as thick strokes. */
export function FaceLines({ mode, px }: SectionLayer) {
  const { across, up, into } = SECTION_AXES[mode];
  return (
    <g pointerEvents="none">
      {useFaceOutlines().map(({ id, kind, face, points }) => {
        const square = Math.abs(face.outward[into]) > 0.5;
        return (
          <path
            key={id}
            d={`M${points.map((p) => `${p[across]} ${-p[up]}`).join('L')}`}
            fill="none"
            stroke={COLOURS[kind]}
            strokeDasharray={kind === 'there' ? `${px(5)} ${px(3)}` : undefined}
            strokeWidth={px(square ? 1.6 : 4)}
          />
        );
      })}
    </g>
  );
}
