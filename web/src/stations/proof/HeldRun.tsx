import { nextId } from '@young-shell/core/document';
import { CHANNELS, columnOf, recordOf, spanOf, type Channel, type RunAnalysis } from '@young-shell/core/proof';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { today } from '../../ui/days';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { useComputed } from '../../work/useComputed';
import { hold, type Held } from './held';
import { LogChart } from './LogChart';
import { pickRun } from './slice';
import { channelName } from './useLogger';

/** A log that was just read: what its columns are, what it says, and how it comes into the plan. */
export function HeldRun({ held, onStop }: { held: Held; onStop: () => void }) {
  const document = useAppSelector(selectDocument);
  const { limits } = useAppSelector(selectAssessment).reports.proof;
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const { log, channels, range, ambient } = held;
  const [name, setName] = useState(`${held.lid === 'closed' ? 'Closed' : 'Open'}, ${held.state}`);
  const [variant, setVariant] = useState('');
  const settings = useMemo(() => ({ limits, ambient, ...range }), [limits, ambient, range]);
  const { value, busy, wrong } = useAnalysed(held.running ? undefined : held, settings);
  const series = useMemo(
    () => ({
      time: log.time,
      channels: channels.filter((c) => c.is !== 'none').map((c) => ({ ...c, values: columnOf(log, c.column)! })),
    }),
    [log, channels],
  );
  const twice = channels.find(
    (c, i) => c.is !== 'none' && c.is !== 'fan' && channels.findIndex((o) => o.is === c.is && o.part === c.part) < i,
  );
  const set = (patch: Partial<Held>) => hold({ ...held, ...patch });
  const setChannel = (i: number, patch: Partial<Channel>) =>
    set({ channels: channels.map((c, k) => (k === i ? { ...c, ...patch } : c)) });
  const keep = () => {
    if (!value) return;
    const id = nextId(document.proof.runs, 'run', document.spent);
    const problem = submit({
      type: 'setRun',
      id,
      run: recordOf(log, channels, value, {
        name: name.trim() || 'Burn-in',
        on: today(),
        state: held.state,
        lid: held.lid,
        variant,
        from: held.from,
        simulated: held.simulated,
      }),
    });
    if (problem) toast.error(problem);
    else {
      hold(undefined);
      dispatch(pickRun(id));
    }
  };
  return (
    <Section
      title={held.running ? 'The logger runs' : 'A log that is not in the plan yet'}
      aside={
        held.running ? (
          <Button onClick={onStop}>Stop it</Button>
        ) : (
          <Button look="quiet" onClick={() => hold(undefined)}>
            put it away
          </Button>
        )
      }
    >
      {held.simulated && (
        <p className="mt-0 mb-1 border-l-4 border-warn pl-2 font-semibold">Simulated: no real machine was run.</p>
      )}
      <p className="mt-0 mb-1 text-sm text-ink-soft" role="status">
        {held.from}: {log.time.length.toLocaleString('en')} rows, {spanOf(log.time.at(-1) ?? 0)}.{' '}
        {held.garbage > 0 ? `${held.garbage} lines were no readings and were left out. ` : ''}
        {log.notes.join(' ')}
      </p>
      {held.words && (
        <p className="my-1 text-stop" role="alert">
          {held.words}
        </p>
      )}
      <LogChart series={series} width={330} load={value} names={channelName} />
      {!held.running && (
        <>
          {wrong && (
            <p className="my-1 text-stop" role="alert">
              {wrong}
            </p>
          )}
          {twice && (
            <p className="my-1 text-stop" role="alert">
              Two columns are the same thing (“{twice.column}” is the second): only the first is read. Say what the
              other is.
            </p>
          )}
          {value && <Says analysis={value} name={(part) => document.kit.parts[part]?.name ?? part} />}
          <div className="my-2 grid grid-cols-2 gap-2.5">
            <NumberField
              label="Load from, s"
              value={Math.round(value?.from ?? range?.from ?? 0)}
              least={0}
              most={1e9}
              onCommit={(from) => (set({ range: { from, to: value?.to ?? range?.to ?? log.time.at(-1)! } }), undefined)}
            />
            <NumberField
              label="Load to, s"
              value={Math.round(value?.to ?? range?.to ?? log.time.at(-1) ?? 0)}
              least={0}
              most={1e9}
              onCommit={(to) => (set({ range: { from: value?.from ?? range?.from ?? 0, to } }), undefined)}
            />
            <Choice
              label="Load"
              value={held.state}
              options={same(['idle', 'typical', 'full'] as const)}
              onChange={(state) => set({ state })}
            />
            <Choice
              label="Lid"
              value={held.lid}
              options={same(['closed', 'open'] as const)}
              onChange={(lid) => set({ lid })}
            />
            {!channels.some((c) => c.is === 'ambient') && (
              <NumberField
                label="The room, °C"
                value={ambient ?? 21}
                least={-40}
                most={60}
                onCommit={(t) => (set({ ambient: t }), undefined)}
              />
            )}
            <TextField label="Name" value={name} onCommit={(text) => (setName(text), undefined)} />
            <TextField
              label="Which of several"
              placeholder="its old case"
              value={variant}
              onCommit={(text) => (setVariant(text), undefined)}
            />
          </div>
          <details>
            <summary className="cursor-pointer font-label text-[15px] font-semibold">What each column is</summary>
            <ul className="m-0 list-none p-0">
              {channels.map((channel, i) => (
                <li key={channel.column} className="grid grid-cols-2 gap-2 border-t border-line py-1">
                  <Choice
                    label={channel.column}
                    value={channel.is}
                    options={same(CHANNELS)}
                    onChange={(is) => setChannel(i, { is })}
                  />
                  {['part', 'part watts', 'clock', 'fan'].includes(channel.is) && (
                    <Choice
                      label="of"
                      value={channel.part ?? ''}
                      options={[
                        { value: '', label: 'nothing of the kit' },
                        ...Object.entries(document.kit.parts).map(([value, p]) => ({ value, label: p.name })),
                      ]}
                      onChange={(part) => setChannel(i, { part: part === '' ? undefined : part })}
                    />
                  )}
                </li>
              ))}
            </ul>
          </details>
          <Button look="strong" className="mt-2" disabled={!value || busy} onClick={keep}>
            Into the plan
          </Button>
        </>
      )}
    </Section>
  );
}

