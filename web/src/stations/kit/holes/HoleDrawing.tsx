import type { HoleMap } from '@young-shell/core/document';
import type { Corrected, HoleSolution } from '@young-shell/core/kit';
import { useMemo } from 'react';

interface Props {
  map: HoleMap;
  solution: HoleSolution;
  corrected: Corrected;
  picked: readonly string[];
  onPick: (picked: string[]) => void;
}

const MAGNIFIED = 20;

/** The figure as it is solved: holes, sockets, readings between them, ellipses. */
export function HoleDrawing({ map, solution, corrected, picked, onPick }: Props) {
  const { points } = solution;
  const at = (id: string) => corrected.positions[id] ?? [0, 0];
  const box = useMemo(() => {
    const xs = [0, solution.width ?? 0, ...points.map((p) => at(p.id)[0])];
    const ys = [0, solution.depth ?? 0, ...points.map((p) => at(p.id)[1])];
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs, 40), Math.min(...ys), Math.max(...ys, 40)];
    const pad = 0.14 * Math.max(x1 - x0, y1 - y0);
    return { x: x0 - pad, y: -y1 - pad, w: x1 - x0 + 2 * pad, h: y1 - y0 + 2 * pad };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [points, solution.width, solution.depth, corrected]);
  const px = Math.max(box.w, box.h) / 620;
  const pick = (id: string) => {
    const last = picked.at(-1);
    onPick(last && last !== id && picked.length < 2 ? [last, id] : [id]);
  };
  const line = (from: string, to: string) => {
    const end = (id: string, other: string) => {
      if (id in map.points) return at(id);
      const [ox, oy] = other in map.points ? at(other) : [(solution.width ?? 0) / 2, (solution.depth ?? 0) / 2];
      return id === 'left'
        ? [0, oy]
        : id === 'front'
          ? [ox, 0]
          : id === 'right'
            ? [solution.width ?? box.x + box.w, oy]
            : [ox, solution.depth ?? -box.y];
    };
    const [a, b] = [end(from, to), end(to, from)];
    return { x1: a[0], y1: -a[1]!, x2: b[0], y2: -b[1]! };
  };
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`}
      className="block h-[500px] w-full bg-mat"
      role="group"
      aria-label="The board as its distances make it"
    >
      {solution.width !== undefined && solution.depth !== undefined && (
        <rect
          x={0}
          y={-solution.depth}
          width={solution.width}
          height={solution.depth}
          fill="rgba(63,106,146,0.35)"
          stroke="#9fc4e6"
          strokeWidth={px * 1.5}
        />
      )}
      {solution.distances.map((d) => (
        <line
          key={d.id}
          {...line(d.from, d.to)}
          stroke={d.misread ? '#ff6a4d' : 'rgba(234,216,143,0.45)'}
          strokeWidth={px * (d.misread ? 3 : 1.2)}
          strokeDasharray={d.misread ? `${px * 8} ${px * 5}` : undefined}
        />
      ))}
      {picked.length === 2 && <line {...line(picked[0]!, picked[1]!)} stroke="#ff9a5c" strokeWidth={px * 3} />}
      {points.map((p) => {
        const point = map.points[p.id]!;
        const [x, y] = at(p.id);
        const chosen = picked.includes(p.id);
        const r = Math.max(point.kind === 'hole' ? point.diameter.value / 2 : 0, px * 6);
        return (
          <g
            key={p.id}
            role="button"
            tabIndex={0}
            aria-label={`${point.name}${p.loose ? ', loose' : ''}`}
            aria-pressed={chosen}
            style={{ outline: 'none' }}
            className="cursor-pointer [&:focus-visible>circle]:stroke-white"
            onClick={() => pick(p.id)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') pick(p.id);
            }}
          >
            {!p.loose && (
              <ellipse
                cx={0}
                cy={0}
                rx={Math.min(p.ellipse.long * MAGNIFIED, box.w)}
                ry={Math.min(p.ellipse.short * MAGNIFIED, box.w)}
                transform={`translate(${x} ${-y}) rotate(${(-p.ellipse.angle * 180) / Math.PI})`}
                fill="rgba(255,255,255,0.14)"
                stroke="rgba(255,255,255,0.6)"
                strokeWidth={px}
              />
            )}
            {point.kind === 'hole' ? (
              <circle
                cx={x}
                cy={-y}
                r={r}
                fill={p.loose ? 'none' : '#0d2c25'}
                stroke={chosen ? '#ff9a5c' : p.loose ? '#ff6a4d' : '#ffffff'}
                strokeWidth={px * (chosen ? 4 : 2)}
                strokeDasharray={p.loose ? `${px * 4} ${px * 3}` : undefined}
              />
            ) : (
              <rect
                x={x - r}
                y={-y - r}
                width={2 * r}
                height={2 * r}
                fill="#b88a3a"
                stroke={chosen ? '#ff9a5c' : '#ffffff'}
                strokeWidth={px * (chosen ? 4 : 2)}
              />
            )}
            <text
              x={x + r + px * 5}
              y={-y - r - px * 2}
              fontSize={px * 18}
              className="font-label font-semibold"
              fill="#ffffff"
              stroke="#123a31"
              strokeWidth={px * 4}
              paintOrder="stroke"
            >
              {point.name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
