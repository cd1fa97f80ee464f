import type { Assembly } from '@young-shell/core/assembly';
import { sheetOf, tileName, type SheetItem, type Tiling } from '@young-shell/core/cut';
import type { Conversion } from '@young-shell/core/document';

const COLOURS = {
  cut: 'var(--stop)',
  drill: 'var(--note)',
  reference: 'var(--line-strong)',
  engrave: 'var(--ink)',
} as const;

/** A small picture of a face’s sheet with the pages it is spread over. */
export function SheetPicture({
  document,
  assembly,
  face,
  tiling,
}: {
  document: Conversion;
  assembly: Assembly;
  face: string;
  tiling: Tiling;
}) {
  const sheet = sheetOf(document, face, assembly);
  // 15 px where the picture is as wide as the panel or as high as it may be.
  const letters = Math.max((15 * sheet.width) / 328, (15 * sheet.height) / 256);
  return (
    <svg
      viewBox={`-8 -8 ${sheet.width + 16} ${sheet.height + 16}`}
      className="block max-h-64 w-full bg-field"
      role="img"
      aria-label={`Sheet of the ${sheet.title}: ${sheet.holes.length} openings and holes`}
    >
      {tiling.tiles.map((tile) => (
        <g key={tileName(tile)}>
          <rect
            x={tile.u}
            y={sheet.height - tile.v - tiling.window.height}
            width={tiling.window.width}
            height={tiling.window.height}
            fill="none"
            stroke="var(--line-strong)"
            strokeDasharray="6 5"
            vectorEffect="non-scaling-stroke"
          />
          {tiling.tiles.length > 1 && (
            <text
              x={Math.max(0, tile.u) + 12}
              y={Math.max(0, sheet.height - tile.v - tiling.window.height) + 8 + letters}
              fontSize={letters}
              fill="var(--ink-soft)"
              className="figure"
            >
              {tileName(tile)}
            </text>
          )}
        </g>
      ))}
      {sheet.items.map((item, i) => (
        <Item key={i} item={item} height={sheet.height} />
      ))}
    </svg>
  );
}

function Item({ item, height }: { item: SheetItem; height: number }) {
  const shared = {
    fill: 'none',
    stroke: COLOURS[item.layer],
    strokeWidth: item.layer === 'cut' ? 1.8 : 1,
    vectorEffect: 'non-scaling-stroke' as const,
  };
  if (item.kind === 'text') return null;
  if (item.kind === 'circle')
    return <circle cx={item.centre[0]} cy={height - item.centre[1]} r={item.radius} {...shared} />;
  if (item.kind === 'rectangle')
    return (
      <rect
        x={item.centre[0] - item.half[0]}
        y={height - item.centre[1] - item.half[1]}
        width={2 * item.half[0]}
        height={2 * item.half[1]}
        rx={item.radius}
        {...shared}
      />
    );
  return (
    <path d={`M${item.points.map(([u, v]) => `${u} ${height - v}`).join('L')}${item.closed ? 'Z' : ''}`} {...shared} />
  );
}
