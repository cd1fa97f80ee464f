import { amountOf, canKill, type Finding, type Unit } from '@young-shell/core/findings';
import { formatLength, inUnit } from '@young-shell/core/quantity';
import type { LengthUnit, Source } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { selectDocument } from '../document/selectors';
import { useSubmit } from '../document/useSubmit';
import { select } from '../view/slice';
import { useComputed } from '../work/useComputed';
import { Button } from './Button';
import { Explain } from './Explain';
import { RemedyRow } from './RemedyRow';
import { VerdictMark } from './VerdictMark';

/** Units that are written otherwise than they are called. */
const WRITTEN: Partial<Record<Unit, string>> = { litre: 'L', percent: '%', gram: 'kg', count: '' };

/** A figure of a finding in words. */
export function figureText(value: number, unit: Unit, shown: LengthUnit): string {
  if (unit === 'mm') return `${formatLength(value, shown)} ${shown === 'mm' ? 'mm' : 'in'}`;
  return `${Number(value.toFixed(unit === 'percent' ? 1 : 2))} ${WRITTEN[unit] ?? unit}`.trim();
}

/** Where a number comes from, in words. */
export const sourceText = (source: Source) => `${source.title}${source.fromMemory ? ' (from memory)' : ''}`;

/** One finding: the verdict, the sentence, its numbers, and what can be done. */
export function FindingCard({ finding }: { finding: Finding }) {
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const document = useAppSelector(selectDocument);
  const busy = useAppSelector((s) => s.view.drag !== null || s.view.preview !== null);
  const unit = useAppSelector((s) => s.preferences.unit);
  const [reason, setReason] = useState<string>();
  const [who, setWho] = useState('');
  const deadly = canKill(finding);
  const wanted =
    finding.mayHaveRemedies &&
    finding.accepted === undefined &&
    (finding.verdict === 'stop' || finding.verdict === 'warn');
  const { value: remedies, busy: searching } = useComputed(
    'short',
    'plan',
    'remedies',
    wanted && !busy ? [document, finding] : undefined,
  );
  const amount = amountOf(finding);
  const about = finding.about.find(
    (a) => a.kind === 'part' || a.kind === 'feature' || a.kind === 'face' || a.kind === 'cut',
  );
  return (
    <article className={`border-b border-line px-4 py-2.5 ${finding.accepted !== undefined ? 'opacity-70' : ''}`}>
      <div className="flex items-start gap-2.5">
        <span className="pt-1">
          <VerdictMark verdict={finding.verdict} size={14} />
        </span>
        <button
          type="button"
          className="m-0 flex-1 text-left leading-snug hover:underline"
          onClick={() =>
            about && dispatch(select({ kind: about.kind as 'part' | 'feature' | 'face' | 'cut', id: about.id }))
          }
        >
          {inUnit(finding.sentence, unit)}
        </button>
        {finding.figures.length > 0 && (
          <Explain
            title={finding.brief}
            rows={finding.figures.map((f) => ({
              label: f.label,
              value: figureText(f.value, f.unit, unit),
              source: sourceText(f.source),
            }))}
          />
        )}
      </div>
      {wanted && (
        <div className="mt-2 ml-6 flex flex-col gap-1.5">
          {remedies?.map((remedy) => (
            <RemedyRow key={remedy.id} remedy={remedy} />
          ))}
          {searching && !remedies && <span className="text-sm text-ink-soft">looking for ways out …</span>}
          {remedies?.length === 0 && !searching && (
            <span className="text-sm text-ink-soft">
              {finding.station === 'fit'
                ? 'No move, turn or cut of a may-cut feature resolves this alone (positions every 2 mm, all 24 orientations tried).'
                : 'Nothing that is tried here resolves this alone.'}
            </span>
          )}
        </div>
      )}
      {finding.lapsed !== undefined && (
        <p className="mt-1 mb-0 ml-6 text-sm text-warn">
          You lived with it ({finding.lapsed || 'no reason given'}); it has got worse since.
        </p>
      )}
      {finding.unanswered !== undefined && (
        <p className="mt-1 mb-0 ml-6 text-sm text-stop">
          You lived with it ({finding.unanswered || 'no reason given'}); nobody answers for it, and it can kill or burn.
        </p>
      )}
      {finding.accepted !== undefined ? (
        <p className="mt-1 mb-0 ml-6 text-sm text-ink-soft">
          Accepted: {finding.accepted || 'no reason given'}
          {finding.answers === undefined ? '' : `; ${finding.answers} answers for it`}{' '}
          <button
            type="button"
            className="underline"
            onClick={() => submit({ type: 'accept', finding: finding.id, accepted: null })}
          >
            reopen
          </button>
        </p>
      ) : (
        finding.verdict !== 'good' &&
        (reason === undefined ? (
          <button
            type="button"
            className="mt-1 ml-6 text-sm text-ink-soft underline underline-offset-2"
            onClick={() => setReason('')}
          >
            {deadly ? 'somebody answers for it' : 'live with it'}
          </button>
        ) : (
          <form
            className="mt-2 ml-6 flex flex-wrap gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              if (deadly && who.trim() === '') return;
              if (finding.verdict !== 'good')
                submit({
                  type: 'accept',
                  finding: finding.id,
                  accepted: {
                    reason: reason.slice(0, 300),
                    verdict: finding.verdict,
                    ...(amount === undefined ? {} : { amount }),
                    ...(deadly ? { by: who.trim().slice(0, 80) } : {}),
                  },
                });
              setReason(undefined);
            }}
          >
            {deadly && (
              <input
                autoFocus
                required
                aria-label="Who answers for it"
                placeholder="Who answers for it?"
                className="min-w-0 basis-full rounded-sm border border-line-strong bg-field px-2"
                value={who}
                onChange={(event) => setWho(event.target.value)}
              />
            )}
            <input
              autoFocus={!deadly}
              aria-label="Why it is acceptable"
              placeholder="Why?"
              className="min-w-0 flex-1 rounded-sm border border-line-strong bg-field px-2"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <Button type="submit">Accept</Button>
          </form>
        ))
      )}
    </article>
  );
}
