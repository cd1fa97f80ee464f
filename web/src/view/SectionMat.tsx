import type { Axis, Vec3 } from '@young-shell/core/solid';
import { range } from 'd3';
import { memo } from 'react';

const FINE = 10; // mm between fine lines
const BOLD = 50;
const signed = (value: number) => String(value).replace('-', '−');

/** The cutting mat behind a section: millimetre grid with numbers every 50 mm from the datum. */
export const SectionMat = memo(function SectionMat({
  box,
  across,
  up,
  k,
}: {
  box: { low: Vec3; high: Vec3 };
  across: Axis;
  up: Axis;
  k: number;
}) {
  const margin = 250;
  const from = (axis: Axis) => Math.floor((box.low[axis] - margin) / BOLD) * BOLD;
  const to = (axis: Axis) => Math.ceil((box.high[axis] + margin) / BOLD) * BOLD;
  const [x0, x1, y0, y1] = [from(across), to(across), from(up), to(up)];
  const line = (bold: boolean) => ({ stroke: '#cde8dc', strokeOpacity: bold ? 0.24 : 0.09, strokeWidth: 1 / k });
  return (
    <g pointerEvents="none">
      {range(x0, x1 + 1, FINE).map((x) => (
        <line key={`x${x}`} x1={x} x2={x} y1={-y0} y2={-y1} {...line(x % BOLD === 0)} />
      ))}
      {range(y0, y1 + 1, FINE).map((y) => (
        <line key={`y${y}`} x1={x0} x2={x1} y1={-y} y2={-y} {...line(y % BOLD === 0)} />
      ))}
      {range(x0, x1 + 1, BOLD).map((x) => (
        <text
          key={x}
          x={x}
          y={-box.low[up] + 20 / k}
          fontSize={13 / k}
          textAnchor="middle"
          className="figure"
          fill="#d3e9de"
        >
          {signed(x)}
        </text>
      ))}
      {range(y0, y1 + 1, BOLD).map((y) => (
        <text
          key={y}
          x={box.low[across] - 10 / k}
          y={-y}
          fontSize={13 / k}
          textAnchor="end"
          dominantBaseline="central"
          className="figure"
          fill="#d3e9de"
        >
          {signed(y)}
        </text>
      ))}
    </g>
  );
});
