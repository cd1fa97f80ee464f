import type { Bent } from '@young-shell/core/cut';
import { colourOf, shareAt } from './bentMesh';

/** A stiffener as it is drawn. */
const STIFF = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 6, strokeDasharray: '10 4' } as const;

/** The face seen from outside, coloured by how far it bends, with where strips would lie. */
export function BentPicture({ bent }: { bent: Bent }) {
  const { nx, ny, dx, dy, low, there } = bent.grid;
  const [width, height] = [nx * dx, ny * dy];
  const y = (v: number) => height - (v - low[1]);
  // The best that lies on a line or around an opening.
  const drawn = bent.stiffened.find((s) => s.line ?? s.frame);
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
      {drawn?.line && (
        <line
          x1={drawn.line.from[0] - low[0]}
          y1={y(drawn.line.from[1])}
          x2={drawn.line.to[0] - low[0]}
          y2={y(drawn.line.to[1])}
          {...STIFF}
        />
      )}
      {drawn?.frame && <polygon points={drawn.frame.map((p) => `${p[0] - low[0]},${y(p[1])}`).join(' ')} {...STIFF} />}
      <circle cx={bent.at[0] - low[0]} cy={y(bent.at[1])} r="5" fill="none" stroke="var(--ink)" strokeWidth="2" />
    </svg>
  );
}
