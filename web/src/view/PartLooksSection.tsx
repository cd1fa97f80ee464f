import type { PlacedPart } from '@young-shell/core/assembly';
import { looksOf, type Mark } from '@young-shell/core/parts';
import { turnDirection, type Direction, type Vec3 } from '@young-shell/core/solid';
import { MARK_LINE, MARK_TONE } from './palette';
import { SECTION_AXES, type SectionMode } from './projection';

/** The side that each section looks at: from above, from the right, from the front. */
const SEEN: Readonly<Record<SectionMode, Direction>> = { plan: 'top', side: 'right', front: 'front' };

interface Props {
  mode: SectionMode;
  depth: number;
  width: number;
}

/** What a part is recognised by, where the section shows the side it is drawn on and does not cut it away. */
export function PartLooksSection({ part: { id, part, toShell, turn }, ...view }: Props & { part: PlacedPart }) {
  return (
    <LooksSection {...view} marks={looksOf(id, part)} place={toShell} turned={(side) => turnDirection(turn, side)} />
  );
}

/** What an original control is recognised by, as for a part. */
export function ControlLooksSection({ marks, ...view }: Props & { marks: readonly Mark[] }) {
  return <LooksSection {...view} marks={marks} place={(p) => p} turned={(side) => side} />;
}

interface LooksProps extends Props {
  marks: readonly Mark[];
  place: (p: Vec3) => Vec3;
  turned: (side: Direction) => Direction;
}

function LooksSection({ marks, place, turned, mode, depth, width }: LooksProps) {
  const { across, up, into } = SECTION_AXES[mode];
  return (
    <g pointerEvents="none" fill="none" stroke={MARK_LINE} strokeWidth={width} strokeOpacity={0.8} opacity={0.7}>
      {marks.map(({ side, path, closed, tone }, k) => {
        if (turned(side) !== SEEN[mode]) return null;
        const points = path.map(place);
        const at = points[0]![into]!;
        // Before the cut it is gone with what carries it.
        if (mode === 'front' ? at < depth : at > depth) return null;
        const line = points.map((p) => `${p[across]} ${-p[up]!}`).join('L');
        return <path key={k} d={`M${line}${closed ? 'Z' : ''}`} fill={tone ? MARK_TONE[tone] : 'none'} />;
      })}
    </g>
  );
}
