import { MARGIN_ROOMS, marginName, severityOf } from '@young-shell/core/fit';
import { formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectShown } from '../../document/selectors';
import { VerdictMark } from '../../ui/VerdictMark';
import { selectPartMargins } from './selectors';
import { shortWords } from './shortWords';

/** Live distances of the selected part: they move with the hand. */
export function PartMargins() {
  const margins = useAppSelector(selectPartMargins);
  const document = useAppSelector(selectShown);
  const unit = useAppSelector((s) => s.preferences.unit);
  return (
    <table className="mt-3 w-full border-collapse text-[15px]">
      <caption className="sr-only">Distances of this part</caption>
      <tbody>
        {margins.slice(0, 6).map((m) => (
          <tr key={m.id} className="border-t border-line">
            <td
              className={`figure w-20 py-0.5 pr-2 text-right text-lg ${severityOf(m) === 'stop' || severityOf(m) === 'warn' ? 'text-stop' : ''}`}
            >
              <span className="inline-flex items-center gap-1">
                {severityOf(m) !== 'good' && severityOf(m) !== 'note' && (
                  <VerdictMark verdict={severityOf(m)} size={11} colour="text-current" />
                )}
                {formatLength(m.distance, unit)}
              </span>
            </td>
            <td className="py-0.5">
              {marginName(document, m)}
              {m.kind !== 'body' && <span className="text-ink-soft"> ({MARGIN_ROOMS[m.kind]})</span>}
            </td>
            <td className="py-0.5 text-right font-label text-sm whitespace-nowrap text-ink-soft">
              {shortWords(m, (mm) => formatLength(mm, unit))}needs {formatLength(m.required.value, unit)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
