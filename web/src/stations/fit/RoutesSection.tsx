import { useAppSelector } from '../../app/store';
import { CABLE_COLOUR, CABLE_DASH, PENCIL } from '../../view/palette';
import { SECTION_AXES, type SectionMode } from '../../view/projection';

/** Cables seen in a section, at true thickness. */
export function RoutesSection({ mode }: { mode: SectionMode }) {
  const overlay = useAppSelector((s) => s.fit.routes);
  if (!overlay) return null;
  const { across, up } = SECTION_AXES[mode];
  return (
    <g pointerEvents="none" fill="none" strokeLinejoin="round" strokeLinecap="butt">
      {overlay.routes
        .filter((route) => route.points.length > 1)
        .map(({ link, points }) => (
          <polyline
            key={link.id}
            points={points.map((p) => `${p[across]},${-p[up]}`).join(' ')}
            stroke={overlay.picked === link.id ? PENCIL : CABLE_COLOUR[link.kind]}
            strokeOpacity={overlay.picked === null || overlay.picked === link.id ? 0.95 : 0.5}
            strokeWidth={link.cable.thickness}
            strokeDasharray={CABLE_DASH[link.kind].map((share) => share * link.cable.thickness).join(' ') || undefined}
          />
        ))}
    </g>
  );
}
