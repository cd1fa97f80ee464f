import { useAppSelector } from '../../app/store';
import { RED_TAPE } from '../../view/palette';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer } from '../../view/station';
import { ChainSection } from './ChainSection';
import { RoutesSection } from './RoutesSection';
import { marginsIn, selectClashes, selectPartMargins } from './selectors';
import { WhereSection } from './WhereSection';

const BAD = '#ff6a4d';

/** Where the selected part can go, cables, what is in what, the selected part’s distances. */
export function FitOverSection(layer: SectionLayer) {
  const { mode, depth, px } = layer;
  const clashes = useAppSelector(selectClashes);
  const margins = useAppSelector(selectPartMargins);
  const { across, up, into } = SECTION_AXES[mode];
  return (
    <>
      <WhereSection mode={mode} px={px} />
      <RoutesSection mode={mode} />
      {clashes.map(({ id, low, high }) => (
        <rect
          key={id}
          pointerEvents="none"
          x={low[across]}
          y={-high[up]}
          width={high[across] - low[across]}
          height={high[up] - low[up]}
          fill={RED_TAPE}
          fillOpacity={low[into] <= depth && high[into] >= depth ? 0.85 : 0.35}
          stroke="#ffd9cf"
          strokeWidth={px(1)}
        />
      ))}
      {marginsIn(margins, layer).map(({ id, from, to, spare }) => (
        <g key={id} pointerEvents="none" stroke={spare < 0 ? BAD : '#fff'} fill={spare < 0 ? BAD : '#fff'}>
          <line x1={from[across]} y1={-from[up]} x2={to[across]} y2={-to[up]} strokeWidth={px(1.6)} />
          {[from, to].map((end, i) => (
            <circle key={i} cx={end[across]} cy={-end[up]} r={px(2.6)} stroke="none" />
          ))}
        </g>
      ))}
      <ChainSection {...layer} />
    </>
  );
}
