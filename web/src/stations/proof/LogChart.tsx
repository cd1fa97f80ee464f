import { rowAt, spanOf, thinned, type Channel, type ChannelKind } from '@young-shell/core/proof';
import { extent, line, scaleLinear } from 'd3';
import { useState } from 'react';
import { Button } from '../../ui/Button';

interface Series {
  time: Float64Array;
  channels: readonly (Channel & { values: Float64Array })[];
}

interface Props {
  series: Series;
  width: number;
  /** Drawn apart: where the load begins and ends. */
  load?: { from: number; to: number } | undefined;
  names: (channel: Channel) => string;
}

const LEFT = 40;
const RIGHT = 8;
const GAP = 22;
/** Bands of the chart: what has one unit shares one. */
const BANDS: readonly { unit: string; kinds: readonly ChannelKind[]; share: number }[] = [
  { unit: '°C', kinds: ['ambient', 'inside', 'exhaust', 'part'], share: 3 },
  { unit: 'W', kinds: ['watts', 'part watts'], share: 1.4 },
  { unit: 'MHz', kinds: ['clock'], share: 1 },
  { unit: 'rpm', kinds: ['fan'], share: 1 },
];
/** Told apart by dash and tone, and by their names at the end. */
const DASHES = ['', '6 3', '2 2', '8 2 2 2', '1 3', '10 4'];
const TONES = ['var(--ink)', 'var(--pencil)', 'var(--good)', 'var(--warn)', 'var(--ink-soft)', 'var(--stop)'];

/** A log over time, in bands by unit. One can go nearer and along it, with the keyboard too. */
export function LogChart({ series, width, load, names }: Props) {
  const { time } = series;
  const end = time.at(-1) ?? 1;
  const [range, setRange] = useState<[number, number]>();
  const [from, to] = range ?? [0, end];
  const bands = BANDS.map((band) => ({
    ...band,
    channels: series.channels.filter((c) => band.kinds.includes(c.is)),
  })).filter((b) => b.channels.length > 0);
  const unit = width > 600 ? 62 : 46;
  const x = scaleLinear([from, to], [LEFT, width - RIGHT]);
  const [a, b] = [Math.max(0, rowAt(time, from) - 1), Math.min(time.length, rowAt(time, to) + 1)];
  const pixels = Math.floor(width - LEFT - RIGHT);
  let top = 6;
  const laid = bands.map((band) => {
    const height = unit * band.share;
    const at = top;
    top += height + GAP + Math.ceil(band.channels.length / (width > 600 ? 5 : 2)) * 17;
    return { ...band, at, height };
  });
  const go = (middle: number, half: number) => {
    const h = Math.min(end / 2, Math.max(30, half));
    const m = Math.min(Math.max(middle, h), end - h);
    setRange(h >= end / 2 ? undefined : [m - h, m + h]);
  };
  const [middle, half] = [(from + to) / 2, (to - from) / 2];
  return (
    <div>
      <svg
        viewBox={`0 0 ${width} ${top}`}
        className="w-full"
        role="img"
        aria-label={`Log of ${spanOf(end)}: ${series.channels.map((c) => names(c)).join(', ')}`}
        onWheel={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const t = x.invert(((event.clientX - box.left) / box.width) * width);
          const by = event.deltaY > 0 ? 1.25 : 0.8;
          go(t + (middle - t) * by, half * by);
        }}
      >
        {laid.map(({ unit: words, channels, at, height }) => {
          const drawn = channels.map((c) => ({ c, rows: thinned(c.values, a, b, Math.min(pixels, 700)) }));
          let [low, high] = [Infinity, -Infinity];
          for (const { c, rows } of drawn) {
            const [l, h] = extent(rows, (r) => c.values[r]);
            if (l !== undefined && h !== undefined) [low, high] = [Math.min(low, l), Math.max(high, h)];
          }
          const y = scaleLinear([low, high], [at + height, at + 4]).nice(4);
          return (
            <g key={words}>
              {load && (
                <rect
                  x={Math.max(LEFT, x(load.from))}
                  width={Math.max(0, Math.min(width - RIGHT, x(load.to)) - Math.max(LEFT, x(load.from)))}
                  y={at}
                  height={height}
                  className="fill-paper"
                />
              )}
              {y.ticks(height > 80 ? 4 : 2).map((v) => (
                <g key={v}>
                  <line x1={LEFT} x2={width - RIGHT} y1={y(v)} y2={y(v)} className="stroke-line" />
                  <text x={LEFT - 5} y={y(v) + 5} textAnchor="end" fontSize={14} className="figure fill-ink-soft">
                    {v}
                  </text>
                </g>
              ))}
              <text x={LEFT + 3} y={at + 14} fontSize={14} className="figure fill-ink-soft">
                {words}
              </text>
              {drawn.map(({ c, rows }, i) => (
                <path
                  key={c.column}
                  d={
                    line<number>()
                      .defined((r) => Number.isFinite(c.values[r]!))
                      .x((r) => Math.min(width - RIGHT, Math.max(LEFT, x(time[r]!))))
                      .y((r) => y(c.values[r]!))(rows) ?? ''
                  }
                  fill="none"
                  stroke={TONES[i % TONES.length]}
                  strokeDasharray={DASHES[i % DASHES.length]}
                  strokeWidth={1.6}
                />
              ))}
              {channels.map((c, i) => {
                const columns = width > 600 ? 5 : 2;
                const w = (width - LEFT) / columns;
                const [lx, ly] = [LEFT + (i % columns) * w, at + height + 16 + Math.floor(i / columns) * 17];
                return (
                  <g key={c.column}>
                    <line
                      x1={lx}
                      x2={lx + 20}
                      y1={ly - 4}
                      y2={ly - 4}
                      stroke={TONES[i % TONES.length]}
                      strokeDasharray={DASHES[i % DASHES.length]}
                      strokeWidth={2}
                    />
                    <text x={lx + 25} y={ly} fontSize={14} className="figure fill-ink">
                      {names(c).slice(0, 22)}
                    </text>
                  </g>
                );
              })}
            </g>
          );
        })}
      </svg>
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="figure mr-auto text-base">
          {spanOf(from)} – {spanOf(to)}
        </span>
        <Button aria-label="Earlier" disabled={from <= 0} onClick={() => go(middle - half, half)}>
          ‹
        </Button>
        <Button aria-label="Nearer" onClick={() => go(middle, half / 2)}>
          +
        </Button>
        <Button aria-label="Farther" disabled={!range} onClick={() => go(middle, half * 2)}>
          −
        </Button>
        <Button aria-label="Later" disabled={to >= end} onClick={() => go(middle + half, half)}>
          ›
        </Button>
      </div>
    </div>
  );
}
