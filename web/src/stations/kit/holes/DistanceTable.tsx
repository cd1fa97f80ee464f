import type { HoleMap } from '@young-shell/core/document';
import type { HoleSolution } from '@young-shell/core/kit';
import { formatLength } from '@young-shell/core/quantity';
import { X } from 'lucide-react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { LengthField } from '../../../ui/LengthField';
import { endName } from './DistanceEntry';

interface Props {
  map: HoleMap;
  solution: HoleSolution;
  onPick: (picked: string[]) => void;
  onChange: (patch: Partial<HoleMap>) => string | undefined;
}

const HOW = { centre: 'centres', outer: 'far rims', inner: 'near rims' };

/** All readings with what the figure makes of them; a likely misreading is marked. */
export function DistanceTable({ map, solution, onPick, onChange }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const rows = [...solution.distances].reverse();
  if (rows.length === 0)
    return (
      <p className="m-0 text-ink-soft">
        No distance yet. Four holes want five, with a diagonal; more of them check each other.
      </p>
    );
  return (
    <table className="w-full border-collapse text-left">
      <thead className="font-label text-sm text-ink-soft">
        <tr>
          <th className="py-1 font-normal">from – to</th>
          <th className="w-32 font-normal">reading</th>
          <th className="w-16 text-right font-normal">off by</th>
          <th className="w-14 text-right font-normal" title="share of the reading that others check">
            checked
          </th>
          <th className="w-8">
            <span className="sr-only">take out</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const distance = map.distances[row.id]!;
          return (
            <tr
              key={row.id}
              className={`border-t border-line ${row.misread ? 'bg-[color-mix(in_srgb,var(--stop)_12%,transparent)]' : ''}`}
            >
              <td className="py-1">
                <button
                  type="button"
                  className="min-h-8 text-left hover:underline"
                  onClick={() => onPick([distance.from, distance.to])}
                >
                  {endName(map, distance.from)} – {endName(map, distance.to)}
                  <span className="block text-sm text-ink-soft">
                    {HOW[distance.how]}
                    {row.misread && <strong className="text-stop"> · misread?</strong>}
                  </span>
                </button>
              </td>
              <td>
                <span className="[&_label]:sr-only">
                  <LengthField
                    label={`Reading ${endName(map, distance.from)} to ${endName(map, distance.to)}`}
                    value={distance.measured.value}
                    onCommit={(value) =>
                      onChange({
                        distances: {
                          ...map.distances,
                          [row.id]: { ...distance, measured: { ...distance.measured, value } },
                        },
                      })
                    }
                  />
                </span>
              </td>
              <td className={`figure text-right text-[17px] ${row.misread ? 'font-bold text-stop' : ''}`}>
                {row.redundancy < 0.02 ? '–' : formatLength(row.residual, unit, 2)}
              </td>
              <td className="figure text-right text-[17px] text-ink-soft">{Math.round(row.redundancy * 100)} %</td>
              <td>
                <Button
                  look="quiet"
                  aria-label={`Take out ${endName(map, distance.from)} to ${endName(map, distance.to)}`}
                  onClick={() => {
                    const { [row.id]: _, ...distances } = map.distances;
                    onChange({ distances });
                  }}
                >
                  <X size={15} aria-hidden />
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
