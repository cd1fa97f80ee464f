import type { BurnIn } from '@young-shell/core/document';
import { compareRuns, spanOf, type Channel } from '@young-shell/core/proof';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { shortDay } from '../../ui/days';
import { DeleteButton } from '../../ui/DeleteButton';
import { Dialog } from '../../ui/Dialog';
import { Section } from '../../ui/Section';
import { useComputed } from '../../work/useComputed';
import { LogChart } from './LogChart';
import { NewRun } from './NewRun';
import { pickRun } from './slice';
import { channelName } from './useLogger';

/** Burn-ins: how warm it gets, beside what the model says, and one against the other. */
export function BurnPanel() {
  const { proof } = useAppSelector(selectDocument);
  const picked = useAppSelector((s) => s.proof.run);
  const dispatch = useAppDispatch();
  const runs = Object.entries(proof.runs).sort(([, a], [, b]) => (a.on < b.on ? 1 : a.on > b.on ? -1 : 0));
  const open = picked !== null && picked in proof.runs ? picked : runs[0]?.[0];
  return (
    <>
      {runs.length > 0 && (
        <Section title={`${runs.length} ${runs.length === 1 ? 'burn-in' : 'burn-ins'}`}>
          <ul className="m-0 list-none p-0">
            {runs.map(([id, run]) => (
              <li key={id} className="border-t border-line py-1 first:border-t-0">
                <button
                  type="button"
                  aria-pressed={id === open}
                  className={`w-full text-left ${id === open ? 'font-semibold' : ''}`}
                  onClick={() => dispatch(pickRun(id))}
                >
                  {run.name}
                  <span className="ml-2 text-sm font-normal text-ink-soft">
                    {shortDay(run.on)}, lid {run.lid}, {run.state}
                    {run.variant ? `, ${run.variant}` : ''}
                    {run.simulated ? ', simulated' : ''}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </Section>
      )}
      {open !== undefined && <RunSection key={open} id={open} run={proof.runs[open]!} />}
      {runs.length > 1 && <Comparison runs={runs} />}
      <NewRun />
    </>
  );
}

function RunSection({ id, run }: { id: string; run: BurnIn }) {
  const document = useAppSelector(selectDocument);
  const { limits } = useAppSelector(selectAssessment).reports.proof;
  const submit = useSubmit();
  const [wide, setWide] = useState(false);
  const { value, busy } = useComputed('short', 'proof', 'predicted', [document, run]);
  const series = useMemo(
    () => ({
      time: Float64Array.from(run.trace.time),
      channels: run.trace.channels.map((c) => ({ ...c, values: Float64Array.from(c.values, (v) => v ?? NaN) })),
    }),
    [run],
  );
  const name = (part: string) => document.kit.parts[part]?.name ?? part;
  const names = (c: Channel) => channelName(c);
  const predicted = new Map(value?.now.parts.map((p) => [p.part, p]));
  const { air } = document;
  const correctedBy =
    air.measured?.run === run.name ||
    Object.keys(run.parts).some((p) => air.thermal[p]?.baseline?.part === run.parts[p]!.temperature);
  return (
    <Section
      title={run.name}
      aside={
        <Button look="quiet" onClick={() => setWide(true)}>
          larger
        </Button>
      }
    >
      {run.simulated && (
        <p className="mt-0 mb-1 border-l-4 border-warn pl-2 font-semibold">
          Simulated: it proves nothing of a real machine.
        </p>
      )}
      <LogChart series={series} width={330} names={names} />
      <Dialog
        title={run.name}
        about={`${run.from}, ${run.rows.toLocaleString('en')} rows, ${spanOf(run.seconds)} under load; the room had ${run.ambient.toFixed(1)} °C.`}
        open={wide}
        onClose={() => setWide(false)}
        wide
      >
        <div className="p-4">
          <LogChart series={series} width={1080} names={names} />
        </div>
      </Dialog>
      <table className="mt-2 w-full border-collapse text-base">
        <thead>
          <tr className="text-left font-label text-sm text-ink-soft">
            <th className="font-normal">°C</th>
            <th className="text-right font-normal">measured</th>
            <th className="text-right font-normal">model says</th>
            <th className="text-right font-normal">stands</th>
          </tr>
        </thead>
        <tbody>
          {Object.entries(run.parts).map(([part, seen]) => {
            const p = predicted.get(part);
            const limit = limits[part];
            return (
              <tr key={part} className="border-t border-line align-baseline">
                <td>
                  {name(part)}
                  <span className="block text-sm text-ink-soft">
                    {seen.steady
                      ? `level${seen.tau !== undefined && (seen.tauDoubt ?? Infinity) < seen.tau ? `, τ ${spanOf(seen.tau)}` : ''}`
                      : seen.end !== undefined && (seen.endDoubt ?? 99) < 8
                        ? `not level: ends near ${(run.ambient + seen.end).toFixed(0)} ±${Math.max(1, seen.endDoubt ?? 1).toFixed(0)}`
                        : `not level: ${seen.slope.toFixed(2)} K/min`}
                    {seen.watts === undefined ? '' : `, ${seen.watts.toFixed(0)} W`}
                  </span>
                  {seen.throttled !== undefined && (
                    <span className="block text-sm text-stop">
                      held back, {(100 * seen.throttled).toFixed(0)} % of the time
                    </span>
                  )}
                </td>
                <td
                  className={`figure text-right text-lg ${limit !== undefined && seen.highest > limit ? 'text-stop' : ''}`}
                >
                  {seen.temperature.toFixed(1)}
                </td>
                <td className="figure text-right text-lg whitespace-nowrap">
                  {p ? `${p.predicted.toFixed(0)} ±${p.doubt.toFixed(0)}` : busy ? '…' : '–'}
                  {p && !p.within && <span className="block text-sm text-stop">off</span>}
                </td>
                <td className="figure text-right text-lg">{limit?.toFixed(0) ?? '–'}</td>
              </tr>
            );
          })}
          {value?.now.air && (
            <tr className="border-t border-line align-baseline">
              <td>{value.now.air.what === 'exhaust' ? 'Air that leaves' : 'Air inside'}, over the room</td>
              <td className="figure text-right text-lg">{value.now.air.measured.toFixed(1)} K</td>
              <td className="figure text-right text-lg">{value.now.air.predicted.toFixed(1)} K</td>
              <td />
            </tr>
          )}
        </tbody>
      </table>
      {value && (
        <div className="mt-2 border-l-4 border-pencil pl-2.5">
          {value.correction.no !== undefined ? (
            <p className="m-0 text-sm">It can’t correct the model: {value.correction.no}</p>
          ) : (
            <>
              <ul className="m-0 list-none p-0 text-sm">
                {value.correction.words.map((w) => (
                  <li key={w}>{w}</li>
                ))}
              </ul>
              <div className="mt-1 flex flex-wrap gap-2">
                {!correctedBy && Object.keys(value.correction.change.baselines).length > 0 && (
                  <Button
                    look="strong"
                    onClick={() => {
                      const wrong = submit(value.correction.change);
                      if (wrong) toast.error(wrong);
                    }}
                  >
                    Correct the model by it
                  </Button>
                )}
                {correctedBy && (
                  <>
                    <span className="self-center text-sm">✓ All stations reckon with it.</span>
                    <Button
                      look="quiet"
                      onClick={() =>
                        submit({
                          type: 'correctAir',
                          run: run.name,
                          measured: null,
                          baselines: Object.fromEntries(Object.keys(run.parts).map((p) => [p, null])),
                        })
                      }
                    >
                      the model as it was
                    </Button>
                  </>
                )}
              </div>
            </>
          )}
        </div>
      )}
      <div className="mt-2">
        <DeleteButton name={run.name} onDelete={() => submit({ type: 'setRun', id, run: null })} />
      </div>
    </Section>
  );
}

function Comparison({ runs }: { runs: readonly (readonly [string, BurnIn])[] }) {
  const document = useAppSelector(selectDocument);
  const [first, setFirst] = useState(runs[0]![0]);
  const [second, setSecond] = useState(runs[1]![0]);
  const byId = new Map(runs);
  const [a, b] = [byId.get(first) ?? runs[0]![1], byId.get(second) ?? runs[1]![1]];
  const options = runs.map(([value, run]) => ({ value, label: `${run.name}, ${shortDay(run.on)}` }));
  return (
    <Section title="One against the other, at an equal room">
      <div className="grid grid-cols-2 gap-2.5">
        <Choice
          label="This"
          value={first in document.proof.runs ? first : runs[0]![0]}
          options={options}
          onChange={setFirst}
        />
        <Choice
          label="against"
          value={second in document.proof.runs ? second : runs[1]![0]}
          options={options}
          onChange={setSecond}
        />
      </div>
      {a.state !== b.state && (
        <p className="my-1 text-stop">
          Their load is not the same ({a.state}, {b.state}).
        </p>
      )}
      <ul className="mt-2 mb-0 list-none p-0">
        {compareRuns(a, b).map((c) => (
          <li
            key={c.part}
            className="grid grid-cols-[1fr_auto] items-baseline border-t border-line py-0.5 first:border-t-0"
          >
            <span>
              {document.kit.parts[c.part]?.name ?? c.part}
              <span className="ml-1 text-sm text-ink-soft">
                {c.told ? (c.by > 0 ? 'warmer in the second' : 'cooler in the second') : 'no difference to be seen'}
                {c.scaled ? ', at equal watts' : ''}
                {c.steady ? '' : ', not level'}
              </span>
            </span>
            <span className="figure text-lg">
              {c.by >= 0 ? '+' : '−'}
              {Math.abs(c.by).toFixed(1)} ±{c.doubt.toFixed(1)} K
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
