import { markOfPlan, type Accepted } from '@young-shell/core/proof';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { shortDay, today } from '../../ui/days';
import { InUnit } from '../../ui/InUnit';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

const WORDS: Record<Accepted['state'], string> = { met: '✓ met', 'not met': '✗ not met', open: 'no evidence yet' };

/** What the brief promised, each with what stands for it; then the sign-off and what was learnt. */
export function TargetsPanel() {
  const document = useAppSelector(selectDocument);
  const { reports, findings } = useAppSelector(selectAssessment);
  const { acceptance, checks, signedBefore } = reports.proof;
  const answered = findings.filter((f) => f.answers !== undefined);
  const submit = useSubmit();
  const { signed } = document.proof;
  const lessons = Object.entries(document.build.log).filter(([, e]) => e.kind === 'lesson');
  const open = checks.filter((c) => c.state === 'open').length;
  const bad = checks.filter((c) => c.state === 'bad').length;
  const unmet = acceptance.filter((a) => a.state === 'not met').length;
  const remains = [
    open > 0 ? `${open} checks` : '',
    bad > 0 ? `${bad} checks that were bad` : '',
    acceptance.some((a) => a.state === 'open')
      ? `${acceptance.filter((a) => a.state === 'open').length} targets without evidence`
      : '',
    unmet > 0 ? `${unmet} targets not met` : '',
    Object.keys(document.proof.runs).length === 0 ? 'a burn-in' : '',
  ].filter((w) => w !== '');
  return (
    <>
      <Section title="What the brief wants">
        {acceptance.length === 0 && <p className="m-0 text-ink-soft">The brief sets no targets.</p>}
        <ul className="m-0 list-none p-0">
          {acceptance.map((row) => (
            <TargetRow key={row.id} row={row} />
          ))}
        </ul>
      </Section>
      <Section title="Sign-off">
        {signed ? (
          <>
            <p className={`m-0 ${signedBefore ? 'text-stop' : ''}`}>
              {signedBefore ? '✗ Signed off before the plan was changed: ' : '✓ '}
              {signed.by}, {shortDay(signed.on)}. {signed.words}
            </p>
            <Button look="quiet" className="mt-1" onClick={() => submit({ type: 'signOff', signed: null })}>
              take it back
            </Button>
          </>
        ) : (
          <>
            {answered.length > 0 && (
              <>
                <p className="m-0">Somebody answers for what could kill or burn; the sign-off says so:</p>
                <ul className="mt-0 mb-2 pl-5">
                  {answered.map((f) => (
                    <li key={f.id}>
                      {f.answers}: {f.brief}
                    </li>
                  ))}
                </ul>
              </>
            )}
            {remains.length > 0 && (
              <p className="mt-0 mb-2">
                What remains: {remains.join(', ')}. It can be signed all the same, and says so.
              </p>
            )}
            <SignOff
              onSign={(by, words) => {
                const wrong = submit({
                  type: 'signOff',
                  signed: {
                    on: today(),
                    by,
                    words: [
                      words,
                      ...answered.map((f) => `${f.answers} answers for: ${f.brief}.`),
                      remains.length > 0 ? `With these left: ${remains.join(', ')}.` : '',
                    ]
                      .filter((w) => w !== '')
                      .join(' ')
                      .slice(0, 600),
                    of: markOfPlan(document),
                  },
                });
                if (wrong) toast.error(wrong);
              }}
            />
          </>
        )}
      </Section>
      <Section title="What was learnt">
        {lessons.length === 0 ? (
          <p className="m-0 text-ink-soft">
            Write lessons into the log of Build: they become the checklist of the next conversion.
          </p>
        ) : (
          <ul className="m-0 pl-5">
            {lessons.map(([id, e]) => (
              <li key={id}>{e.text}</li>
            ))}
          </ul>
        )}
      </Section>
    </>
  );
}

function TargetRow({ row }: { row: Accepted }) {
  const { proof } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const said = proof.evidence[row.id];
  const set = (patch: Partial<NonNullable<typeof said>>) =>
    submit({
      type: 'setEvidence',
      target: row.id,
      name: row.label,
      evidence: { on: today(), met: true, words: '', ...said, ...patch },
    });
  const sense =
    row.target.kind === 'ready-by'
      ? 'until'
      : row.target.kind === 'smallest-margin' || row.target.kind === 'free-litres' || row.target.kind === 'drives'
        ? 'at least'
        : 'at most';
  // What is measured elsewhere is not said here.
  const measured = row.state !== 'open' && !said;
  return (
    <li className="border-t border-line py-1.5 first:border-t-0">
      <div className="grid grid-cols-[1fr_auto] items-baseline gap-x-2">
        <span>
          {row.label}
          <span className="ml-2 text-sm text-ink-soft">
            <InUnit words={`${sense} ${row.target.limit} ${row.unit}`} />
          </span>
        </span>
        <span
          className={`text-right ${row.state === 'not met' ? 'text-stop' : row.state === 'open' ? 'text-ink-soft' : ''}`}
        >
          {row.value !== undefined && (
            <span className="figure mr-2 text-lg">
              <InUnit words={`${Number.isInteger(row.value) ? row.value : row.value.toFixed(1)} ${row.unit}`} />
            </span>
          )}
          {WORDS[row.state]}
        </span>
        {(row.words || row.simulated) && (
          <span className="col-span-2 text-sm text-ink-soft">
            {row.words}
            {row.simulated ? ' Simulated: it is no evidence of a real machine.' : ''}
          </span>
        )}
      </div>
      {!measured && (
        <div className="mt-1 grid grid-cols-[1fr_7rem_auto] items-end gap-2">
          <TextField label={`Evidence: ${row.label}`} value={said?.words ?? ''} onCommit={(words) => set({ words })} />
          {row.unit === 'mm' ? (
            <LengthField label="Value" value={said?.value ?? 0} onCommit={(mm) => set({ value: mm })} />
          ) : (
            <TextField
              label={`Value${row.unit ? `, ${row.unit}` : ''}`}
              value={said?.value === undefined ? '' : String(said.value)}
              onCommit={(text) => {
                if (text.trim() === '') return undefined;
                const n = Number(text.trim().replace(',', '.'));
                return Number.isFinite(n) ? set({ value: n }) : `“${text}” is not a number.`;
              }}
            />
          )}
          {said && (
            <Button
              look="quiet"
              aria-label={`No evidence: ${row.label}`}
              onClick={() => submit({ type: 'setEvidence', target: row.id, name: row.label, evidence: null })}
            >
              ×
            </Button>
          )}
        </div>
      )}
    </li>
  );
}

function SignOff({ onSign }: { onSign: (by: string, words: string) => void }) {
  const [by, setBy] = useState('');
  const [words, setWords] = useState('');
  return (
    <div className="grid grid-cols-2 items-end gap-2.5">
      <TextField label="Who signs" value={by} onCommit={(text) => (setBy(text), undefined)} />
      <TextField label="Words" value={words} onCommit={(text) => (setWords(text), undefined)} />
      <Button look="strong" disabled={by.trim() === ''} onClick={() => onSign(by.trim().slice(0, 80), words)}>
        Sign it off
      </Button>
    </div>
  );
}
