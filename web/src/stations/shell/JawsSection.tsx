import { useAppSelector } from '../../app/store';
import { JAWS } from '../../view/palette';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer } from '../../view/station';

/** Where the calipers go, in a section. */
export function JawsSection({ mode, px }: SectionLayer) {
  const jaws = useAppSelector((s) => s.shell.jaws);
  const { across, up } = SECTION_AXES[mode];
  if (!jaws) return null;
  return (
    <g pointerEvents="none" stroke={JAWS} fill={JAWS}>
      <line x1={jaws.from[across]} y1={-jaws.from[up]} x2={jaws.to[across]} y2={-jaws.to[up]} strokeWidth={px(3)} />
      {[jaws.from, jaws.to].map((p, i) => (
        <circle key={i} cx={p[across]} cy={-p[up]} r={px(6)} stroke="none" />
      ))}
    </g>
  );
}
