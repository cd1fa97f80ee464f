import type { PlacedPart, Solid } from '@young-shell/core/assembly';
import { kindOf } from '@young-shell/core/parts';
import { memo } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { drawnSolids } from './drawnSolids';
import { PART_FILL } from './palette';
import { PartLooksSection } from './PartLooksSection';
import { placeWords } from './PartsInWords';
import { SECTION_AXES, type SectionMode } from './projection';
import { cutsSolid } from './section';
import { select } from './slice';
import { SolidOutline } from './SolidOutline';
import type { useSectionDrag } from './useSectionDrag';

/** A part drawn smaller than this, px, shows no marks: they would be a smudge. */
const MARKED_FROM = 40;

/** Nearer things are drawn later. */
export const nearerLater = (mode: SectionMode) => {
  const { into } = SECTION_AXES[mode];
  return (a: Solid, b: Solid) =>
    mode === 'plan' ? a.shape.high[into] - b.shape.high[into] : b.shape.low[into] - a.shape.low[into];
};

/** A part in a section, to be selected and dragged. Drawn anew only where something of its own changed. */
export const PartInSection = memo(function PartInSection({
  part,
  mode,
  depth,
  k,
  selected,
  showRooms,
  stopped,
  focused,
  onFocused,
  drag,
}: {
  part: PlacedPart;
  mode: SectionMode;
  depth: number;
  /** px a mm */
  k: number;
  selected: boolean;
  showRooms: boolean;
  stopped: boolean;
  focused: boolean;
  onFocused: (id: string | undefined) => void;
  drag: ReturnType<typeof useSectionDrag>;
}) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((s) => s.preferences.unit);
  const { across, up, into } = SECTION_AXES[mode];
  const px = (pixels: number) => pixels / k;
  const fill = PART_FILL[kindOf(part.part) ?? 'drive'];
  const size = Math.max(part.high[across] - part.low[across], part.high[up] - part.low[up]);
  return (
    <g
      data-part={part.id}
      tabIndex={0}
      role="button"
      aria-pressed={selected}
      aria-label={`${part.part.name}, ${placeWords(part, unit)}`}
      className="cursor-grab focus:outline-none"
      onFocus={(event) => onFocused(event.currentTarget.matches(':focus-visible') ? part.id : undefined)}
      onBlur={() => onFocused(undefined)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        dispatch(select({ kind: 'part', id: part.id }));
      }}
      onPointerDown={(event) => drag.pointerDown(event, part.id)}
      onPointerMove={drag.pointerMove}
      onPointerUp={drag.pointerUp}
      onPointerCancel={drag.pointerUp}
    >
      {drawnSolids(part.solids)
        .sort(nearerLater(mode))
        .map((s) => {
          const room = s.role === 'air' || s.role === 'plug room' || s.role === 'duct';
          if (room && s.role !== 'duct' && !showRooms) return null;
          const ofRoom = s.role === 'plug room' ? '#ead88f' : '#9fd8e6';
          return (
            <SolidOutline
              key={s.id}
              solid={s}
              axes={[across, up, into]}
              fill={room ? 'none' : fill}
              cut={cutsSolid(s, mode, depth)}
              dashed={room}
              stroke={room ? ofRoom : selected ? '#ff9a5c' : stopped ? '#ff6a4d' : '#e6efe9'}
              width={px(selected && !room ? 2 : stopped ? 1.8 : 1)}
            />
          );
        })}
      {size * k >= MARKED_FROM && <PartLooksSection part={part} mode={mode} depth={depth} width={px(0.8)} />}
      {focused && (
        <rect
          x={part.low[across] - px(4)}
          y={-part.high[up] - px(4)}
          width={part.high[across] - part.low[across] + px(8)}
          height={part.high[up] - part.low[up] + px(8)}
          fill="none"
          stroke="#ead88f"
          strokeWidth={px(3)}
          pointerEvents="none"
        />
      )}
    </g>
  );
});
