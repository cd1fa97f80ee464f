import { CHECK_GROUPS, expectWords, judgeReading, markOfCheck, type LookedAt } from '@young-shell/core/proof';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { ask } from '../../instruments/ask';
import { ConnectSimulated } from '../../instruments/ConnectSimulated';
import { Button } from '../../ui/Button';
import { shortDay, today } from '../../ui/days';
import { FindingList } from '../../ui/FindingList';
import { Figure } from '../../ui/Figure';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { select } from '../../view/slice';
import { useParams } from 'react-router';
import { pickCheck } from './slice';
import { capital } from '../../ui/capital';

const LOADS = { A: 'healthy', B: 'short', C: 'board does not start' } as const;

/** What to look at before the plug goes in, how to switch on, what to try then. */
export function ChecksPanel() {
  const { checks, lost } = useAppSelector(selectAssessment).reports.proof;
  if (checks.length === 0)
    return (
      <Section title="Checks">
        <p className="m-0 text-ink-soft">Nothing is planned yet: place parts in Fit, and the checks follow.</p>
      </Section>
    );
  const left = checks.filter((c) => c.state === 'open' && c.waitsFor.length === 0);
  const before = checks.filter(
    (c) => c.gate && c.state === 'open' && (c.group === 'before power' || c.group === 'liquid'),
  ).length;
  return (
    <>
      <Section title="Look at this now">
        <div className="grid grid-cols-3 gap-x-3">
          <Figure
            label="good"
            value={`${checks.filter((c) => c.state === 'good').length}`}
            unit={`of ${checks.length}`}
          />
          <Figure
            label="bad"
            value={`${checks.filter((c) => c.state === 'bad').length}`}
            unit=""
            bad={checks.some((c) => c.state === 'bad')}
          />
          <Figure label="before the plug" value={`${before}`} unit="left" />
        </div>
        {left[0] ? (
          <ul className="mt-2 mb-0 list-none p-0">
            <CheckRow key={left[0].id} check={left[0]} where="now" />
          </ul>
        ) : (
          <p className="mt-2 mb-0">
            {checks.some((c) => c.state === 'bad') ? 'Mend what is bad first.' : '✓ All is looked at.'}
          </p>
        )}
        {lost.length > 0 && (
          <p className="mt-1 mb-0 text-sm text-ink-soft">
            {lost.length} {lost.length === 1 ? 'check was' : 'checks were'} done of things that are gone; what was seen
            is kept.
          </p>
        )}
      </Section>
      <FindingList station="proof" />
      {CHECK_GROUPS.map((group) => {
        const of = checks.filter((c) => c.group === group);
        if (of.length === 0) return null;
        return (
          <Section
            key={group}
            title={`${capital(group)}, ${of.filter((c) => c.state === 'good' || c.state === 'not here').length} of ${of.length}`}
          >
            {group === 'first power' && <FirstPowerSupply />}
            <ul className="m-0 list-none p-0">
              {of.map((check) => (
                <CheckRow key={check.id} check={check} where="list" />
              ))}
            </ul>
          </Section>
        );
      })}
    </>
  );
}

const MARK: Record<LookedAt['state'], string> = { open: '○', good: '✓', bad: '✗', 'not here': '–' };
const MARK_WORDS: Record<LookedAt['state'], string> = {
  open: 'open',
  good: 'good',
  bad: 'bad',
  'not here': 'not here',
};

function CheckRow({ check, where }: { check: LookedAt; where: 'now' | 'list' }) {
  const picked = useAppSelector((s) => s.proof.check);
  const dispatch = useAppDispatch();
  const key = `${where}/${check.id}`;
  const open = where === 'now' || picked === key;
  return (
    <li className="border-t border-line py-1 first:border-t-0">
      <div className="grid grid-cols-[auto_1fr_auto] items-baseline gap-x-2">
        <span
          role="img"
          aria-label={MARK_WORDS[check.state]}
          className={`figure w-4 text-lg leading-none ${check.state === 'bad' ? 'text-stop' : check.state === 'good' ? '' : 'text-ink-soft'}`}
        >
          {MARK[check.state]}
        </span>
        {where === 'now' ? (
          <span className="text-lg font-semibold">{check.name}</span>
        ) : (
          <button
            type="button"
            aria-expanded={open}
            className="text-left hover:underline"
            onClick={() => {
              dispatch(pickCheck(open ? null : key));
              if (!open && check.about)
                dispatch(select(check.about.kind === 'face' ? null : { kind: check.about.kind, id: check.about.id }));
            }}
          >
            {check.name}
          </button>
        )}
        <span className="figure text-base whitespace-nowrap">
          {check.seen?.value !== undefined
            ? `${check.seen.value} ${check.expect?.unit ?? ''}${check.seen.simulated ? ' sim.' : ''}`
            : check.expect
              ? expectWords(check.expect)
              : ''}
        </span>
        {(check.touched || check.seen) && (
          <>
            <span />
            <span className="col-span-2 text-sm text-ink-soft">
              {check.seen ? `looked at ${shortDay(check.seen.on)}` : ''}
              {check.touched ? '; the plan has changed since' : ''}
              {check.seen?.note ? `; ${check.seen.note}` : ''}
            </span>
          </>
        )}
      </div>
      {open && <CheckFields check={check} />}
    </li>
  );
}

