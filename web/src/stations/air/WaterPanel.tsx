import type { LoopReport } from '@young-shell/core/air';
import type { Loop } from '@young-shell/core/document';
import { kindOf } from '@young-shell/core/parts';
import { formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Figure } from '../../ui/Figure';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { useComputed } from '../../work/useComputed';
import { selectAir } from './selectors';

const START: Loop = { order: [], pump: { head: 25, flow: 10 }, bore: 10, reservoir: 150, filledAt: 'not yet' };

/** A loop of water: in which order it runs, how fast and how warm, and what a leak would meet. */
export function WaterPanel() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { loop } = document.air;
  const quick = useAppSelector((s) => selectAir(s).loop);
  const { value } = useComputed('quick', 'air', 'whole', [document]);
  const report = value?.loop ?? quick;
  const placed = Object.entries(document.kit.parts).filter(([id]) => id in document.layout.placements);
  const may = placed.filter(([, p]) => ['board', 'card', 'radiator'].includes(kindOf(p) ?? '') || p.own);
  const begin = () => {
    const order = placed.filter(([, p]) => ['board', 'radiator'].includes(kindOf(p) ?? '')).map(([id]) => id);
    submit({ type: 'setLoop', loop: { ...START, order } });
  };
  if (!loop)
    return (
      <Section title="Cooled by water">
        <p className="mt-0 text-ink-soft">
          No loop in this plan. With one, the heat of the parts that it cools goes to the air of its radiators; a
          radiator and its fans are a part of the kit.
        </p>
        <Button onClick={begin}>Plan a loop of water</Button>
      </Section>
    );
  const set = (patch: Partial<Loop>) => submit({ type: 'setLoop', loop: { ...loop, ...patch } });
  const swap = (i: number, j: number) => {
    const order = [...loop.order];
    [order[i], order[j]] = [order[j]!, order[i]!];
    set({ order });
  };
  const left = may.filter(([id]) => !loop.order.includes(id));
  return (
    <>
      {report && <LoopFigures report={report} />}
      <Section title="In which order it runs">
        <ol className="m-0 list-none p-0">
          {loop.order.map((id, i) => {
            const name = document.kit.parts[id]?.name ?? id;
            const water = report?.stations.find((s) => s.part === id)?.water;
            return (
              <li key={id} className="flex min-h-10 items-center gap-1.5 border-t border-line first:border-t-0">
                <span className="figure w-5 text-ink-soft">{i + 1}</span>
                <span className="flex-1">
                  {name}
                  {water !== undefined && !report?.missing && (
                    <span className="ml-2 text-sm text-ink-soft">water comes at {water.toFixed(0)} °C</span>
                  )}
                </span>
                <Button aria-label={`${name} earlier`} disabled={i === 0} onClick={() => swap(i, i - 1)}>
                  ↑
                </Button>
                <Button
                  aria-label={`${name} later`}
                  disabled={i + 1 >= loop.order.length}
                  onClick={() => swap(i, i + 1)}
                >
                  ↓
                </Button>
                <Button
                  look="danger"
                  aria-label={`Take ${name} out of the loop`}
                  onClick={() => set({ order: loop.order.filter((o) => o !== id) })}
                >
                  ×
                </Button>
              </li>
            );
          })}
        </ol>
        {left.length > 0 && (
          <Choice
            label="Lead it through"
            value=""
            options={[
              { value: '', label: 'a part of the kit …' },
              ...left.map(([value, p]) => ({ value, label: p.name })),
            ]}
            onChange={(id) => (id === '' ? undefined : set({ order: [...loop.order, id] }))}
          />
        )}
        <p className="mt-2 mb-0 text-sm text-ink-soft">
          The order hardly matters: on its way round the water warms by{' '}
          {report && !report.missing ? report.warms.toFixed(1) : 'a few'} K. The pump wants the reservoir above and
          before it.
        </p>
      </Section>
      <Section title="Pump, tube, reservoir">
        <div className="grid grid-cols-2 gap-2.5">
          <NumberField
            label="Pump against a shut tube, kPa"
            value={loop.pump.head}
            least={0.1}
            most={500}
            onCommit={(head) => set({ pump: { ...loop.pump, head } })}
          />
          <NumberField
            label="Pump with nothing before it, L/min"
            value={loop.pump.flow}
            least={0.1}
            most={100}
            onCommit={(flow) => set({ pump: { ...loop.pump, flow } })}
          />
          <LengthField label="Tube, inside" value={loop.bore} least={2} most={40} onCommit={(bore) => set({ bore })} />
          <NumberField
            label="Reservoir, mL"
            value={loop.reservoir}
            least={0}
            most={20_000}
            onCommit={(reservoir) => set({ reservoir })}
          />
          <Choice
            label="Filled and its level seen"
            value={loop.filledAt}
            options={[
              { value: 'outside', label: 'from outside' },
              { value: 'lid off', label: 'with the lid off' },
              { value: 'not yet', label: 'nowhere yet' },
            ]}
            onChange={(filledAt) => set({ filledAt })}
          />
        </div>
        <Button look="danger" className="mt-2" onClick={() => submit({ type: 'setLoop', loop: null })}>
          No loop of water
        </Button>
      </Section>
    </>
  );
}

function LoopFigures({ report }: { report: LoopReport }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const length = unit === 'mm' ? `${(report.length / 10).toFixed(0)} cm` : `${formatLength(report.length, 'inch')} in`;
  return (
    <Section title="What the loop does">
      {report.missing ? (
        <p role="alert" className="m-0 font-medium text-stop">
          It has no {report.missing} yet.
        </p>
      ) : (
        <div className="grid grid-cols-2 gap-x-4 gap-y-3">
          <Figure
            label="go round"
            value={report.flow.toFixed(1)}
            unit="L/min"
            bad={report.flow < 1.5}
            note={`${length} of tube${report.measured ? '' : ', straight and a third more'}`}
          />
          <Figure
            label="water, warmest"
            value={report.warmest > 150 ? '> 150' : report.warmest.toFixed(0)}
            unit="°C"
            bad={report.warmest > 55}
            note={`carries ${report.watts.toFixed(0)} W`}
          />
          <Figure label="to fill" value={(report.volume / 1000).toFixed(2)} unit="L" />
          <Figure
            label="places a leak meets"
            value={String(report.leaks.length)}
            unit=""
            bad={report.leaks.some((l) => l.mains)}
            note={
              report.leaks[0] ? `${report.leaks[0].from} over ${report.leaks[0].onto}` : 'nothing live below a joint'
            }
          />
        </div>
      )}
    </Section>
  );
}
