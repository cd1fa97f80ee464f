import type { OffBy } from '@young-shell/core/work';
import { unitWord, formatLength, inUnit } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppSelector } from '../app/store';
import { selectDocument } from '../document/selectors';
import { run } from '../work/work';
import { Button } from './Button';

/** Beside a measured value: which findings change if it is off by its ±, and at which value the plan breaks. */
export function WhatIfWrong({ path, name }: { path: string; name: string }) {
  const document = useAppSelector(selectDocument);
  const [asked, setAsked] = useState<{ of: typeof document; answer?: OffBy; failed?: string }>();
  const ask = async () => {
    setAsked({ of: document });
    try {
      setAsked({ of: document, answer: await run('short', 'plan', 'wrong', [document, path]) });
    } catch (error) {
      setAsked({ of: document, failed: (error as Error).message });
    }
  };
  const current = asked?.of === document ? asked : undefined;
  return (
    <div className="mt-1">
      {!current && (
        <Button look="quiet" aria-label={`What if it is wrong? ${name}`} onClick={() => void ask()}>
          What if it is wrong?
        </Button>
      )}
      <div role="status" className="text-sm leading-snug">
        {current && !current.answer && !current.failed && <span className="text-ink-soft">trying other values …</span>}
        {current?.failed && <span className="text-stop">{current.failed}</span>}
        {current?.answer && <Answer answer={current.answer} />}
      </div>
    </div>
  );
}

function Answer({ answer }: { answer: OffBy }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const { value, uncertainty, less, more, below, above, looked } = answer;
  const mm = (v: number) => `${formatLength(v, unit)} ${unitWord(unit)}`;
  const list = (words: string, sentences: readonly string[]) => (
    <li>
      {words}:{' '}
      {sentences.length === 0 ? (
        <span className="text-good">nothing gets worse.</span>
      ) : (
        sentences
          .slice(0, 3)
          .map((s) => inUnit(s, unit))
          .join(' ') + (sentences.length > 3 ? ` And ${sentences.length - 3} more.` : '')
      )}
    </li>
  );
  return (
    <ul className="m-0 list-disc pl-5">
      {uncertainty > 0 && list(`${mm(uncertainty)} less`, less)}
      {uncertainty > 0 && list(`${mm(uncertainty)} more`, more)}
      {below && (
        <li>
          Under <b className="figure">{mm(below.at)}</b> the plan breaks: {inUnit(below.sentence, unit)}
        </li>
      )}
      {above && (
        <li>
          Over <b className="figure">{mm(above.at)}</b> the plan breaks: {inUnit(above.sentence, unit)}
        </li>
      )}
      {!below && !above && (
        <li>
          Between {mm(value - looked)} and {mm(value + looked)} nothing stops that does not now.
        </li>
      )}
    </ul>
  );
}
