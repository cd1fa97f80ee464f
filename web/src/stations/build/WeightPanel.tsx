import { nextId, type Hold, type Lift } from '@young-shell/core/document';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { Figure } from '../../ui/Figure';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

const KINDS = ['hinge', 'rail', 'strap', 'hook', 'caster'] as const;
const USUAL: Lift = { reach: 400, from: 0, to: 750, people: 1 };
const NIOSH = 'NIOSH lifting equation (1991), from memory';

/** Lifting it, what carries it, and where it tips. */
export function WeightPanel() {
  const document = useAppSelector(selectDocument);
  const { weight } = useAppSelector(selectAssessment).reports.build;
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const lift = document.build.lift ?? USUAL;
  const set = (patch: Partial<Lift>) => submit({ type: 'setBuild', build: { lift: { ...lift, ...patch } } });
  const kilo = (kg: number) => (unit === 'mm' ? `${kg.toFixed(1)}` : `${(kg * 2.2046).toFixed(1)}`);
  const mass = unit === 'mm' ? 'kg' : 'lb';
  return (
    <>
      <Section
        title="Lifting it"
        aside={
          <Explain
            title="What one may lift"
            rows={[
              { label: 'best posture', value: '23 kg', source: NIOSH },
              ...weight.multipliers.map(({ name, value }) => ({
                label: name,
                value: `× ${value.toFixed(2)}`,
                source: NIOSH,
              })),
            ]}
          />
        }
      >
        <div className="grid grid-cols-3 gap-x-3">
          <Figure label="it weighs" value={kilo(weight.kilograms)} unit={mass} />
          <Figure
            label={lift.people === 1 ? 'one may lift' : `${lift.people} may lift`}
            value={kilo(weight.limit)}
            unit={mass}
            bad={weight.index > 1}
          />
          <Figure label={`tips to the ${weight.tips.towards}`} value={weight.tips.angle.toFixed(0)} unit="°" />
        </div>
        <ul className="my-2 pl-5">
          {weight.advice.map((a) => (
            <li key={a}>{a}</li>
          ))}
        </ul>
        <div className="grid grid-cols-2 gap-2.5">
          <LengthField label="Hands from the body" value={lift.reach} onCommit={(reach) => set({ reach })} />
          <NumberField
            label="People"
            value={lift.people}
            least={1}
            most={6}
            onCommit={(n) => set({ people: Math.round(n) })}
          />
          <LengthField label="Hands at the begin, height" value={lift.from} onCommit={(from) => set({ from })} />
          <LengthField label="Hands at the end, height" value={lift.to} onCommit={(to) => set({ to })} />
        </div>
      </Section>
      <Section title="What carries it">
        {weight.carried.length === 0 && (
          <p className="mt-0 mb-2 text-ink-soft">
            It stands on its feet. A hinged door, a rail, a strap under a table: add it, with its rating.
          </p>
        )}
        <ul className="m-0 list-none p-0">
          {weight.carried.map((c) => {
            const hold = document.build.holds[c.id]!;
            const change = (patch: Partial<Hold>) => submit({ type: 'setHold', id: c.id, hold: { ...hold, ...patch } });
            return (
              <li key={c.id} className="border-t border-line py-1.5 first:border-t-0">
                <p className={`m-0 ${c.ok ? '' : 'text-stop'}`}>
                  {c.ok ? '✓' : '✗'} {c.name}: <span className="figure text-lg">{kilo(c.each)}</span> of{' '}
                  {kilo(c.rating)} {mass} each
                  {c.ok ? '' : ': twice its load is wanted'}
                </p>
                <div className="grid grid-cols-2 gap-2.5">
                  <TextField label="Name" value={hold.name} onCommit={(name) => change({ name })} />
                  <Choice label="Kind" value={hold.kind} options={same(KINDS)} onChange={(kind) => change({ kind })} />
                  <NumberField
                    label="How many"
                    value={hold.count}
                    least={1}
                    most={40}
                    onCommit={(n) => change({ count: Math.round(n) })}
                  />
                  <NumberField
                    label="Rated for, kg each"
                    value={hold.rating}
                    least={0.01}
                    most={5000}
                    onCommit={(rating) => change({ rating })}
                  />
                  <Choice
                    label="Carries"
                    value={hold.carries ?? ''}
                    options={[
                      { value: '', label: 'all of it' },
                      ...Object.entries(document.kit.parts).map(([value, p]) => ({ value, label: p.name })),
                    ]}
                    onChange={(carries) => {
                      const { carries: _gone, ...rest } = hold;
                      return submit({ type: 'setHold', id: c.id, hold: carries === '' ? rest : { ...rest, carries } });
                    }}
                  />
                  <div className="self-end">
                    <Button look="danger" onClick={() => submit({ type: 'setHold', id: c.id, hold: null })}>
                      Delete {c.name}
                    </Button>
                  </div>
                </div>
              </li>
            );
          })}
        </ul>
        <Button
          className="mt-1"
          onClick={() => {
            const wrong = submit({
              type: 'setHold',
              id: nextId(document.build.holds, 'hold', document.spent),
              hold: { name: 'Hinge', kind: 'hinge', count: 2, rating: 10 },
            });
            if (wrong) toast.error(wrong);
          }}
        >
          Add what carries
        </Button>
      </Section>
    </>
  );
}
