import { nextId, type PinHunt } from '@young-shell/core/document';
import { CAUTIONS, countWirings, MOST_WIRINGS, progressOf, type PinProgress } from '@young-shell/core/panel';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { ask } from '../../instruments/ask';
import { ConnectSimulated } from '../../instruments/ConnectSimulated';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Figure } from '../../ui/Figure';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

const METER = 'multimeter';

/** Plugs that nobody knows: the next test is the one that parts most ways they could be wired. */
export function PinsPanel() {
  const document = useAppSelector(selectDocument);
  const { hunts } = document.panel;
  const submit = useSubmit();
  const add = (hunt: PinHunt) => {
    const wrong = submit({ type: 'setHunt', id: nextId(hunts, 'hunt', document.spent), hunt });
    if (wrong) toast.error(wrong);
  };
  return (
    <>
      <Section title={`A ${METER} that does not exist`}>
        <ConnectSimulated kind="multimeter" />
      </Section>
      {Object.entries(hunts).map(([id, hunt]) => (
        <Hunt key={id} id={id} hunt={hunt} />
      ))}
      <Section title={Object.keys(hunts).length === 0 ? 'A plug to find out' : 'Another plug'}>
        <p className="mt-0 mb-2 text-ink-soft">Pull the plug off, number its pins, and say what hangs on it.</p>
        <div className="flex flex-wrap gap-2">
          <Button
            onClick={() =>
              add({
                name: 'Plug of a panel',
                pins: 6,
                holds: { switches: 1, lamps: 2, resistors: 0 },
                rails: {},
                tests: {},
              })
            }
          >
            Buttons and lamps
          </Button>
          <Button
            onClick={() =>
              add({
                name: 'Plug of a supply',
                pins: 20,
                holds: { switches: 0, lamps: 0, resistors: 0 },
                rails: { '12v': { volts: 12, pins: 7 }, ground: { volts: 0, pins: 7 } },
                tests: {},
              })
            }
          >
            Rails of a supply
          </Button>
        </div>
      </Section>
    </>
  );
}

const nameOf = (one: string | undefined): string =>
  one === undefined
    ? '?'
    : one === '-'
      ? 'nothing'
      : /^s\d+$/.test(one)
        ? `button ${one.slice(1)}`
        : /^l\d+[+-]$/.test(one)
          ? `lamp ${one.slice(1, -1)} ${one.endsWith('+') ? '+' : '−'}`
          : /^r\d+$/.test(one)
            ? `coil ${one.slice(1)}`
            : one;

