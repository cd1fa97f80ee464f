import type { Bent } from '@young-shell/core/cut';
import { colourOf, shareAt } from './bentMesh';

/** The face seen from outside, coloured by how far it bends, with where strips would lie. */
export function BentPicture({ bent }: { bent: Bent }) {
  const { nx, ny, dx, dy, low, there } = bent.grid;
  const [width, height] = [nx * dx, ny * dy];
  const y = (v: number) => height - (v - low[1]);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block max-h-52 w-full bg-field"
      role="img"
      aria-label={`How the face bends: most at ${bent.at.map((v) => v.toFixed(0)).join(', ')}`}
    >
      {Array.from({ length: nx * ny }, (_, e) => {
        if (there[e]! < 0.5) return null;
        const [i, j] = [e % nx, Math.floor(e / nx)];
        return (
          <rect
            key={e}
            x={i * dx}
            y={height - (j + 1) * dy}
            width={dx + 0.3}
            height={dy + 0.3}
            fill={colourOf(shareAt(bent, j * (nx + 1) + i))}
          />
        );
      })}
      {bent.stiffened
        .flatMap((s) => (s.line ? [{ id: s.stiffener.id, ...s.line }] : []))
        .slice(0, 1)
        .map((s) => (
          <line
            key={s.id}
            x1={s.from[0] - low[0]}
            y1={y(s.from[1])}
            x2={s.to[0] - low[0]}
            y2={y(s.to[1])}
            stroke="var(--ink)"
            strokeWidth="6"
            strokeDasharray="10 4"
          />
        ))}
      {bent.stiffened
        .slice(0, 1)
        .map(
          ({ frame }) =>
            frame && (
              <polygon
                key="frame"
                points={frame.map((p) => `${p[0] - low[0]},${y(p[1])}`).join(' ')}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="6"
                strokeDasharray="10 4"
              />
            ),
        )}
      <circle cx={bent.at[0] - low[0]} cy={y(bent.at[1])} r="5" fill="none" stroke="var(--ink)" strokeWidth="2" />
    </svg>
  );
}
