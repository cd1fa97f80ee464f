import type { Spread } from '@young-shell/core/quantity';
import { scaleLinear } from 'd3';

const REACH = 6; // mm shown on each side of zero
const scale = scaleLinear([-REACH, REACH], [0, 100]).clamp(true);

/** What is spare against zero: thin line worst to best, thick band 95 %, tick nominal; red where it starts to fail. */
export function MarginBar({ spread }: { spread: Spread }) {
  const { nominal, worst, best, half95 } = spread;
  const [a, b] = [scale(nominal - half95), scale(nominal + half95)];
  return (
    <svg viewBox="0 0 100 7" preserveAspectRatio="none" className="block h-2 w-full" aria-hidden>
      <rect x="0" y="3" width="100" height="1" fill="var(--line)" />
      <rect
        x={scale(worst)}
        y="2.5"
        width={Math.max(0.5, scale(best) - scale(worst))}
        height="2"
        fill="var(--line-strong)"
      />
      <rect
        x={a}
        y="1.2"
        width={Math.max(0.8, b - a)}
        height="4.6"
        fill={nominal - half95 < 0 ? 'var(--warn)' : 'var(--good)'}
        fillOpacity="0.75"
      />
      <rect x={scale(0) - 0.3} y="0" width="0.6" height="7" fill="var(--stop)" />
      <rect x={scale(nominal) - 0.4} y="0" width="0.8" height="7" fill="var(--ink)" />
    </svg>
  );
}

const KEY = [
  { words: 'nothing to spare', mark: <rect x="8" y="0" width="2.4" height="14" fill="var(--stop)" /> },
  { words: 'as measured', mark: <rect x="8" y="0" width="3" height="14" fill="var(--ink)" /> },
  { words: '95 %', mark: <rect x="1" y="3" width="18" height="8" fill="var(--ink-soft)" fillOpacity="0.75" /> },
  { words: 'worst to best', mark: <rect x="1" y="5.5" width="18" height="3" fill="var(--line-strong)" /> },
];

/** What the marks of the bars are. */
export function MarginKey() {
  return (
    <ul className="m-0 mb-1 flex list-none flex-wrap gap-x-3 p-0 text-sm text-ink-soft" aria-label="What the bars show">
      {KEY.map(({ words, mark }) => (
        <li key={words} className="flex items-center gap-1">
          <svg viewBox="0 0 20 14" width="20" height="14" aria-hidden>
            {mark}
          </svg>
          {words}
        </li>
      ))}
    </ul>
  );
}
