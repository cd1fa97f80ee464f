import type { OwnBlock, OwnDesign, Picked } from '@young-shell/core/document';

interface Props {
  design: OwnDesign;
  picked: Picked;
  onPick: (picked: Picked) => void;
}

const FILL: Record<OwnBlock['role'], string> = {
  body: '#3f6a92',
  connector: '#b88a3a',
  'keep-out': 'none',
  air: 'none',
};

/** An own part from above and from the front; blocks and holes are picked in it. */
export function OwnPartDrawing({ design, picked, onPick }: Props) {
  const blocks = Object.entries(design.blocks).map(([id, block]) => ({
    id,
    block,
    low: [block.x.value, block.y.value, block.z.value] as const,
    high: [
      block.x.value + block.width.value,
      block.y.value + block.depth.value,
      block.z.value + block.height.value,
    ] as const,
  }));
  const min = ([0, 1, 2] as const).map((k) => Math.min(...blocks.map((b) => b.low[k])));
  const max = ([0, 1, 2] as const).map((k) => Math.max(...blocks.map((b) => b.high[k])));
  const [w, d, h] = [0, 1, 2].map((k) => Math.max(1, max[k]! - min[k]!)) as [number, number, number];
  const gap = 0.1 * Math.max(w, d);
  const pad = 0.06 * Math.max(w, d + gap + h);
  const view = (up: 1 | 2, top: number) =>
    blocks.map(({ id, block, low, high }) => {
      const chosen = picked.kind === 'block' && picked.id === id;
      const round = block.shape.kind === 'cylinder' && block.shape.axis === (up === 1 ? 'z' : 'y');
      const [x, y] = [low[0] - min[0]!, top + max[up]! - high[up]];
      return (
        <rect
          key={`${up}/${id}`}
          x={x}
          y={y}
          width={high[0] - low[0]}
          height={high[up] - low[up]}
          rx={round ? (high[0] - low[0]) / 2 : 0}
          fill={FILL[block.role]}
          fillOpacity={0.55}
          stroke={chosen ? '#ff9a5c' : block.role === 'air' ? '#9fd8e6' : '#f3e7c8'}
          strokeWidth={chosen ? 3 : 1.2}
          strokeDasharray={FILL[block.role] === 'none' ? '5 3' : undefined}
          vectorEffect="non-scaling-stroke"
          pointerEvents="all"
          className="cursor-pointer"
          onClick={() => onPick({ kind: 'block', id })}
        />
      );
    });
  return (
    <svg
      viewBox={`${-pad} ${-pad} ${w + 2 * pad} ${d + gap + h + 2 * pad}`}
      className="block h-[600px] w-full bg-mat"
      role="img"
      aria-label="The part from above, below it from the front"
    >
      {view(1, 0)}
      {Object.entries(design.holes).map(([id, hole]) => (
        <circle
          key={id}
          cx={hole.x.value}
          cy={max[1]! - min[1]! - hole.y.value}
          r={Math.max(hole.diameter.value / 2, 0.4)}
          fill="#0d2c25"
          stroke={picked.kind === 'hole' && picked.id === id ? '#ff9a5c' : '#ffffff'}
          strokeWidth={picked.kind === 'hole' && picked.id === id ? 3 : 1.2}
          vectorEffect="non-scaling-stroke"
          className="cursor-pointer"
          onClick={() => onPick({ kind: 'hole', id })}
        />
      ))}
      {view(2, d + gap)}
    </svg>
  );
}