function CheckFields({ check }: { check: LookedAt }) {
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const { id = '' } = useParams();
  const supply = useAppSelector((s) => s.instruments.on.supply);
  const { checks } = useAppSelector(selectAssessment).reports.proof;
  const [busy, setBusy] = useState(false);
  const first = check.waitsFor.map((w) => checks.find((c) => c.id === w)?.name ?? w);
  const see = (patch: Partial<NonNullable<LookedAt['seen']>>) => {
    const value = 'value' in patch ? patch.value : check.seen?.value;
    const said = patch.result ?? judgeReading(check, value) ?? check.seen?.result ?? 'good';
    return submit({
      type: 'setCheck',
      check: check.id,
      name: check.name,
      seen: { on: today(), of: markOfCheck(check), ...check.seen, ...patch, result: said },
    });
  };
  const fromSupply = async () => {
    setBusy(true);
    try {
      const { amps, limiting } = await dispatch(
        ask<{ volts: number; amps: number; limiting: boolean }>(
          'supply',
          'set',
          { conversion: id, load: LOADS[supply ?? 'A'], volts: 12, limit: 5 },
          (a) => `${a.volts.toFixed(2)} V, ${a.amps.toFixed(2)} A${a.limiting ? ', in its limit' : ''}`,
        ),
      );
      const wrong = submit({
        type: 'setCheck',
        check: check.id,
        name: check.name,
        seen: {
          on: today(),
          of: markOfCheck(check),
          value: Math.round(amps * 100) / 100,
          result: limiting ? 'bad' : (judgeReading(check, amps) ?? 'good'),
          simulated: true,
          ...(limiting ? { note: 'it ran into the limit of 5 A' } : {}),
        },
      });
      if (wrong) toast.error(wrong);
    } catch (problem) {
      toast.error((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="pt-1 pb-2 pl-6">
      {first.length > 0 && (
        <p className="my-1 text-stop">
          First: {first.slice(0, 3).join(', ')}
          {first.length > 3 ? ` and ${first.length - 3} more` : ''}.
        </p>
      )}
      {check.cautions.length > 0 && (
        <ul className="my-1 border-l-4 border-warn pl-5">
          {check.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
      <p className="my-1">{check.how}</p>
      <div className="flex flex-wrap items-end gap-2">
        {check.expect && (
          <div className="w-36">
            <ReadingField
              key={`${check.id} ${check.seen?.value ?? ''}`}
              label={`It shows, ${check.expect.unit}`}
              value={check.seen?.value}
              onCommit={(value) => {
                const { simulated: _gone, ...seen } = check.seen ?? { on: today(), of: '', result: 'good' as const };
                const judged = judgeReading(check, value) ?? 'good';
                return submit({
                  type: 'setCheck',
                  check: check.id,
                  name: check.name,
                  seen: { ...seen, on: today(), of: markOfCheck(check), value, result: judged },
                });
              }}
            />
          </div>
        )}
        {!check.expect && (
          <Button
            look="strong"
            aria-label={`as it has to be: ${check.name}`}
            onClick={() => see({ result: 'good', on: today(), of: markOfCheck(check) })}
          >
            as it has to be
          </Button>
        )}
        <Button
          aria-label={`not so: ${check.name}`}
          onClick={() => see({ result: 'bad', on: today(), of: markOfCheck(check) })}
        >
          not so
        </Button>
        <Button
          look="quiet"
          aria-label={`not here: ${check.name}`}
          onClick={() => see({ result: 'not here', on: today(), of: markOfCheck(check) })}
        >
          not here
        </Button>
        {check.seen && (
          <Button
            look="quiet"
            aria-label={`take it back: ${check.name}`}
            onClick={() => submit({ type: 'setCheck', check: check.id, name: check.name, seen: null })}
          >
            take it back
          </Button>
        )}
        {check.id === 'current' && supply !== undefined && (
          <Button disabled={busy} onClick={() => void fromSupply()}>
            Read the simulated supply
          </Button>
        )}
      </div>
      {check.faults.length > 0 && (
        <dl className="mt-2 mb-0 text-sm">
          {check.faults.map((fault) => (
            <div
              key={fault.if}
              className={`border-l-2 pl-2 not-first:mt-1.5 ${check.state === 'bad' ? 'border-stop' : 'border-line-strong'}`}
            >
              <dt className="font-semibold">If {fault.if}</dt>
              <dd className="m-0">
                then {fault.then}: {fault.look}.
              </dd>
            </div>
          ))}
        </dl>
      )}
      {check.seen && (
        <div className="mt-2">
          <TextField label="Note" value={check.seen.note ?? ''} onCommit={(note) => see({ note })} />
        </div>
      )}
    </div>
  );
}

function ReadingField({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: number | undefined;
  onCommit: (value: number) => string | undefined;
}) {
  return (
    <TextField
      label={label}
      value={value === undefined ? '' : String(value)}
      selects
      onCommit={(text) => {
        if (text.trim() === '') return undefined;
        const number = Number(text.trim().replace(',', '.').replace('−', '-'));
        return Number.isFinite(number) ? onCommit(number) : `“${text}” is not a number.`;
      }}
    />
  );
}

function FirstPowerSupply() {
  return (
    <div className="mb-2">
      <p className="mt-0 mb-1 text-sm text-ink-soft">
        One thing at a time, with the power off between. A bench supply with its current limit low finds a short before
        it finds you.
      </p>
      <ConnectSimulated kind="supply" />
    </div>
  );
}
