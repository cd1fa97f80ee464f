import type { Part } from '@young-shell/core/document';
import { kindOf, partModel } from '@young-shell/core/parts';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { PART_FILL } from '../../view/palette';

/** A part from above and from the front at one scale, with its size, plug rooms and air. */
export function PartPreview({ id, part }: { id: string; part: Part }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const { blocks } = useMemo(() => partModel(id, part), [id, part]);
  const fill = PART_FILL[kindOf(part) ?? 'drive'];
  const numbers = blocks.map((b) => ({ ...b, a: b.low.map((l) => l.value), b: b.high.map((l) => l.value) }));
  const shown = numbers.filter((b) => !b.outside);
  const min = [0, 1, 2].map((i) => Math.min(...shown.map((b) => b.a[i]!)));
  const max = [0, 1, 2].map((i) => Math.max(...shown.map((b) => b.b[i]!)));
  const bodies = numbers.filter((b) => b.role === 'body' || b.role === 'mount');
  const size = [0, 1, 2].map((i) => Math.max(...bodies.map((b) => b.b[i]!)) - Math.min(...bodies.map((b) => b.a[i]!)));
  const [w, d, h] = [0, 1, 2].map((i) => max[i]! - min[i]!) as [number, number, number];
  const gap = 0.08 * Math.max(w, d);
  // A slender part is drawn side by side, a broad one view over view.
  const beside = d + h > 2.2 * w;
  const total = beside ? { width: 2 * w + gap, height: Math.max(d, h) } : { width: w, height: d + gap + h };
  const view = (up: 1 | 2, left: number, top: number) =>
    shown.map((b) => {
      const room = b.role === 'air' || b.role === 'plug room';
      const round = b.shape.kind === 'cylinder' && b.shape.axis === (up === 1 ? 2 : 1);
      const x = left + b.a[0]! - min[0]!;
      const y = top + (max[up]! - b.b[up]!);
      const shared = {
        fill: room ? 'none' : fill,
        fillOpacity: 0.55,
        stroke: room ? 'var(--ink-soft)' : 'var(--ink)',
        strokeDasharray: room ? '3 2' : undefined,
        strokeWidth: 1,
        vectorEffect: 'non-scaling-stroke' as const,
      };
      return round ? (
        <circle
          key={`${up}${b.id}`}
          cx={x + (b.b[0]! - b.a[0]!) / 2}
          cy={y + (b.b[up]! - b.a[up]!) / 2}
          r={(b.b[0]! - b.a[0]!) / 2}
          {...shared}
        />
      ) : (
        <rect key={`${up}${b.id}`} x={x} y={y} width={b.b[0]! - b.a[0]!} height={b.b[up]! - b.a[up]!} {...shared} />
      );
    });
  return (
    <figure className="m-0 flex items-start gap-3">
      <svg
        viewBox={`-3 -3 ${total.width + 6} ${total.height + 6}`}
        className="h-36 w-40 shrink-0"
        preserveAspectRatio="xMinYMin meet"
        role="img"
        aria-label={`${part.name} from above and from the front`}
      >
        {view(1, 0, 0)}
        {beside ? view(2, w + gap, 0) : view(2, 0, d + gap)}
      </svg>
      <figcaption>
        <span className="figure block text-xl leading-6">{size.map((s) => formatLength(s, unit)).join(' × ')}</span>
        <span className="text-sm text-ink-soft">
          {unitWord(unit)} wide × deep × high, bodies. First from above, then from the front. Dashed: room for plugs and
          air.
        </span>
      </figcaption>
    </figure>
  );
}
