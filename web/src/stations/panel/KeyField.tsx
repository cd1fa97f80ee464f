import type { KeyMatrix } from '@young-shell/core/document';
import type { MatrixReport } from '@young-shell/core/panel';

/** px at the width of the panel; letters are 14 px high. */
const KEY = 27;
/** Letters that fit on a key; the rest of a word is in its name. */
const FIT = 3;

/** The keys as they lie: sure ones filled, the next one ringed, doubtful ones dashed. */
export function KeyField({
  matrix,
  report,
  picked,
  onPick,
}: {
  matrix: KeyMatrix;
  report: MatrixReport;
  picked: string | undefined;
  onPick: (key: string) => void;
}) {
  const keys = Object.entries(matrix.keys);
  const wide = Math.max(1, ...keys.map(([, k]) => k.x)) + 1;
  const high = Math.max(1, ...keys.map(([, k]) => k.y)) + 1;
  const doubt = new Map(report.doubtful.map((d) => [d.key, d.why]));
  const cell = new Map(report.cells.map((c) => [c.key, c]));
  return (
    <svg
      viewBox={`-2 -2 ${wide * KEY + 4} ${high * KEY + 4}`}
      className="block w-full"
      role="group"
      aria-label="Keys as they lie"
    >
      {keys.map(([id, key]) => {
        const why = doubt.get(id);
        const at = cell.get(id);
        const next = report.next.key === id;
        return (
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={`Key ${key.legend || id}: ${why ?? (at ? `row pin ${at.row}, column pin ${at.column}` : 'not read')}${next ? ', hold it next' : ''}`}
            aria-pressed={picked === id}
            className="cursor-pointer outline-offset-1"
            onClick={() => onPick(id)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onPick(id);
            }}
          >
            <rect
              x={key.x * KEY + 1}
              y={key.y * KEY + 1}
              width={KEY - 2}
              height={KEY - 2}
              rx={3}
              className={`${at && !why ? 'fill-field' : 'fill-paper'} ${next ? 'stroke-pencil' : picked === id ? 'stroke-ink' : why === 'on an odd ring' || why === 'shares its pins' ? 'stroke-stop' : 'stroke-line-strong'}`}
              strokeWidth={next || picked === id ? 2.4 : 1}
              strokeDasharray={why ? '3 2' : undefined}
            />
            <text
              x={(key.x + 0.5) * KEY}
              y={key.y * KEY + 19}
              textAnchor="middle"
              fontSize={14}
              className="figure fill-ink"
            >
              {key.legend.slice(0, key.legend.length > FIT ? FIT : undefined) || '·'}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
