import { LOAD_STATES, MOST_LOADED, type Load, type LoadState } from '@young-shell/core/power';
import { RAILS, type Rail } from '@young-shell/core/standards';
import { scaleBand, scaleLinear } from 'd3';
import { useId } from 'react';

const SIZE = { width: 340, height: 166, left: 62, right: 44, top: 22, bottom: 22 };
/** The tones of the rails’ wires. */
const FILL: Record<Rail, string> = {
  '12 V': '#e8c547',
  '5 V': '#c8553d',
  '3.3 V': '#e39a4a',
  '5 V standby': '#8d6a9f',
};
/** Each rail has a hatch of its own over its tone: nothing is told by colour alone. */
const HATCH: Record<Rail, string> = {
  '12 V': '',
  '5 V': 'M-1 1L1 -1M0 6L6 0M5 7L7 5',
  '3.3 V': 'M0 3H6',
  '5 V standby': 'M3 0V6',
};
const WORDS: Record<LoadState, string> = { idle: 'idle', typical: 'typical', peak: 'peak', start: 'start' };

/** Watts by state and rail against the rating. */
export function LoadChart({ loads, rating }: { loads: Record<LoadState, Load>; rating: number | undefined }) {
  const most = Math.max(rating ?? 0, ...LOAD_STATES.map((s) => loads[s].total)) * 1.05 || 1;
  const x = scaleLinear([0, most], [SIZE.left, SIZE.width - SIZE.right]);
  const own = useId();
  const fill = (rail: Rail) => (HATCH[rail] ? `url(#${own}${RAILS.indexOf(rail)})` : FILL[rail]);
  const y = scaleBand(LOAD_STATES, [SIZE.top, SIZE.height - SIZE.bottom]).padding(0.25);
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="w-full"
      role="img"
      aria-label={[
        ...LOAD_STATES.map((s) => `${WORDS[s]} ${loads[s].total.toFixed(0)} W`),
        ...(rating === undefined ? [] : [`rated ${rating} W`]),
      ].join(', ')}
    >
      <defs>
        {RAILS.filter((rail) => HATCH[rail]).map((rail) => (
          <pattern key={rail} id={`${own}${RAILS.indexOf(rail)}`} width={6} height={6} patternUnits="userSpaceOnUse">
            <rect width={6} height={6} fill={FILL[rail]} />
            <path d={HATCH[rail]} stroke="#1c1f1d" strokeWidth={1.3} />
          </pattern>
        ))}
      </defs>
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
                  fill={fill(rail)}
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
      {rating !== undefined &&
        [
          { at: rating, words: `${rating} W`, anchor: 'start' as const, by: -8, line: { strokeWidth: 2 } },
          {
            at: MOST_LOADED * rating,
            words: `${100 * MOST_LOADED} %`,
            anchor: 'end' as const,
            by: 8,
            line: { strokeDasharray: '4 3' },
          },
        ].map(({ at, words, anchor, by, line }) => (
          <g key={words}>
            <line x1={x(at)} x2={x(at)} y1={SIZE.top} y2={SIZE.height - SIZE.bottom} className="stroke-ink" {...line} />
            <text x={x(at) + by} y={SIZE.top - 6} textAnchor={anchor} className="figure fill-ink" fontSize={15}>
              {words}
            </text>
          </g>
        ))}
      <g>
        {RAILS.map((rail, i) => (
          <g key={rail} transform={`translate(${SIZE.left - 40 + i * 78} ${SIZE.height - 6})`}>
            <rect width={12} height={12} x={-2} y={-11} fill={fill(rail)} />
            <text x={14} className="fill-ink-soft font-label" fontSize={15}>
              {rail}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
}
