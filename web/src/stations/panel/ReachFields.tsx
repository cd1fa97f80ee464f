import { nextId, type PanelControl, type Print, type Rod } from '@young-shell/core/document';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { Figure } from '../../ui/Figure';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { capital } from '../../ui/capital';

const MOVES = new Set<PanelControl['kind']>(['momentary', 'latching', 'toggle', 'lever', 'lock', 'key field']);

/** From the outer button to a switch inside: rod, spring or lever, with travel, force, guide and bend. */
export function ReachFields({ id, control }: { id: string; control: PanelControl }) {
  const { rods, places } = useAppSelector(selectAssessment).reports.panel;
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const { rod } = control;
  const {
    cut: { prints },
    spent,
  } = useAppSelector(selectDocument);
  const place = places[id];
  const report = rods[id];
  if (!MOVES.has(control.kind)) return null;
  const set = (patch: Partial<Rod>) =>
    submit({ type: 'setControl', id, control: { ...control, rod: { ...rod!, ...patch } } });
  const begin = ([x, y, z]: readonly [number, number, number]) =>
    submit({
      type: 'setControl',
      id,
      control: {
        ...control,
        rod: {
          kind: 'rod',
          to: { x, y, z: Math.max(0, z) },
          material: 'steel wire',
          diameter: 2,
          travel: 0.25,
          force: 1.6,
          guide: 20,
          gap: 0.3,
        },
      },
    });
  if (!rod)
    return (
      <div className="mt-3">
        <Button disabled={!place} onClick={() => place && begin(place.back)}>
          Reach a switch inside
        </Button>
        {!place && <span className="ml-2 text-sm text-ink-soft">It needs a place first.</span>}
      </div>
    );
  const print = (made: Print) => {
    const wrong = submit({ type: 'setPrint', id: nextId(prints, 'print', spent), print: made });
    if (wrong) toast.error(wrong);
    else toast(`${made.name} is among the prints of Cut.`);
  };
  const l = (mm: number) => formatLength(mm, unit, unit === 'mm' ? 1 : 3);
  const u = unitWord(unit);
  return (
    <div className="mt-3 border-t border-line pt-2">
      <div className="flex items-center justify-between">
        <h3 className="m-0 font-label text-base font-semibold">Reach to the switch inside</h3>
        {report && (
          <Explain
            title="reach"
            rows={[
              {
                label: 'length',
                value: `${l(report.length)} ${u}`,
                source: 'from the back of the button to the switch',
              },
              { label: 'buckles at', value: `${report.buckles.toFixed(0)} N`, source: 'π² E I / L², I = π d⁴ / 64' },
              {
                label: 'margin',
                value: `${report.safety.toFixed(1)} ×`,
                source: 'buckling force over what goes through it',
              },
              {
                label: 'its end wanders',
                value: `${l(report.wanders)} ${u}`,
                source: 'air in the guide × (L / guide − ½)',
              },
              {
                label: 'most on the switch',
                value: `${report.most.toFixed(1)} N`,
                source: 'spring rate × what is left of the travel',
              },
            ]}
          />
        )}
      </div>
      {report && (
        <>
          <div className="my-1 grid grid-cols-3 gap-x-3">
            <Figure
              label="closes after"
              value={l(report.closesAt)}
              unit={u}
              bad={report.closesAt > (control.travel ?? 0)}
              note={`of ${l(control.travel ?? 0)} ${u}`}
            />
            <Figure label="at the button" value={report.closes.toFixed(1)} unit="N" />
            <Figure
              label="buckling margin"
              value={report.safety > 99 ? '> 99' : report.safety.toFixed(1)}
              unit="×"
              bad={report.safety < 3}
            />
          </div>
          {report.through.length > 0 && (
            <p className="my-1 text-stop">It goes through {report.through.join(' and ')}.</p>
          )}
          {report.problems.map((p) => (
            <p key={p.id} className={`my-1 text-sm ${p.stop ? 'text-stop' : ''}`}>
              {capital(p.words)}.
            </p>
          ))}
        </>
      )}
      <div className="grid grid-cols-2 gap-x-2.5 gap-y-2">
        <Choice
          label="Carried by"
          value={rod.kind}
          options={[
            { value: 'rod', label: 'a stiff rod' },
            { value: 'spring', label: 'a rod with a spring' },
            { value: 'lever', label: 'a lever' },
          ]}
          onChange={(kind) => set({ kind })}
        />
        <Choice
          label="Of"
          value={rod.material}
          options={[
            { value: 'steel wire', label: 'steel wire' },
            { value: 'brass', label: 'brass' },
            { value: 'acrylic', label: 'acrylic' },
            { value: 'print', label: 'a print' },
          ]}
          onChange={(material) => set({ material })}
        />
        <LengthField
          label="Diameter"
          value={rod.diameter}
          least={0.3}
          most={30}
          onCommit={(diameter) => set({ diameter })}
        />
        {rod.kind === 'lever' && (
          <NumberField
            label="Arms, button : switch"
            value={rod.ratio ?? 1}
            least={0.02}
            most={50}
            onCommit={(ratio) => set({ ratio })}
          />
        )}
        {rod.kind === 'spring' && (
          <NumberField
            label="Spring, N/mm"
            value={rod.rate ?? 1}
            least={0.01}
            most={100}
            onCommit={(rate) => set({ rate })}
          />
        )}
        <LengthField
          label="Switch closes after"
          value={rod.travel}
          least={0.05}
          most={30}
          onCommit={(travel) => set({ travel })}
        />
        <NumberField
          label="Switch takes, N"
          value={rod.force}
          least={0.05}
          most={60}
          onCommit={(force) => set({ force })}
        />
        <LengthField label="Guide" value={rod.guide} least={1} most={500} onCommit={(guide) => set({ guide })} />
        <LengthField label="Air in the guide" value={rod.gap} least={0} most={5} onCommit={(gap) => set({ gap })} />
        {(['x', 'y', 'z'] as const).map((axis) => (
          <LengthField
            key={axis}
            label={`Switch at ${axis}`}
            value={rod.to[axis]}
            onCommit={(value) => set({ to: { ...rod.to, [axis]: value } })}
          />
        ))}
      </div>
      {report && (
        <div className="mt-2 flex flex-wrap gap-2">
          <Button
            onClick={() =>
              print({
                name: `Cap and rod of ${control.name}`.slice(0, 80),
                kind: 'button cap',
                sizes: { rod: Math.max(1.2, Math.min(20, rod.diameter)), length: Math.min(200, report.length) },
                count: 1,
              })
            }
          >
            Print cap and rod
          </Button>
          <Button
            onClick={() =>
              print({
                name: `Guide of ${control.name}`.slice(0, 80),
                kind: 'rod guide',
                sizes: { hole: rod.diameter + rod.gap, length: Math.max(2, Math.min(200, rod.guide)) },
                count: 1,
              })
            }
          >
            Print its guide
          </Button>
          <span className="self-center text-sm text-ink-soft">They come under Prints in Cut.</span>
        </div>
      )}
      <Button
        look="quiet"
        className="mt-1"
        onClick={() => {
          const { rod: _rod, ...rest } = control;
          submit({ type: 'setControl', id, control: rest });
        }}
      >
        No rod
      </Button>
    </div>
  );
}
