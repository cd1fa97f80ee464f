import { unitWord, formatLength } from '@young-shell/core/quantity';
import { DRILLS } from '@young-shell/core/standards';
import { useAppSelector } from '../../app/store';
import { sourceText } from '../../ui/FindingCard';
import { Section } from '../../ui/Section';

/** Which hole for which thread: to cut it, to go through, in wood, for inserts and T-nuts. */
export function DrillTable() {
  const unit = useAppSelector((s) => s.preferences.unit);
  const l = (mm: number | undefined) =>
    mm === undefined ? '–' : formatLength(mm, unit, unit === 'mm' ? (mm % 0.1 > 0.01 && mm % 0.1 < 0.09 ? 2 : 1) : 3);
  return (
    <Section title={`Drills, ${unitWord(unit)}`}>
      <table className="w-full border-collapse">
        <thead>
          <tr className="font-label text-sm text-ink-soft">
            {['thread', 'tap', 'clear', 'in wood', 'insert', 'T-nut'].map((head, i) => (
              <th key={head} scope="col" className={`pb-1 font-medium ${i === 0 ? 'text-left' : 'text-right'}`}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {DRILLS.map((row) => (
            <tr key={row.key} className="border-t border-line" title={sourceText(row.source)}>
              <th scope="row" className="py-1 text-left font-label font-semibold whitespace-nowrap">
                {row.thread}
              </th>
              {[l(row.tap), l(row.clear), row.pilot.map(l).join('–'), l(row.insert?.hole), l(row.tNut)].map(
                (text, i) => (
                  <td key={i} className="figure py-1 text-right whitespace-nowrap">
                    {text}
                  </td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 mb-0 text-sm text-ink-soft">
        Tap and clear by ISO 261 and ISO 273 (medium); wood from soft to hard, inserts and T-nuts by common practice:
        the maker’s sheet decides.
      </p>
    </Section>
  );
}
