import { dayWords, type PlannedStep, type Schedule } from '@young-shell/core/build';
import { scaleLinear } from 'd3';
import { shortDay } from '../../ui/days';

const ROW = 24;
const WIDTH = 327;
const TOP = 22;

/** A bar a step over days; weeks are ruled. */
export function BarChart({ steps, schedule }: { steps: readonly PlannedStep[]; schedule: Schedule }) {
  const slots = new Map(schedule.slots.map((s) => [s.id, s]));
  const open = steps
    .filter((s) => !s.done && slots.has(s.id))
    .sort((a, b) => slots.get(a.id)!.begin - slots.get(b.id)!.begin);
  if (open.length === 0) return <p className="m-0">Everything is done.</p>;
  const from = Math.floor(Math.min(...open.map((s) => slots.get(s.id)!.begin)) / 24);
  const to = Math.max(from + 7, Math.ceil(schedule.end / 24));
  const x = scaleLinear([from, to], [2, WIDTH - 2]);
  const step = Math.max(7, Math.ceil((to - from) / 28) * 7);
  const ruled = Array.from({ length: to - from + 1 }, (_, i) => from + i).filter((d) => (d - from) % step === 0);
  const critical = new Set(schedule.critical);
  const height = TOP + open.length * ROW;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full"
      role="img"
      aria-label={`${open.length} steps from ${dayWords(from)} to ${dayWords(to)}`}
    >
      {ruled.map((d) => (
        <g key={d}>
          <line x1={x(d)} x2={x(d)} y1={TOP - 4} y2={height} className="stroke-line" />
          {x(d) < WIDTH - 44 && (
            <text x={x(d) + 2} y={14} fontSize={14} className="figure fill-ink-soft">
              {shortDay(dayWords(d)).replace(/^\w+ /, '')}
            </text>
          )}
        </g>
      ))}
      {open.map((s, i) => {
        const { begin, end, free } = slots.get(s.id)!;
        const y = TOP + i * ROW;
        const [a, b, c] = [x(begin / 24), x(end / 24), x(free / 24)];
        const right = a > WIDTH * 0.55;
        return (
          <g key={s.id}>
            {c > b && <rect x={b} y={y + 15} width={c - b} height={5} className="fill-line-strong" opacity={0.5} />}
            <rect
              x={a}
              y={y + 15}
              width={Math.max(3, b - a)}
              height={5}
              className={`${s.unattended ? 'fill-line-strong' : 'fill-ink'} ${critical.has(s.id) ? 'stroke-pencil' : ''}`}
              strokeWidth={critical.has(s.id) ? 2 : 0}
            />
            <text
              x={right ? Math.max(b, c) : a}
              y={y + 12}
              textAnchor={right ? 'end' : 'start'}
              fontSize={14}
              className="figure fill-ink"
            >
              {s.name.length > 34 ? `${s.name.slice(0, 33)}…` : s.name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
