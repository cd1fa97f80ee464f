import type { PlacedPart } from '@young-shell/core/assembly';
import { looksOf } from '@young-shell/core/parts';
import { turnDirection, type Direction } from '@young-shell/core/solid';
import { MARK_LINE, MARK_TONE } from './palette';
import { SECTION_AXES, type SectionMode } from './projection';

/** The side that each section looks at: from above, from the right, from the front. */
const SEEN: Readonly<Record<SectionMode, Direction>> = { plan: 'top', side: 'right', front: 'front' };

/** What a part is recognised by, where the section shows the side it is drawn on and does not cut it away. */
export function PartLooksSection({
  part,
  mode,
  depth,
  width,
}: {
  part: PlacedPart;
  mode: SectionMode;
  depth: number;
  width: number;
}) {
  const { across, up, into } = SECTION_AXES[mode];
  return (
    <g pointerEvents="none" fill="none" stroke={MARK_LINE} strokeWidth={width} strokeOpacity={0.8} opacity={0.7}>
      {looksOf(part.id, part.part).map(({ side, path, closed, tone }, k) => {
        if (turnDirection(part.turn, side) !== SEEN[mode]) return null;
        const points = path.map((p) => part.toShell(p));
        const at = points[0]![into]!;
        // Before the cut it is gone with what carries it.
        if (mode === 'front' ? at < depth : at > depth) return null;
        const line = points.map((p) => `${p[across]} ${-p[up]!}`).join('L');
        return <path key={k} d={`M${line}${closed ? 'Z' : ''}`} fill={tone ? MARK_TONE[tone] : 'none'} />;
      })}
    </g>
  );
}
