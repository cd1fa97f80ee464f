import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectShown } from '../../document/selectors';
import type { SectionMode } from '../../view/projection';
import { wherePictures } from './whereCanvas';

/** Where the middle of the selected part may be, in a section: bright at its own depth, pale at others. */
export function WhereSection({ mode, px }: { mode: SectionMode; px: (pixels: number) => number }) {
  const map = useAppSelector((s) => (s.fit.where.on ? s.fit.where.map : null));
  const placement = useAppSelector((s) => (map ? selectShown(s).layout.placements[map.id] : undefined));
  const { x = 0, y = 0, z = 0 } = placement ?? {};
  const pictures = useMemo(
    () =>
      map
        ? wherePictures(map.where, mode, [x, y, z]).map(({ canvas, ...place }) => ({
            ...place,
            href: canvas.toDataURL(),
          }))
        : [],
    [map, mode, x, y, z],
  );
  if (!map) return null;
  const [cu, cv] = middleOf(map.where.size, [x, y, z], mode);
  return (
    <g pointerEvents="none">
      {pictures.map(({ href, u, v, width, height }, i) => (
        <image
          key={i}
          href={href}
          x={u}
          y={-v - height}
          width={width}
          height={height}
          preserveAspectRatio="none"
          style={{ imageRendering: 'pixelated' }}
        />
      ))}
      {placement && (
        <path
          d={`M${cu - px(7)} ${-cv}h${px(14)}M${cu} ${-cv - px(7)}v${px(14)}`}
          stroke="#ffffff"
          strokeWidth={px(2)}
        />
      )}
    </g>
  );
}

const AXES = { plan: [0, 1], side: [1, 2], front: [0, 2] } as const;

const middleOf = (size: readonly number[], at: readonly number[], mode: SectionMode): [number, number] => {
  const [a, b] = AXES[mode];
  return [at[a]! + size[a]! / 2, at[b]! + size[b]! / 2];
};
