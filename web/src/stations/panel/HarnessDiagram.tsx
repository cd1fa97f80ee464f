import { countOf } from '@young-shell/core/quantity';
import type { Harness } from '@young-shell/core/panel';
import { WIRE_COLOURS } from './colours';
import { DIAGRAM, harnessLines } from './harnessLines';

/** Ends of controls on the left, pins on the right, a line a wire in its colour; what is tested is drawn solid. */
export function HarnessDiagram({ harness }: { harness: Harness }) {
  const { height, wires, pins } = harnessLines(harness);
  return (
    <svg
      viewBox={`0 0 ${DIAGRAM.width} ${height}`}
      className="w-full"
      role="img"
      aria-label={`${countOf(wires.length, 'wire')} from controls to headers`}
    >
      {wires.map(({ row, number, y, path }) => (
        <g key={row.id}>
          <path d={path} fill="none" className="stroke-ink" strokeWidth={3.4} opacity={0.55} />
          <path
            d={path}
            fill="none"
            stroke={WIRE_COLOURS[row.colour] ?? '#888'}
            strokeWidth={2.2}
            strokeDasharray={row.tested ? undefined : '7 2'}
          />
          <text x={DIAGRAM.left - 4} y={y + 5} textAnchor="end" fontSize={14} className="figure fill-ink">
            <tspan className="fill-ink-soft">{number} </tspan>
            {`${row.from} ${row.terminal}`.slice(0, 24)}
          </text>
        </g>
      ))}
      {pins.map(({ id, words, y }) => (
        <text key={id} x={DIAGRAM.right + 4} y={y + 5} fontSize={14} className="figure fill-ink">
          {words.slice(0, 22)}
        </text>
      ))}
    </svg>
  );
}
