import type { MadeTray } from '@young-shell/core/document';
import { keptOf, lossOf, rearLeft } from '@young-shell/core/kit';

/** A tray from above, its rear panel folded back behind it: what stays, what comes off, which standoffs go with it. */
export function TrayDrawing({ tray }: { tray: MadeTray }) {
  const { width, depth, rear } = tray;
  const { low, high } = keptOf(tray);
  const loss = lossOf(tray);
  const up = rearLeft(tray);
  const pad = width * 0.03;
  const gap = rear > 0 ? 2 : 0;
  // The plate lies below, front edge down; over its rear edge the panel as seen from the front.
  const y = (along: number) => rear + gap + depth - along;
  const line = { vectorEffect: 'non-scaling-stroke' as const };
  return (
    <svg
      viewBox={`${-pad} ${-pad} ${width + 2 * pad} ${depth + rear + gap + 2 * pad}`}
      className="block max-h-64 w-full border border-line bg-field"
      role="img"
      aria-label={`Tray from above with its rear panel: ${Object.keys(tray.standoffs).length - loss.standoffs.length} of ${Object.keys(tray.standoffs).length} standoffs stay`}
    >
      <rect
        x={0}
        y={y(depth)}
        width={width}
        height={depth}
        fill="none"
        stroke="var(--stop)"
        strokeDasharray="6 4"
        {...line}
      />
      {rear > 0 && (
        <rect
          x={0}
          y={0}
          width={width}
          height={rear}
          fill="none"
          stroke="var(--stop)"
          strokeDasharray="6 4"
          {...line}
        />
      )}
      <rect
        x={low[0]}
        y={y(high[1])}
        width={high[0] - low[0]}
        height={high[1] - low[1]}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={1.5}
        {...line}
      />
      {up > 0 && (
        <rect
          x={low[0]}
          y={rear - up}
          width={high[0] - low[0]}
          height={up}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={1.5}
          {...line}
        />
      )}
      {rear > 0 &&
        Object.entries(tray.openings).map(([id, o]) => (
          <rect
            key={id}
            x={o.x}
            y={rear - o.z - o.height}
            width={o.width}
            height={o.height}
            fill="var(--field)"
            stroke={loss.openings.includes(id) ? 'var(--stop)' : 'var(--ink-soft)'}
            {...line}
          />
        ))}
      {Object.entries(tray.standoffs).map(([id, s]) => {
        const lost = loss.standoffs.includes(id);
        const r = Math.max(3, width / 90);
        return lost ? (
          <path
            key={id}
            d={`M${s.x - r} ${y(s.y) - r} l${2 * r} ${2 * r} m0 ${-2 * r} l${-2 * r} ${2 * r}`}
            stroke="var(--stop)"
            strokeWidth={2}
            {...line}
          />
        ) : (
          <circle key={id} cx={s.x} cy={y(s.y)} r={r} fill="none" stroke="var(--ink)" strokeWidth={1.5} {...line} />
        );
      })}
    </svg>
  );
}
