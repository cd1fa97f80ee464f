import type { Assembly } from '../../assembly';
import type { Flow } from './flow';

const VIEWS = [
  { name: 'Plan, from above', axes: [0, 1] },
  { name: 'Front', axes: [0, 2] },
  { name: 'Side, from the right', axes: [1, 2] },
] as const;

/** The layout in three views, to one scale that is said. */
export function drawViews(flow: Flow, assembly: Assembly): void {
  const corners = assembly.hull.frames.flatMap((f) =>
    f.outline.map((p) => [0, 1, 2].map((i) => f.origin[i]! + f.u[i]! * p[0] + f.v[i]! * p[1])),
  );
  if (corners.length === 0) return;
  const low = [0, 1, 2].map((i) => Math.min(...corners.map((c) => c[i]!)));
  const high = [0, 1, 2].map((i) => Math.max(...corners.map((c) => c[i]!)));
  const most = Math.max(high[0]! - low[0]!, high[1]! - low[1]!);
  const scale = Math.min(flow.width / most, 105 / Math.max(high[2]! - low[2]!, high[1]! - low[1]!), 1);
  for (const { name, axes } of VIEWS) {
    const [a, b] = axes;
    const h = (high[b]! - low[b]!) * scale;
    flow.title(`${name}, 1 : ${(1 / scale).toFixed(1)}`);
    flow.drawing(h, ({ box, line, words }) => {
      for (const f of assembly.hull.frames) {
        const points = f.outline.map((p) => {
          const at = [0, 1, 2].map((i) => f.origin[i]! + f.u[i]! * p[0] + f.v[i]! * p[1]);
          return [(at[a]! - low[a]!) * scale, (at[b]! - low[b]!) * scale] as const;
        });
        line([...points, points[0]!], true);
      }
      for (const part of assembly.parts) {
        const [x, y] = [(part.low[a] - low[a]!) * scale, (part.low[b] - low[b]!) * scale];
        const [pw, ph] = [(part.high[a] - part.low[a]) * scale, (part.high[b] - part.low[b]) * scale];
        box(x, y, pw, ph, false);
        words(part.part.name.slice(0, Math.max(3, Math.floor(pw / 1.6))), x + 0.8, y + ph - 3, 7);
      }
    });
  }
}