/** What a log says, or what is wrong with how its columns are read. */
function useAnalysed(
  held: Held | undefined,
  settings: { limits: Record<string, number>; ambient: number | undefined },
) {
  const input = useMemo(() => held && ([held.log, held.channels, settings] as const), [held, settings]);
  const { value, busy } = useComputed('short', 'proof', 'tried', input && [...input]);
  return { value: value?.analysis, wrong: value?.wrong, busy };
}

function Says({ analysis, name }: { analysis: RunAnalysis; name: (part: string) => string }) {
  return (
    <>
      <table className="mt-2 w-full border-collapse text-base">
        <thead>
          <tr className="text-left font-label text-sm text-ink-soft">
            <th className="font-normal">part</th>
            <th className="text-right font-normal">°C</th>
            <th className="text-right font-normal">over the room</th>
            <th className="text-right font-normal">level?</th>
          </tr>
        </thead>
        <tbody>
          {analysis.parts.map((p) => (
            <tr key={p.part} className="border-t border-line align-baseline">
              <td>
                {name(p.part)}
                {p.throttle && (
                  <span className="block text-sm text-stop">
                    holds back, {(100 * p.throttle.share).toFixed(0)} % of the time
                  </span>
                )}
              </td>
              <td className="figure text-right text-lg">{p.temperature.toFixed(1)}</td>
              <td className="figure text-right text-lg whitespace-nowrap">
                {p.rise.toFixed(1)} ±{Math.max(0.1, p.noise).toFixed(1)}
              </td>
              <td className="text-right text-sm">
                {p.steady
                  ? '✓ level'
                  : p.fit && p.fit.endDoubt < 8
                    ? `no: ends near ${(analysis.ambient + p.fit.end).toFixed(0)} ±${p.fit.endDoubt.toFixed(0)}`
                    : `no: ${p.slope.toFixed(2)} K/min`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {analysis.words.map((w) => (
        <p key={w} className="my-1 text-sm">
          {w}
        </p>
      ))}
    </>
  );
}
