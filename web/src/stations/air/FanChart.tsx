import type { FanFlow } from '@young-shell/core/air';
import { formatFlow } from '@young-shell/core/quantity';
import { curveLinear, line, scaleLinear } from 'd3';
import { useAppSelector } from '../../app/store';

const SIZE = { width: 330, height: 190, left: 40, right: 12, top: 10, bottom: 34 };

/** Pressure over flow of a fan as it runs, at full speed, and where it works against this shell. */
export function FanChart({ fan }: { fan: FanFlow }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const most = (k: 0 | 1) => Math.max(...fan.full.map((p) => p[k]), ...fan.curve.map((p) => p[k]), 1e-6);
  const x = scaleLinear(
    [Math.min(0, fan.flow), Math.max(most(0), fan.flow) * 1.05],
    [SIZE.left, SIZE.width - SIZE.right],
  );
  const y = scaleLinear([0, Math.max(most(1), fan.pressure) * 1.08], [SIZE.height - SIZE.bottom, SIZE.top]);
  const path = line<readonly [number, number]>(
    (p) => x(p[0]),
    (p) => y(p[1]),
  ).curve(curveLinear);
  // What the shell asks of it: as the square of the flow, through the point where it works.
  const system = Array.from({ length: 25 }, (_, i): [number, number] => {
    const q = (x.domain()[1]! * i) / 24;
    return [q, fan.flow > 0 ? fan.pressure * (q / fan.flow) ** 2 : 0];
  }).filter(([, p]) => p <= y.domain()[1]!);
  const [word] = formatFlow(1, unit).split(' ').slice(1);
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="w-full"
      role="img"
      aria-label={`${fan.name} gives ${fan.pressure.toFixed(1)} Pa at ${formatFlow(fan.flow, unit)}`}
    >
      {x.ticks(5).map((q) => (
        <g key={q}>
          <line x1={x(q)} x2={x(q)} y1={SIZE.top} y2={SIZE.height - SIZE.bottom} className="stroke-line" />
          <text x={x(q)} y={SIZE.height - 20} textAnchor="middle" className="figure fill-ink-soft" fontSize={14}>
            {formatFlow(q, unit).split(' ')[0]}
          </text>
        </g>
      ))}
      {y.ticks(4).map((p) => (
        <g key={p}>
          <line x1={SIZE.left} x2={SIZE.width - SIZE.right} y1={y(p)} y2={y(p)} className="stroke-line" />
          <text x={SIZE.left - 5} y={y(p) + 4} textAnchor="end" className="figure fill-ink-soft" fontSize={14}>
            {p}
          </text>
        </g>
      ))}
      <text
        x={SIZE.width - SIZE.right}
        y={SIZE.height - 4}
        textAnchor="end"
        className="fill-ink-soft font-label"
        fontSize={14}
      >
        {word}
      </text>
      <text x={4} y={SIZE.top + 6} className="fill-ink-soft font-label" fontSize={14}>
        Pa
      </text>
      <path d={path(fan.full) ?? ''} fill="none" className="stroke-ink-soft" strokeDasharray="4 4" />
      <path d={path(system) ?? ''} fill="none" className="stroke-note" strokeWidth={1.5} />
      <path d={path(fan.curve) ?? ''} fill="none" className="stroke-ink" strokeWidth={2.2} />
      {!fan.stopped && (
        <circle
          cx={x(fan.flow)}
          cy={y(Math.min(fan.pressure, y.domain()[1]!))}
          r={6}
          className="fill-pencil stroke-ink"
          strokeWidth={1.5}
        />
      )}
    </svg>
  );
}
