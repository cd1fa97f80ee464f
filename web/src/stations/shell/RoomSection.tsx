import { formatLength } from '@young-shell/core/quantity';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../app/store';
import { SECTION_AXES, type SectionMode } from '../../view/projection';
import { pickedBlock } from './roomBlock';
import { roomCanvas } from './roomColours';

const NAMES = ['width', 'depth', 'height'];

/** The room map in a section that looks along its axis, with the run under the pointer; the picked block in all. */
export function RoomSection({ mode, px }: { mode: SectionMode; px: (pixels: number) => number }) {
  const room = useAppSelector((s) => s.shell.room);
  const unit = useAppSelector((s) => s.preferences.unit);
  const map = room?.report.map;
  const picture = useMemo(() => (map ? roomCanvas(map).toDataURL() : ''), [map]);
  const [at, setAt] = useState<{ x: number; y: number; run: number }>();
  if (!room || !map) return null;
  const { across, up, into } = SECTION_AXES[mode];
  const block = pickedBlock(room);
  const shown = map.axis === into;
  const [x0, y0] = [map.origin[across], map.origin[up]];
  const [w, h] = [map.columns * map.step, map.rows * map.step];
  const read = (event: React.PointerEvent<SVGImageElement>) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix) return;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const u = Math.min(map.columns - 1, Math.max(0, Math.floor((p.x - x0) / map.step)));
    const v = Math.min(map.rows - 1, Math.max(0, Math.floor((-p.y - y0) / map.step)));
    setAt({ x: p.x, y: p.y, run: map.run[v * map.columns + u]! });
  };
  return (
    <g>
      {shown && (
        <image
          href={picture}
          x={x0}
          y={-y0 - h}
          width={w}
          height={h}
          preserveAspectRatio="none"
          style={{ imageRendering: 'pixelated' }}
          onPointerMove={read}
          onPointerLeave={() => setAt(undefined)}
        />
      )}
      {block && (
        <rect
          x={block.low[across]}
          y={-block.high[up]}
          width={block.high[across] - block.low[across]}
          height={block.high[up] - block.low[up]}
          fill="rgba(207,236,205,0.25)"
          stroke="#ffffff"
          strokeWidth={px(2)}
          pointerEvents="none"
        />
      )}
      {shown && at && (
        <text
          x={at.x + px(12)}
          y={at.y - px(10)}
          fontSize={px(20)}
          className="figure pointer-events-none"
          fill="#ffffff"
          stroke="rgba(13,44,37,0.95)"
          strokeWidth={px(5)}
          paintOrder="stroke"
        >
          {at.run === 0 ? `no free ${NAMES[map.axis]}` : `${formatLength(at.run, unit)} free ${NAMES[map.axis]}`}
        </text>
      )}
    </g>
  );
}
