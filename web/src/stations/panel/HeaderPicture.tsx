import type { PanelHeader } from '@young-shell/core/document';
import { pinsOf, placeOfPin, standOf } from '@young-shell/core/panel';
import type { HeaderPin } from '@young-shell/core/standards';

/** px; words in it are 14 px high, and wide headers are moved sideways under the hand. */
const CELL = 50;
/** Tone by what a pin is; the word in it says the same. */
const TONES: Readonly<Record<string, string>> = {
  ground: '#3b3a36',
  '12 V': '#d9b310',
  '5 V': '#c8553d',
  '5 V standby': '#8d6a9f',
  '3.3 V': '#dd8f3a',
  'not connected': '#b9b4a6',
  unknown: '#b9b4a6',
};

const short = ({ signal, name }: HeaderPin): string =>
  signal === 'ground'
    ? 'gnd'
    : signal === 'controller pin' || signal === 'analogue pin'
      ? (name ?? signal).replace('pin ', '')
      : signal === 'not connected'
        ? '–'
        : signal
            .replace('power light', 'pwr')
            .replace('drive light', 'drv')
            .replace('network light', 'net')
            .replace(' switch', '')
            .replace('USB ', '')
            .replace('receive', 'rx')
            .replace('send', 'tx')
            .replace('audio ', '')
            .replace('5 V standby', '5 sb');

/** A header as it is seen from above, pin 1 marked; pins that a wire goes to are ringed. */
export function HeaderPicture({ header, used }: { header: PanelHeader; used: ReadonlySet<string> }) {
  const { rows, columns, missing } = standOf(header);
  const pins = pinsOf(header);
  const width = columns * CELL + 8;
  const height = rows * CELL + 26;
  const cells = Array.from({ length: rows * columns }, (_, i) => i + 1);
  return (
    <div
      className="overflow-x-auto"
      tabIndex={width > 320 ? 0 : undefined}
      role={width > 320 ? 'group' : undefined}
      aria-label={width > 320 ? `Pins of ${header.name}` : undefined}
    >
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        className="block"
        role="img"
        aria-label={`${header.name} from above: ${Object.entries(pins)
          .map(([n, p]) => `pin ${n} ${p.signal}`)
          .join(', ')}`}
      >
        <rect
          x={1}
          y={1}
          width={width - 2}
          height={rows * CELL + 6}
          className="fill-paper stroke-line-strong"
          strokeWidth={1.2}
        />
        {cells.map((n) => {
          const { column, row } = placeOfPin(n, rows, columns);
          const [x, y] = [4 + column * CELL, 4 + (rows - 1 - row) * CELL];
          const pin = pins[String(n)];
          if (!pin || missing.includes(n))
            return (
              <g key={n} className="stroke-line-strong" strokeWidth={1}>
                <line x1={x + 18} y1={y + 10} x2={x + CELL - 18} y2={y + CELL - 26} />
                <line x1={x + CELL - 18} y1={y + 10} x2={x + 18} y2={y + CELL - 26} />
              </g>
            );
          const look = {
            fill: TONES[pin.signal] ?? '#4f6f7c',
            className: 'stroke-ink',
            strokeWidth: used.has(String(n)) ? 3.2 : 0.6,
          };
          const light = ['12 V', 'not connected', 'unknown'].includes(pin.signal);
          return (
            <g key={n}>
              {n === 1 ? (
                <rect x={x + CELL / 2 - 12} y={y + 4} width={24} height={24} {...look} />
              ) : (
                <circle cx={x + CELL / 2} cy={y + 16} r={12} {...look} />
              )}
              <text
                x={x + CELL / 2}
                y={y + 21}
                textAnchor="middle"
                fontSize={14}
                className="figure"
                fill={light ? '#1c1b18' : '#fffdf5'}
              >
                {n}
              </text>
              <text x={x + CELL / 2} y={y + 43} textAnchor="middle" fontSize={14} className="figure fill-ink">
                {short(pin)}
              </text>
            </g>
          );
        })}
        <text x={4} y={height - 5} fontSize={14} className="fill-ink-soft font-label">
          from above; pin 1 is square{missing.length > 0 ? ', × has no pin' : ''}
        </text>
      </svg>
    </div>
  );
}
