import { edgeLengths, type AxisName } from '@young-shell/core/document';
import { arrowStep, unitWord, formatLength } from '@young-shell/core/quantity';
import type { Point2 } from '@young-shell/core/solid';
import { useRef } from 'react';
import { useAppSelector } from '../app/store';

/** Names of a section's two coordinates by the axis it is drawn out along. */
export const SECTION_NAMES: Record<AxisName, [string, string]> = {
  x: ['depth', 'height'],
  y: ['across', 'height'],
  z: ['across', 'depth'],
};

export interface Picked {
  kind: 'corner' | 'edge';
  index: number;
}

interface Props {
  corners: readonly Point2[];
  /** With roundings and arches, where it differs from the corners. */
  outline?: readonly Point2[];
  picked?: Picked | null;
  onPick?: (picked: Picked) => void;
  /** A corner is being put elsewhere, mm. */
  onMove?: (index: number, to: Point2) => void;
  onDrop?: () => void;
  names?: readonly string[];
}

const STEP = 0.5;
const line = (points: readonly Point2[]) => points.map(([a, b]) => `${a},${-b}`).join(' ');

/** A section as a drawing, true to scale, with the length of every edge beside it. */
export function SectionDrawing({ corners, outline = corners, picked, onPick, onMove, onDrop, names }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const svg = useRef<SVGSVGElement>(null);
  const dragging = useRef<number | null>(null);
  const all = [...outline, ...corners];
  const [a0, a1] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[0]))];
  const [b0, b1] = [Math.min(...all.map((p) => p[1])), Math.max(...all.map((p) => p[1]))];
  const bare = !onPick;
  const size = Math.max(a1 - a0, b1 - b0, 1);
  const margin = size * (bare ? 0.04 : 0.14);
  const px = size / (bare ? 160 : 560);
  const lengths = edgeLengths(corners);
  const turn = corners.reduce((sum, p, i) => {
    const q = corners[(i + 1) % corners.length]!;
    return sum + p[0] * q[1] - q[0] * p[1];
  }, 0);
  const move = (event: React.PointerEvent) => {
    const matrix = svg.current?.getScreenCTM();
    if (dragging.current === null || !matrix || !onMove) return;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const snap = event.altKey ? 0.1 : STEP;
    onMove(dragging.current, [Math.round(p.x / snap) * snap, Math.round(-p.y / snap) * snap]);
  };
  const nudge = (event: React.KeyboardEvent, i: number) => {
    const step = arrowStep(event, unit);
    const by = (
      { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] } as Record<
        string,
        Point2
      >
    )[event.key];
    if (!by || !onMove) return;
    event.preventDefault();
    const round = (v: number) => Math.round(v * 1e6) / 1e6;
    onMove(i, [round(corners[i]![0] + by[0]), round(corners[i]![1] + by[1])]);
    onDrop?.();
  };
  return (
    <svg
      ref={svg}
      viewBox={`${a0 - margin} ${-b1 - margin} ${a1 - a0 + 2 * margin} ${b1 - b0 + 2 * margin}`}
      className={bare ? 'block h-24 w-full' : 'block h-[470px] w-full touch-none bg-mat'}
      role={bare ? 'img' : 'group'}
      aria-label="Section"
      onPointerMove={move}
      onPointerUp={() => {
        if (dragging.current !== null) onDrop?.();
        dragging.current = null;
      }}
    >
      <polygon
        points={line(outline)}
        fill={bare ? 'var(--tape)' : 'rgba(234,216,143,0.22)'}
        stroke={bare ? 'var(--ink)' : '#ead88f'}
        strokeWidth={bare ? px * 1.5 : px * 2}
      />
      {!bare &&
        corners.map((p, i) => {
          const q = corners[(i + 1) % corners.length]!;
          const chosen = picked?.kind === 'edge' && picked.index === i;
          const length = lengths[i]! || 1;
          // Outward is to the right of the edge in a counter-clockwise section.
          const away = ((turn >= 0 ? 1 : -1) * px * (20 + (16 * Math.abs(q[1] - p[1])) / length)) / length;
          const at: Point2 = [(p[0] + q[0]) / 2 + (q[1] - p[1]) * away, (p[1] + q[1]) / 2 - (q[0] - p[0]) * away];
          return (
            <g
              key={`edge-${i}`}
              role="button"
              tabIndex={0}
              aria-label={`Edge ${i + 1}${names?.[i] ? `, ${names[i]}` : ''}: ${formatLength(lengths[i]!, unit)} ${unitWord(unit)}`}
              aria-pressed={chosen}
              style={{ outline: 'none' }}
              className="cursor-pointer [&:focus-visible>line]:stroke-white"
              onClick={() => onPick({ kind: 'edge', index: i })}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') onPick({ kind: 'edge', index: i });
              }}
            >
              <line
                x1={p[0]}
                y1={-p[1]}
                x2={q[0]}
                y2={-q[1]}
                stroke={chosen ? '#ff8f57' : 'transparent'}
                strokeWidth={px * (chosen ? 5 : 14)}
              />
              <text
                x={at[0]}
                y={-at[1]}
                fontSize={px * 19}
                textAnchor="middle"
                dominantBaseline="central"
                className="figure"
                fill={chosen ? '#ffb38c' : '#ffffff'}
                stroke="#123a31"
                strokeWidth={px * 4}
                paintOrder="stroke"
              >
                {formatLength(lengths[i]!, unit)}
              </text>
            </g>
          );
        })}
      {!bare &&
        corners.map((p, i) => {
          const chosen = picked?.kind === 'corner' && picked.index === i;
          return (
            <circle
              key={`corner-${i}`}
              role="button"
              tabIndex={0}
              aria-label={`Corner ${i + 1}; arrow keys move it`}
              aria-pressed={chosen}
              cx={p[0]}
              cy={-p[1]}
              r={px * 8}
              fill={chosen ? '#ff8f57' : '#f3e7c8'}
              stroke="#20241f"
              strokeWidth={px * 1.5}
              style={{ outline: 'none' }}
              className="cursor-move focus-visible:stroke-white"
              onFocus={() => onPick({ kind: 'corner', index: i })}
              onKeyDown={(event) => nudge(event, i)}
              onPointerDown={(event) => {
                (event.target as Element).setPointerCapture(event.pointerId);
                dragging.current = i;
                onPick({ kind: 'corner', index: i });
              }}
            />
          );
        })}
    </svg>
  );
}
