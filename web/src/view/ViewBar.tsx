import { formatLength } from '@young-shell/core/quantity';
import type { Vec3 } from '@young-shell/core/solid';
import { Box, Eye, EyeOff } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { useAppDispatch, useAppSelector } from '../app/store';
import { SECTION_AXES } from './projection';
import { fitView, setDepth, setMode, toggleRooms, type ViewMode } from './slice';

const MODES: { value: ViewMode; label: string }[] = [
  { value: '3d', label: '3D' },
  { value: 'plan', label: 'Plan' },
  { value: 'side', label: 'Side' },
  { value: 'front', label: 'Front' },
];

/** CSS pixels a millimetre at true size: 96 px an inch by definition; the screen decides. */
const TRUE_SIZE = 96 / 25.4;

interface Props {
  mode: ViewMode;
  depth: number;
  /** px a mm. */
  scale: number;
  box: { low: Vec3; high: Vec3 };
  onScale: (scale: number | undefined) => void;
}

const dark = 'bg-strip/90 text-strip-ink font-label text-[15px] font-semibold';

/** Which view, at which depth, at which scale. */
export function ViewBar({ mode, depth, scale, box, onScale }: Props) {
  const dispatch = useAppDispatch();
  const showRooms = useAppSelector((s) => s.view.showRooms);
  const unit = useAppSelector((s) => s.preferences.unit);
  const into = mode === '3d' ? 0 : SECTION_AXES[mode].into;
  return (
    <div className="absolute top-3 left-3 flex flex-wrap items-center gap-2">
      <ToggleGroup.Root
        type="single"
        value={mode}
        aria-label="View"
        className={`flex rounded-sm ${dark}`}
        onValueChange={(value) => value && dispatch(setMode(value as ViewMode))}
      >
        {MODES.map((m) => (
          <ToggleGroup.Item
            key={m.value}
            value={m.value}
            className="min-h-8 px-3 py-1 pointer-coarse:min-h-10 first:rounded-l-sm last:rounded-r-sm data-[state=on]:bg-tape data-[state=on]:text-tape-ink"
          >
            {m.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <button
        type="button"
        className={`flex min-h-8 items-center gap-1.5 rounded-sm px-2.5 ${dark}`}
        aria-pressed={showRooms}
        onClick={() => dispatch(toggleRooms())}
      >
        {showRooms ? <Eye size={15} aria-hidden /> : <EyeOff size={15} aria-hidden />} plug and air room
      </button>
      {mode === '3d' && (
        <button
          type="button"
          className={`min-h-8 rounded-sm px-2.5 pointer-coarse:min-h-10 ${dark}`}
          title="The whole shell (F)"
          onClick={() => dispatch(fitView())}
        >
          fit
        </button>
      )}
      {mode !== '3d' && (
        <>
          <label className={`flex min-h-8 items-center gap-2 rounded-sm px-2.5 ${dark}`}>
            cut at
            <input
              type="range"
              className="w-32 accent-tape"
              min={box.low[into]}
              max={box.high[into]}
              step={0.5}
              value={depth}
              aria-label={`Depth of the section, ${SECTION_AXES[mode].depthName}`}
              onChange={(event) => dispatch(setDepth({ mode, depth: Number(event.target.value) }))}
            />
            <span className="figure w-16 text-[17px]">{formatLength(depth, unit)}</span>
          </label>
          <span className={`flex min-h-8 items-center gap-1 rounded-sm px-2.5 ${dark}`}>
            <Box size={14} aria-hidden /> 1 : {(TRUE_SIZE / scale).toFixed(2)}
            <button type="button" className="ml-1 px-1 underline" onClick={() => onScale(undefined)}>
              fit
            </button>
            <button type="button" className="px-1 underline" onClick={() => onScale(TRUE_SIZE)}>
              1:1
            </button>
          </span>
        </>
      )}
    </div>
  );
}
