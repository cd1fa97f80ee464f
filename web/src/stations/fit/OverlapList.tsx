import { nameOf } from '@young-shell/core/fit';
import { MM_PER_INCH, unitWord, formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Section } from '../../ui/Section';
import { useComputed } from '../../work/useComputed';

/** What is in what: depth and volume, by the solid kernel. */
export function OverlapList() {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const { value } = useComputed('quick', 'fit', 'overlaps', [document]);
  if (!value || value.length === 0) return null;
  return (
    <Section title="What is in what">
      <table className="w-full border-collapse">
        <thead>
          <tr className="font-label text-sm text-ink-soft">
            <th scope="col" className="text-left font-medium">
              pair
            </th>
            <th scope="col" className="text-right font-medium">
              deep, {unitWord(unit)}
            </th>
            <th scope="col" className="text-right font-medium">
              shared, {unit === 'mm' ? 'cm³' : 'in³'}
            </th>
          </tr>
        </thead>
        <tbody>
          {value.map((overlap) => (
            <tr key={overlap.id} className="border-t border-line">
              <td className="py-0.5">
                {nameOf(document, { kind: 'part', id: overlap.part })} in {nameOf(document, overlap.other)}
              </td>
              <td className="figure text-right text-lg">{formatLength(overlap.depth, unit)}</td>
              <td className="figure text-right text-lg">
                {unit === 'mm' ? (overlap.volume / 1000).toFixed(1) : (overlap.volume / MM_PER_INCH ** 3).toFixed(2)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  );
}
