import { countOf } from '@young-shell/core/quantity';
import { dayNumber, dayWords, type PlannedStep, type Schedule } from '@young-shell/core/build';
import { drag, scaleLinear, select, type D3DragEvent } from 'd3';
import { useEffect, useRef, useState } from 'react';
import { shortDay } from '../../ui/days';

const ROW = 26;
const WIDTH = 327;
const TOP = 22;

interface Props {
  steps: readonly PlannedStep[];
  schedule: Schedule;
  /** A step is not to begin before a day; null: as soon as it can. Gives what is wrong with it, or nothing. */
  onPin: (step: PlannedStep, day: string | null) => string | undefined;
}

/** A bar a step over days; weeks are ruled. A bar is dragged, or moved with the arrow keys, to begin later. */
export function BarChart({ steps, schedule, onPin }: Props) {
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
      role="group"
      aria-label={`${countOf(open.length, 'step')} from ${dayWords(from)} to ${dayWords(to)}`}
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
        return (
          <Bar
            key={s.id}
            step={s}
            y={TOP + i * ROW}
            at={[x(begin / 24), x(end / 24), x(free / 24)]}
            day={Math.floor(begin / 24)}
            first={from}
            aDay={x(1) - x(0)}
            critical={critical.has(s.id)}
            onPin={onPin}
          />
        );
      })}
    </svg>
  );
}

function Bar({
  step,
  y,
  at: [a, b, c],
  day,
  first,
  aDay,
  critical,
  onPin,
}: {
  step: PlannedStep;
  y: number;
  at: [number, number, number];
  day: number;
  first: number;
  aDay: number;
  critical: boolean;
  onPin: Props['onPin'];
}) {
  const bar = useRef<SVGGElement>(null);
  const [by, setBy] = useState(0);
  const pin = (to: number) => onPin(step, to <= first ? null : dayWords(to));
  const live = useRef({ pin, day, aDay });
  live.current = { pin, day, aDay };
  useEffect(() => {
    const node = bar.current;
    if (!node) return;
    let moved = 0;
    const behaviour = drag<SVGGElement, unknown>()
      .on('start', () => (moved = 0))
      .on('drag', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
        moved += event.dx;
        setBy(moved);
      })
      .on('end', () => {
        setBy(0);
        const days = Math.round(moved / live.current.aDay);
        if (days !== 0) live.current.pin(live.current.day + days);
      });
    const made = select<SVGGElement, unknown>(node).call(behaviour);
    return () => {
      made.on('.drag', null);
    };
  }, []);
  const right = a > WIDTH * 0.55;
  return (
    <g
      ref={bar}
      role="slider"
      tabIndex={0}
      aria-label={`Begin of ${step.name}`}
      aria-valuenow={day - first}
      aria-valuemin={0}
      aria-valuetext={`${shortDay(dayWords(day))}${step.from ? `, not before ${shortDay(step.from)}` : ''}`}
      className="cursor-ew-resize"
      transform={`translate(${by} 0)`}
      onKeyDown={(event) => {
        const days = { ArrowRight: 1, ArrowLeft: -1, PageDown: 7, PageUp: -7 }[event.key];
        if (days === undefined && event.key !== 'Delete') return;
        event.preventDefault();
        event.stopPropagation();
        if (days === undefined) onPin(step, null);
        else pin(Math.max(day, step.from ? dayNumber(step.from) : day) + days);
      }}
    >
      <rect x={a - 3} y={y} width={Math.max(24, c - a + 6)} height={ROW - 2} className="fill-transparent" />
      {c > b && <rect x={b} y={y + 17} width={c - b} height={5} className="fill-line-strong" opacity={0.5} />}
      <rect
        x={a}
        y={y + 17}
        width={Math.max(3, b - a)}
        height={5}
        className={`${step.unattended ? 'fill-line-strong' : 'fill-ink'} ${critical ? 'stroke-pencil' : ''}`}
        strokeWidth={critical ? 2 : 0}
      />
      {step.from && <line x1={a - 2} x2={a - 2} y1={y + 3} y2={y + 23} className="stroke-pencil" strokeWidth={2} />}
      <text
        x={right ? Math.max(b, c) : a}
        y={y + 13}
        textAnchor={right ? 'end' : 'start'}
        fontSize={14}
        className="figure fill-ink select-none"
      >
        {step.name.length > 34 ? `${step.name.slice(0, 33)}…` : step.name}
      </text>
    </g>
  );
}