function Hunt({ id, hunt }: { id: string; hunt: PinHunt }) {
  const plug = useAppSelector((s) => s.instruments.on.multimeter);
  const { spent } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [busy, setBusy] = useState(false);
  const dispatch = useAppDispatch();
  const { progress, wrong } = useMemo((): { progress?: PinProgress; wrong?: string } => {
    try {
      return { progress: progressOf(hunt) };
    } catch (error) {
      return { wrong: (error as Error).message };
    }
  }, [hunt]);
  const set = (patch: Partial<PinHunt>) => submit({ type: 'setHunt', id, hunt: { ...hunt, ...patch } });
  const keep = (test: string, saw: string, simulated = false) => {
    const problem = submit({
      type: 'addPinTest',
      hunt: id,
      id: nextId(hunt.tests, 'test', spent),
      test: { test, saw, ...(simulated ? { simulated } : {}) },
    });
    if (problem) toast.error(problem);
  };
  const measureNow = async (test: string) => {
    setBusy(true);
    try {
      const answer = await dispatch(
        ask<{ saw: string }>(
          'multimeter',
          'test',
          { set: plug, hunt: { pins: hunt.pins, holds: hunt.holds, rails: hunt.rails }, test },
          ({ saw }) => `${test}: ${saw}`,
        ),
      );
      keep(test, answer.saw, true);
    } catch (problem) {
      toast.error((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const next = progress?.next;
  const tests = Object.entries(hunt.tests);
  return (
    <Section title={hunt.name}>
      {progress && (
        <div className="grid grid-cols-3 gap-x-3">
          <Figure label="ways left" value={count(progress.left)} unit="" note={`of ${count(progress.of)}`} />
          <Figure label="tests done" value={`${tests.length}`} unit="" />
          <Figure label="at least to go" value={`${progress.least}`} unit="" />
        </div>
      )}
      {wrong && (
        <p className="text-stop" role="alert">
          {wrong}
        </p>
      )}
      {progress?.contradiction && (
        <p className="text-stop" role="alert">
          {progress.contradiction}
        </p>
      )}
      {progress && (
        <ol className="my-2 grid list-none grid-cols-4 gap-1 p-0" aria-label={`Pins of ${hunt.name}`}>
          {progress.known.map((one, i) => (
            <li
              key={i}
              className={`border px-1.5 py-0.5 ${one === undefined ? 'border-dashed border-line-strong' : 'border-ink bg-paper'}`}
            >
              <span className="figure mr-1 text-lg">{i + 1}</span>
              <span className="text-sm">{nameOf(one)}</span>
            </li>
          ))}
        </ol>
      )}
      {next && !progress.contradiction && (
        <div className="border-l-4 border-pencil pl-2.5">
          <p className="m-0 text-sm">
            <strong>Before it:</strong> {CAUTIONS[next.kind]}
          </p>
          <p className="my-1 text-lg">{next.words}</p>
          <div className="flex flex-wrap gap-2">
            {next.sees.map((saw) => (
              <Button key={saw} onClick={() => keep(next.id, saw)}>
                {saw}
              </Button>
            ))}
            {plug !== undefined && (
              <Button look="strong" disabled={busy} onClick={() => void measureNow(next.id)}>
                Ask the simulated {METER}
              </Button>
            )}
          </div>
          <p className="mt-1 mb-0 text-sm text-ink-soft">
            It is worth {next.bits.toFixed(2)} bit; {Math.log2(Math.max(1, progress.left)).toFixed(1)} bits are wanted.
          </p>
        </div>
      )}
      {progress && !next && !progress.contradiction && (
        <p className="my-1" role="status">
          ✓ Every pin is known.
        </p>
      )}
      {tests.length > 0 && (
        <div className="mt-2 flex items-center justify-between gap-2 text-sm">
          <span>
            Last: {tests.at(-1)![1].test}: {tests.at(-1)![1].saw}
            {tests.at(-1)![1].simulated ? ' (simulated)' : ''}
          </span>
          <Button
            look="quiet"
            onClick={() => submit({ type: 'addPinTest', hunt: id, id: tests.at(-1)![0], test: null })}
          >
            Take it back
          </Button>
        </div>
      )}
      <details className="mt-2">
        <summary className="cursor-pointer font-label">What hangs on it</summary>
        <div className="mt-2 grid grid-cols-2 gap-2.5">
          <TextField label="Name" value={hunt.name} onCommit={(name) => set({ name })} />
          <NumberField
            label="Pins"
            value={hunt.pins}
            least={2}
            most={40}
            onCommit={(pins) => set({ pins: Math.round(pins) })}
          />
          {(['switches', 'lamps', 'resistors'] as const).map((kind) => (
            <NumberField
              key={kind}
              label={kind === 'switches' ? 'Buttons' : kind === 'lamps' ? 'Lamps (LED)' : 'Coils and resistors'}
              value={hunt.holds[kind]}
              least={0}
              most={8}
              onCommit={(n) => {
                const holds = { ...hunt.holds, [kind]: Math.round(n) };
                try {
                  const ways = countWirings({ ...hunt, holds });
                  if (ways > MOST_WIRINGS && holds.switches + holds.lamps + holds.resistors > 0)
                    return `That could be wired in ${ways.toLocaleString('en')} ways; up to ${MOST_WIRINGS.toLocaleString('en')} can be weighed up.`;
                } catch (error) {
                  return (error as Error).message;
                }
                return set({ holds });
              }}
            />
          ))}
          {Object.entries(hunt.rails).map(([rail, { volts, pins = 0 }]) => (
            <NumberField
              key={rail}
              label={`Pins of ${rail} (${volts} V)`}
              value={pins}
              least={0}
              most={40}
              onCommit={(n) => set({ rails: { ...hunt.rails, [rail]: { volts, pins: Math.round(n) } } })}
            />
          ))}
        </div>
        <Button look="danger" className="mt-2" onClick={() => submit({ type: 'setHunt', id, hunt: null })}>
          Delete {hunt.name}
        </Button>
      </details>
    </Section>
  );
}

const count = (n: number): string =>
  n < 100_000 ? n.toLocaleString('en') : n.toExponential(1).replace('e+', ' × 10^');
