import type { Remedy } from '@young-shell/core/findings';
import { inUnit } from '@young-shell/core/quantity';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../app/store';
import { selectDocument } from '../document/selectors';
import { useSubmit } from '../document/useSubmit';
import { preview } from '../view/slice';
import { useComputed } from '../work/useComputed';
import { run } from '../work/work';
import { Button } from './Button';
import { span } from './days';

/** What it costs beside the plan as it is: `4.20 more to buy, 35 min less work`; nothing where nothing is known of. */
function priceWords({ money, unpriced, minutes }: { money: number; unpriced: number; minutes: number }): string {
  const than = (n: number) => (n > 0 ? 'more' : 'less');
  return [
    Math.abs(money) >= 1 ? `${(Math.abs(money) / 100).toFixed(2)} ${than(money)} to buy` : '',
    unpriced > 0 ? `${unpriced} to buy without a price` : '',
    Math.abs(minutes) >= 1 ? `${span(Math.abs(minutes))} ${than(minutes)} work` : '',
  ]
    .filter((w) => w !== '')
    .join(', ');
}

/** A way out: try it on in the view with what gets better and worse, then use it or leave it. */
export function RemedyRow({ remedy }: { remedy: Remedy }) {
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const unit = useAppSelector((s) => s.preferences.unit);
  const document = useAppSelector(selectDocument);
  const trying = useAppSelector((s) => s.view.preview?.change === remedy.change);
  const { value: cost } = useComputed('short', 'plan', 'cost', [document, remedy.change]);
  const price = cost && priceWords(cost);
  const [effect, setEffect] = useState<{ better: string[]; worse: string[] }>();
  useEffect(() => {
    if (!trying) return;
    let alive = true;
    run('short', 'plan', 'effect', [document, remedy.change]).then(
      (found) => alive && setEffect(found),
      (error: Error) => alive && toast.error(error.message),
    );
    return () => {
      alive = false;
      setEffect(undefined);
    };
  }, [trying, document, remedy]);
  return (
    <div className={trying ? 'border border-pencil p-2' : ''}>
      <div className="flex items-start gap-2">
        <span className="min-w-0 flex-1 leading-snug">
          {inUnit(remedy.label, unit)}
          <span className="block text-sm text-ink-soft">
            {inUnit(remedy.price, unit)}
            {price && <span className="figure ml-1 whitespace-nowrap">· {price}</span>}
          </span>
        </span>
        {!trying && (
          <Button
            aria-label={`Try on: ${inUnit(remedy.label, unit)}`}
            onClick={() => dispatch(preview({ label: remedy.label, change: remedy.change }))}
          >
            Try on
          </Button>
        )}
      </div>
      {trying && (
        <>
          <ul className="my-1.5 list-none p-0 text-sm">
            {effect?.better.slice(0, 4).map((line) => (
              <li key={line} className="text-good">
                + {inUnit(line, unit)}
              </li>
            ))}
            {effect?.worse.slice(0, 4).map((line) => (
              <li key={line} className="text-stop">
                − {inUnit(line, unit)}
              </li>
            ))}
            {effect && effect.better.length + effect.worse.length === 0 && (
              <li className="text-ink-soft">No finding changes.</li>
            )}
          </ul>
          <div className="flex gap-1.5">
            <Button
              look="strong"
              onClick={() => {
                dispatch(preview(null));
                const wrong = submit({ type: 'all', what: remedy.label, changes: [remedy.change] });
                if (wrong) toast.error(wrong);
              }}
            >
              Use
            </Button>
            <Button onClick={() => dispatch(preview(null))}>Leave it</Button>
          </div>
        </>
      )}
    </div>
  );
}
