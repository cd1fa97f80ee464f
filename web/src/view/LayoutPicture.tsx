import { assemble } from '@young-shell/core/assembly';
import type { Conversion } from '@young-shell/core/document';
import { kindOf } from '@young-shell/core/parts';
import type { Point2 } from '@young-shell/core/solid';
import { useMemo } from 'react';
import { PART_FILL, SHELL_LINE } from './palette';
import { SECTION_AXES, type SectionMode } from './projection';
import { hullSilhouette } from './section';

/** Height of a part’s letter, px. */
const LETTER = 14;

const line = (points: readonly Point2[]) => `M${points.map(([u, v]) => `${u} ${-v}`).join('L')}Z`;

/** A layout as two small pictures on the mat: from above and from the front. */
export function LayoutPicture({
  document,
  name,
  beside,
  width = 112,
}: {
  document: Conversion;
  name: string;
  beside?: boolean;
  /** Of each, px. */
  width?: number;
}) {
  const assembly = useMemo(() => assemble(document), [document]);
  return (
    <span
      className={`flex shrink-0 gap-1 self-start bg-mat p-1 ${beside ? 'items-end' : 'flex-col'}`}
      role="img"
      aria-label={`${name}, from above and from the front`}
    >
      <View assembly={assembly} mode="plan" width={width} />
      <View assembly={assembly} mode="front" width={width} />
    </span>
  );
}

function View({ assembly, mode, width }: { assembly: ReturnType<typeof assemble>; mode: SectionMode; width: number }) {
  const { across, up, into } = SECTION_AXES[mode];
  const { low, high } = assembly.hull;
  const [w, h] = [high[across] - low[across], high[up] - low[up]];
  /** mm a px. */
  const mm = w / width;
  const bodies = assembly.parts
    .flatMap((part) =>
      part.solids
        .filter((s) => s.role === 'body')
        .map((s) => ({ id: s.id, fill: PART_FILL[kindOf(part.part) ?? 'drive'], ...s.shape })),
    )
    .sort((a, b) => (mode === 'plan' ? a.high[into] - b.high[into] : b.low[into] - a.low[into]));
  return (
    <svg
      aria-hidden
      width={width}
      height={Math.max(18, Math.min(1.16 * width, (width * h) / w))}
      viewBox={`${low[across]} ${-high[up]} ${w} ${h}`}
    >
      <path
        d={line(hullSilhouette(assembly.hull, mode))}
        fill="none"
        stroke={SHELL_LINE}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {bodies.map((b) => (
        <rect
          key={b.id}
          x={b.low[across]}
          y={-b.high[up]}
          width={b.high[across] - b.low[across]}
          height={b.high[up] - b.low[up]}
          fill={b.fill}
          stroke="#10211c"
          strokeWidth={0.6}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {assembly.parts.map(({ id, part, low: l, high: h2 }) => {
        const [wide, tall] = [h2[across] - l[across], h2[up] - l[up]];
        // Told by its letter where that has room, not by its colour alone.
        return Math.min(wide, tall) < LETTER * mm ? null : (
          <text
            key={id}
            x={(l[across] + h2[across]) / 2}
            y={-(l[up] + h2[up]) / 2}
            fontSize={LETTER * mm}
            textAnchor="middle"
            dominantBaseline="central"
            className="figure"
            fill="#fff"
            stroke="#10211c"
            strokeWidth={3 * mm}
            paintOrder="stroke"
          >
            {part.name.charAt(0).toUpperCase()}
          </text>
        );
      })}
    </svg>
  );
}
