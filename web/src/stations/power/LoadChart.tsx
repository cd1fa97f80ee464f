import { LOAD_STATES, type Load, type LoadState } from '@young-shell/core/power';
import { RAILS, type Rail } from '@young-shell/core/standards';
import { scaleBand, scaleLinear } from 'd3';

const SIZE = { width: 340, height: 150, left: 62, right: 44, top: 6, bottom: 22 };
/** Rails by hatch and tone: yellow, red and orange as their wires are, told apart by their labels too. */
const FILL: Record<Rail, string> = {
  '12 V': '#e8c547',
  '5 V': '#c8553d',
  '3.3 V': '#e39a4a',
  '5 V standby': '#8d6a9f',
};
const WORDS: Record<LoadState, string> = { idle: 'idle', typical: 'typical', peak: 'peak', start: 'start' };

/** Watts by state and rail against the rating. */
export function LoadChart({ loads, rating }: { loads: Record<LoadState, Load>; rating: number | undefined }) {
  const most = Math.max(rating ?? 0, ...LOAD_STATES.map((s) => loads[s].total)) * 1.05 || 1;
  const x = scaleLinear([0, most], [SIZE.left, SIZE.width - SIZE.right]);
  const y = scaleBand(LOAD_STATES, [SIZE.top, SIZE.height - SIZE.bottom]).padding(0.25);
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="w-full"
      role="img"
      aria-label={LOAD_STATES.map((s) => `${WORDS[s]} ${loads[s].total.toFixed(0)} W`).join(', ')}
    >
      {LOAD_STATES.map((state) => {
        let at = 0;
        return (
          <g key={state}>
            <text
              x={SIZE.left - 6}
              y={y(state)! + y.bandwidth() / 2 + 5}
              textAnchor="end"
              className="fill-ink font-label"
              fontSize={16}
            >
              {WORDS[state]}
            </text>
            {RAILS.map((rail) => {
              const from = at;
              at += loads[state].rails[rail];
              return (
                <rect
                  key={rail}
                  x={x(from)}
                  width={Math.max(0, x(at) - x(from))}
                  y={y(state)}
                  height={y.bandwidth()}
                  fill={FILL[rail]}
                  className="stroke-sheet"
                  strokeWidth={0.7}
                />
              );
            })}
            <text x={x(at) + 4} y={y(state)! + y.bandwidth() / 2 + 5} className="figure fill-ink" fontSize={16}>
              {loads[state].total.toFixed(0)} W
            </text>
          </g>
        );
      })}
      {rating !== undefined && (
        <g>
          <line
            x1={x(rating)}
            x2={x(rating)}
            y1={SIZE.top}
            y2={SIZE.height - SIZE.bottom}
            className="stroke-ink"
            strokeWidth={2}
          />
          <line
            x1={x(0.85 * rating)}
            x2={x(0.85 * rating)}
            y1={SIZE.top}
            y2={SIZE.height - SIZE.bottom}
            className="stroke-ink"
            strokeDasharray="4 3"
          />
        </g>
      )}
      <g>
        {RAILS.map((rail, i) => (
          <g key={rail} transform={`translate(${SIZE.left - 40 + i * 78} ${SIZE.height - 6})`}>
            <rect width={10} height={10} y={-9} fill={FILL[rail]} />
            <text x={14} className="fill-ink-soft font-label" fontSize={15}>
              {rail}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
}
