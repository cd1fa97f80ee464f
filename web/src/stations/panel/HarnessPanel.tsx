import { FIRST_POWER, type HarnessRow } from '@young-shell/core/panel';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { GAUGES, type Gauge } from '@young-shell/core/standards';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice, same } from '../../ui/Choice';
import { download, stem } from '../../ui/download';
import { Figure } from '../../ui/Figure';
import { InUnit } from '../../ui/InUnit';
import { Section } from '../../ui/Section';
import { useComputed } from '../../work/useComputed';
import { run } from '../../work/work';
import { WIRE_COLOURS } from './colours';
import { HarnessDiagram } from './HarnessDiagram';
import { harnessCsv } from './harnessCsv';
import { showRuns } from './slice';

/** Every wire with its ends, colour, gauge, length and test. */
export function HarnessPanel() {
  const document = useAppSelector(selectDocument);
  const quick = useAppSelector(selectAssessment).reports.panel.harness;
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const { value, busy } = useComputed('quick', 'panel', 'harness', [document]);
  useEffect(() => {
    dispatch(showRuns(value?.routes ?? []));
  }, [dispatch, value]);
  const harness = value ?? quick;
  const { rows, metres, disconnects } = harness;
  const tested = rows.filter((r) => r.tested).length;
  const inAll = metres.reduce((sum, m) => sum + m.metres, 0);
  if (rows.length === 0)
    return (
      <Section title="Harness">
        <p className="m-0 text-ink-soft">No wire yet: it follows from the ways that are chosen under Controls.</p>
      </Section>
    );
  return (
    <>
      <Section
        title="Harness"
        aside={
          busy ? (
            <span role="status" className="text-sm text-ink-soft">
              measuring ways …
            </span>
          ) : undefined
        }
      >
        <div className="grid grid-cols-3 gap-x-3">
          <Figure label="wires" value={`${rows.length}`} unit="" note={`${tested} tested`} />
          <Figure
            label="in all"
            value={unit === 'mm' ? inAll.toFixed(1) : (inAll / 0.3048).toFixed(1)}
            unit={unit === 'mm' ? 'm' : 'ft'}
            note={metres.map((m) => `AWG ${m.gauge}`).join(', ')}
          />
          <Figure
            label="over a joint"
            value={`${disconnects.reduce((sum, d) => sum + d.wires, 0)}`}
            unit=""
            note={disconnects.map((d) => d.on).join(', ') || 'none'}
          />
        </div>
        <HarnessDiagram harness={harness} />
        <div className="mt-2 flex flex-wrap gap-2">
          <Button
            onClick={() => {
              void run('short', 'panel', 'labels', [document])
                .then((pdf) =>
                  download(`${stem(document.name)}-wire-flags.pdf`, 'application/pdf', pdf as Uint8Array<ArrayBuffer>),
                )
                .catch((wrong: unknown) => toast.error((wrong as Error).message));
            }}
          >
            Flags to print
          </Button>
          <Button onClick={() => download(`${stem(document.name)}-harness.csv`, 'text/csv', harnessCsv(rows))}>
            Table (CSV)
          </Button>
        </div>
        {disconnects.map(({ on, wires }) => (
          <p key={on} className="mt-2 mb-0 text-sm">
            <InUnit
              words={`${wires} ${wires === 1 ? 'wire goes' : 'wires go'} over to ${on}: a plug beside the joint, a strain relief on both sides, a loop of 120 mm.`}
            />
          </p>
        ))}
      </Section>
      <Section title="Wire by wire">
        <ol className="m-0 list-none p-0">
          {rows.map((row, i) => (
            <WireRow key={row.id} row={row} number={i + 1} />
          ))}
        </ol>
      </Section>
      <Section title="Before the first power">
        <ol className="m-0 pl-5">
          {FIRST_POWER.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </Section>
    </>
  );
}

function WireRow({ row, number }: { row: HarnessRow; number: number }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const made = useAppSelector(selectDocument).panel.wires[row.id] ?? {};
  const submit = useSubmit();
  const [open, setOpen] = useState(false);
  const set = (patch: typeof made) => submit({ type: 'setHarnessWire', wire: row.id, made: { ...made, ...patch } });
  return (
    <li className="border-t border-line py-1 first:border-t-0">
      <div className="grid grid-cols-[1.6rem_1fr_auto] items-baseline gap-x-2">
        <span className="figure text-ink-soft">{number}</span>
        <button type="button" aria-expanded={open} className="text-left hover:underline" onClick={() => setOpen(!open)}>
          {row.from}, {row.terminal} → {row.to} {row.pin}
        </button>
        <span className="figure text-lg whitespace-nowrap">
          {formatLength(row.length, unit, unit === 'mm' ? 0 : 1)}
          <span className="ml-0.5 text-sm text-ink-soft">{unitWord(unit)}</span>
        </span>
        <span />
        <span className="text-sm text-ink-soft">
          <span
            aria-hidden
            className="mr-1 inline-block h-2.5 w-5 border border-ink align-middle"
            style={{ background: WIRE_COLOURS[row.colour] ?? '#888' }}
          />
          {row.colour}, AWG {row.gauge}, {row.signal}
          {row.through ? `, ${row.through}` : ''}
          {row.crosses ? `, over ${row.crosses}` : ''}
          {row.routed ? '' : ', straight and a third more'}
        </span>
        <Check label="tested" checked={row.tested} onChange={(tested) => set({ tested })} />
      </div>
      {open && (
        <div className="mt-1 grid grid-cols-2 gap-2.5 pb-2">
          <Choice
            label={`Colour of wire ${number}`}
            value={row.colour}
            options={same(Object.keys(WIRE_COLOURS))}
            onChange={(colour) => set({ colour })}
          />
          <Choice
            label={`Gauge of wire ${number}`}
            value={String(row.gauge)}
            options={GAUGES.map((g) => ({ value: String(g), label: `AWG ${g}` }))}
            onChange={(gauge) => set({ gauge: Number(gauge) as Gauge })}
          />
          <p className="col-span-2 m-0 text-sm">
            {row.plug}. Test: {row.test}.
          </p>
        </div>
      )}
    </li>
  );
}
