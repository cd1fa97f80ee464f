import { chainPieces, marginSum } from '@young-shell/core/fit';
import { formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectShown } from '../../document/selectors';
import { PENCIL, RED_TAPE } from '../../view/palette';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer } from '../../view/station';

/** Rows stand this far from the margin and from each other, px. */
const ROW = 26;
/** A piece shorter than this has its figure left out, px. */
const LEGIBLE = 26;

/** The margin whose sum is open, as chains of dimensions along the section: what is taken, and what it is taken from. */
export function ChainSection({ mode, px }: SectionLayer) {
  const open = useAppSelector((s) => s.fit.chain);
  const { fit } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectShown);
  const unit = useAppSelector((s) => s.preferences.unit);
  const margin = fit.margins.find((m) => m.id === open);
  if (!margin) return null;
  const sum = marginSum(document, margin);
  const pieces = chainPieces(sum);
  const { across, up } = SECTION_AXES[mode];
  if (!pieces || sum.axis === undefined || (sum.axis !== across && sum.axis !== up)) return null;
  const level = sum.axis === across;
  const beside = margin.to[level ? up : across];
  const point = (along: number, row: number): [number, number] =>
    level ? [along, -(beside + px(ROW * (row + 1)))] : [beside + px(ROW * (row + 1)), -along];
  return (
    <g pointerEvents="none" aria-hidden>
      {pieces.map(({ from, to, is, row }, k) => {
        const [p, q] = [point(from, row), point(to, row)];
        const colour = is === 'gap' ? (sum.distance < 0 ? RED_TAPE : PENCIL) : '#f3e7c8';
        const tick = (at: [number, number]) =>
          level
            ? { x1: at[0], y1: at[1] - px(5), x2: at[0], y2: at[1] + px(5) }
            : { x1: at[0] - px(5), y1: at[1], x2: at[0] + px(5), y2: at[1] };
        const text = formatLength(to - from, unit);
        const legible = Math.abs(to - from) > px(LEGIBLE) || is === 'gap';
        const [x, y] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
        return (
          <g key={k} stroke={colour} strokeWidth={px(is === 'gap' ? 3 : 1.4)}>
            <line x1={p[0]} y1={p[1]} x2={q[0]} y2={q[1]} />
            <line {...tick(p)} />
            <line {...tick(q)} />
            {legible && (
              <text
                x={level ? x : x + px(8)}
                y={level ? y - px(5) : y}
                fontSize={px(is === 'gap' ? 17 : 13)}
                textAnchor={level ? 'middle' : 'start'}
                className="figure"
                fill={colour}
                stroke="rgba(13,44,37,0.9)"
                strokeWidth={px(3.5)}
                paintOrder="stroke"
              >
                {text}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
