import { kindOf } from '@young-shell/core/parts';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { ConnectSimulated } from '../../instruments/ConnectSimulated';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { run } from '../../work/work';
import { hold, useHeld, type Held } from './held';
import { HeldRun } from './HeldRun';
import { useLogger } from './useLogger';

/** A file larger than this is not read, bytes. */
const LARGEST = 200_000_000;
const FAULTS = [
  { value: 'none', label: 'sound' },
  { value: 'stops', label: 'stops half-way' },
  { value: 'garbage', label: 'sends garbage too' },
] as const;

/** A burn-in from the logger or a file. */
export function NewRun() {
  const { id = '' } = useParams();
  const document = useAppSelector(selectDocument);
  const connected = useAppSelector((s) => s.instruments.on.logger !== undefined);
  const held = useHeld();
  const [said, setSaid] = useState({
    state: 'full' as Held['state'],
    lid: 'closed' as Held['lid'],
    ambient: document.brief.ambient,
    minutes: 60,
    fault: 'none',
  });
  const [busy, setBusy] = useState(false);
  const parts = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(document.kit.parts).map(([part, p]) => [part, { name: p.name, kind: kindOf(p) ?? '' }]),
      ),
    [document.kit.parts],
  );
  const logger = useLogger(parts);
  const read = async (file: File) => {
    if (file.size > LARGEST) {
      toast.error(
        `${file.name} has ${(file.size / 1e6).toFixed(0)} MB; up to ${LARGEST / 1e6} MB are read. Log every second, not faster.`,
      );
      return;
    }
    setBusy(true);
    try {
      const { log, channels } = await run('short', 'proof', 'readRun', [await file.text(), parts]);
      hold({
        log,
        channels,
        from: file.name,
        simulated: false,
        running: false,
        garbage: 0,
        lid: said.lid,
        state: said.state,
      });
    } catch (problem) {
      toast.error(`${file.name}: ${(problem as Error).message}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Section title="Run it in">
        <p className="mt-0 mb-2 text-sm text-ink-soft">
          Full load with the lid closed until it is level, half an hour at least; stay beside it. Then the same with the
          lid open.
        </p>
        <div className="grid grid-cols-2 gap-2.5">
          <Choice
            label="Load"
            value={said.state}
            options={same(['idle', 'typical', 'full'] as const)}
            onChange={(state) => setSaid({ ...said, state })}
          />
          <Choice
            label="Lid"
            value={said.lid}
            options={same(['closed', 'open'] as const)}
            onChange={(lid) => setSaid({ ...said, lid })}
          />
        </div>
        <label className="mt-2 block font-label text-sm text-ink-soft" htmlFor="log-file">
          A log from a file (CSV: a time, then a column each)
        </label>
        <input
          id="log-file"
          type="file"
          accept=".csv,.txt,.log,.tsv,text/csv"
          disabled={busy}
          className="w-full text-sm"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void read(file);
            event.target.value = '';
          }}
        />
        <div className="mt-2">
          <ConnectSimulated kind="logger">
            <div className="grid grid-cols-2 gap-2.5">
              <NumberField
                label="Minutes"
                value={said.minutes}
                least={2}
                most={120}
                onCommit={(minutes) => (setSaid({ ...said, minutes }), undefined)}
              />
              <NumberField
                label="The room, °C"
                value={said.ambient}
                least={-20}
                most={50}
                onCommit={(ambient) => (setSaid({ ...said, ambient }), undefined)}
              />
              <Choice
                label="The logger is"
                value={said.fault}
                options={FAULTS}
                onChange={(fault) => setSaid({ ...said, fault })}
              />
              <div className="col-span-2">
                <Button look="strong" disabled={!connected || held?.running} onClick={() => logger.start(id, said)}>
                  Start the simulated logger
                </Button>
              </div>
            </div>
            <p className="my-1 text-sm text-ink-soft">An hour of readings comes in some seconds.</p>
          </ConnectSimulated>
        </div>
      </Section>
      {held && <HeldRun key={held.from} held={held} onStop={logger.stop} />}
    </>
  );
}
