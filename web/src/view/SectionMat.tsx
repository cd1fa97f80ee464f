import type { Axis, Vec3 } from '@young-shell/core/solid';
import type { LengthUnit } from '@young-shell/core/quantity';
import { range } from 'd3';
import { memo } from 'react';
import { matSteps } from './matSteps';

const signed = (value: number) => String(value).replace('-', '−');

/** Two numbers are no nearer than this, px. */
const APART = 34;

/** The cutting mat behind a section: a grid with numbers from the datum, in the user's unit. */
export const SectionMat = memo(function SectionMat({
  box,
  across,
  up,
  k,
  unit,
}: {
  box: { low: Vec3; high: Vec3 };
  across: Axis;
  up: Axis;
  k: number;
  unit: LengthUnit;
}) {
  const { fine, bold, numbered, one } = matSteps(unit, APART / k);
  const margin = 250;
  const from = (axis: Axis) => Math.floor((box.low[axis] - margin) / numbered) * numbered;
  const to = (axis: Axis) => Math.ceil((box.high[axis] + margin) / numbered) * numbered;
  const [x0, x1, y0, y1] = [from(across), to(across), from(up), to(up)];
  const isBold = (at: number) => Math.abs(at / bold - Math.round(at / bold)) < 1e-6;
  const line = (isBold: boolean) => ({ stroke: '#cde8dc', strokeOpacity: isBold ? 0.24 : 0.09, strokeWidth: 1 / k });
  return (
    <g pointerEvents="none">
      {range(x0, x1 + 1, fine).map((x) => (
        <line key={`x${x}`} x1={x} x2={x} y1={-y0} y2={-y1} {...line(isBold(x))} />
      ))}
      {range(y0, y1 + 1, fine).map((y) => (
        <line key={`y${y}`} x1={x0} x2={x1} y1={-y} y2={-y} {...line(isBold(y))} />
      ))}
      {range(x0, x1 + 1, numbered).map((x) => (
        <text
          key={x}
          x={x}
          y={-box.low[up] + 20 / k}
          fontSize={13 / k}
          textAnchor="middle"
          className="figure"
          fill="#d3e9de"
        >
          {signed(Math.round(x / one))}
        </text>
      ))}
      {range(y0, y1 + 1, numbered).map((y) => (
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
          {signed(Math.round(y / one))}
        </text>
      ))}
    </g>
  );
});
