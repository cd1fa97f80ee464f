/** The side profile of a shell, small, cut out of tape. */
export function Silhouette({ outline }: { outline: readonly (readonly [number, number])[] }) {
  const ys = outline.map((p) => p[0]);
  const zs = outline.map((p) => p[1]);
  const [y0, z0] = [Math.min(...ys), Math.min(...zs)];
  const [w, h] = [Math.max(...ys) - y0, Math.max(...zs) - z0];
  const line = outline.map(([y, z]) => `${y - y0},${h - (z - z0)}`).join(' ');
  return (
    <svg viewBox={`${-0.02 * w} ${-0.02 * h} ${1.04 * w} ${1.04 * h}`} className="h-12 w-20 shrink-0" aria-hidden>
      <polygon points={line} fill="var(--tape)" stroke="var(--ink)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
