import { dsvFormat } from 'd3-dsv';
import { validationIssueOfCurve } from '../section';

/** What units a column’s heading may name, and what one is in ours (m³/h and Pa). Exact by definition of the units. */
const UNITS: readonly { kind: 'flow' | 'pressure'; name: RegExp; factor: number; unit: string }[] = [
  { kind: 'flow', name: /m3\/h|m³\/h|cbm|m\^3\/h/, factor: 1, unit: 'm³/h' },
  { kind: 'flow', name: /cfm|ft3\/min|ft³\/min/, factor: 1.699010796, unit: 'CFM' },
  { kind: 'flow', name: /l\/s/, factor: 3.6, unit: 'L/s' },
  { kind: 'flow', name: /l\/min/, factor: 0.06, unit: 'L/min' },
  { kind: 'flow', name: /m3\/s|m³\/s/, factor: 3600, unit: 'm³/s' },
  { kind: 'pressure', name: /mm ?h2o|mm ?h₂o|mmaq|mmws/, factor: 9.80665, unit: 'mmH₂O' },
  { kind: 'pressure', name: /in\.? ?h2o|inch ?h2o|inaq|"h2o/, factor: 249.08891, unit: 'inH₂O' },
  { kind: 'pressure', name: /pa\b/, factor: 1, unit: 'Pa' },
];

/**
 * A fan’s curve from a table with headings that name their units: `flow m³/h; pressure Pa`, or CFM and mmH₂O. Comma,
 * semicolon or tab between columns; a comma may be the decimal mark where it does not part columns.
 * @returns points m³/h and Pa by growing flow
 * @throws Error that names the line and the value, and what would be right
 */
export function readCurve(text: string): [number, number][] {
  const clean = text.replace(/^\uFEFF/, '').trim();
  if (clean === '') throw new Error('The file is empty; it would have a heading and a line for each point.');
  const [head = ''] = clean.split(/\r?\n/, 1);
  const mark = head.includes('\t') ? '\t' : head.includes(';') ? ';' : ',';
  const rows = dsvFormat(mark).parseRows(clean);
  const headings = rows[0]!.map((h) => h.trim().toLowerCase());
  const column = (kind: 'flow' | 'pressure') => {
    for (const [i, heading] of headings.entries())
      for (const unit of UNITS) if (unit.kind === kind && unit.name.test(heading)) return { i, ...unit };
    throw new Error(
      `No column is a ${kind}: the headings are “${headings.join('”, “').slice(0, 120)}”. One has to name ${kind === 'flow' ? 'm³/h, CFM, L/s or m³/s' : 'Pa, mmH₂O or inH₂O'}.`,
    );
  };
  const [flow, pressure] = [column('flow'), column('pressure')];
  const number = (value: string | undefined, line: number, what: string) => {
    const text = (value ?? '').trim().replace('−', '-');
    const n = Number(mark === ',' ? text : text.replace(',', '.'));
    if (text === '' || !Number.isFinite(n)) throw new Error(`Line ${line}: “${text}” is no ${what}.`);
    if (n < 0) throw new Error(`Line ${line}: a ${what} of ${n} can’t be; it is 0 or more.`);
    return n;
  };
  const points = rows
    .slice(1)
    .map((row, i) => ({ row, line: i + 2 }))
    .filter(({ row }) => row.some((cell) => cell.trim() !== ''))
    .map(({ row, line }): [number, number] => [
      tidy(number(row[flow.i], line, 'flow') * flow.factor),
      tidy(number(row[pressure.i], line, 'pressure') * pressure.factor),
    ])
    .sort((a, b) => a[0] - b[0]);
  if (points.length > 60) throw new Error(`The file has ${points.length} points; a curve has at most 60.`);
  const wrong = validationIssueOfCurve(points);
  if (wrong) throw new Error(wrong);
  return points;
}

const tidy = (v: number) => Number(v.toPrecision(6));
