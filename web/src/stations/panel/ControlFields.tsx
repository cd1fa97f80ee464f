import { faceWord, CONTROL_KINDS, CONTROL_WISHES, LAMP_TYPES, type PanelControl } from '@young-shell/core/document';
import type { ControlPlace } from '@young-shell/core/panel';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Check } from '../../ui/Check';
import { Choice, same } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';

const STATES = [
  { value: 'works', label: 'works' },
  { value: 'unknown', label: 'not tested' },
  { value: 'broken', label: 'broken' },
  { value: 'missing', label: 'missing' },
] as const;

/** What a control is, was and shall do; what is electric and what is mechanical of it. */
export function ControlFields({
  id,
  control,
  place,
}: {
  id: string;
  control: PanelControl;
  place: ControlPlace | undefined;
}) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const set = (patch: Partial<PanelControl>) => submit({ type: 'setControl', id, control: { ...control, ...patch } });
  const l = (mm: number) => `${formatLength(mm, unit, unit === 'mm' ? 0 : 2)} ${unitWord(unit)}`;
  const lamp = control.lamp ?? { type: 'LED' as const, forward: 2.1, milliamps: 10 };
  const meter = control.meter ?? { fullScale: 500, ohms: 650 };
  return (
    <div className="grid grid-cols-2 gap-x-2.5 gap-y-2">
      <Choice
        label="It shall do"
        value={control.wish}
        options={same(CONTROL_WISHES)}
        onChange={(wish) => set({ wish })}
      />
      <Choice label="Kind" value={control.kind} options={same(CONTROL_KINDS)} onChange={(kind) => set({ kind })} />
      <TextField label="Name" value={control.name} onCommit={(name) => set({ name })} />
      <TextField label="It was" value={control.was} onCommit={(was) => set({ was })} />
      <Choice label="State" value={control.state} options={STATES} onChange={(state) => set({ state })} />
      <Choice
        label="It stands as"
        value={control.feature ?? ''}
        options={[
          { value: '', label: 'nothing of the shell' },
          ...Object.entries(document.shell.features).map(([value, f]) => ({ value, label: f.name })),
        ]}
        onChange={(feature) => {
          const { feature: _before, ...rest } = control;
          return submit({ type: 'setControl', id, control: feature === '' ? rest : { ...rest, feature } });
        }}
      />
      {place && (
        <p className="col-span-2 m-0 text-sm text-ink-soft">
          On the {faceWord(place.face)} at {l(place.u)} from its left and {l(place.v)} up; {l(place.depth)} deep,{' '}
          {l(Math.max(0, place.free))} free behind it{place.on ? `; it sits on ${place.on}` : ''}. Its room counts in
          Fit.
        </p>
      )}
      <div className="col-span-2 flex flex-wrap gap-x-4">
        <Check label="must survive" checked={control.survive ?? false} onChange={(survive) => set({ survive })} />
        <Check label="it carried mains" checked={control.mains ?? false} onChange={(mains) => set({ mains })} />
        {control.mains && (
          <Check
            label="traced: no mains is left on it"
            checked={control.traced ?? false}
            onChange={(traced) => set({ traced })}
          />
        )}
      </div>
      {control.kind === 'rotary selector' && (
        <NumberField
          label="Positions"
          value={control.positions ?? 4}
          least={2}
          most={48}
          onCommit={(positions) => set({ positions: Math.round(positions) })}
        />
      )}
      {control.kind === 'potentiometer' && (
        <NumberField
          label="End to end, Ω"
          value={control.ohms ?? 10_000}
          least={1}
          most={1e7}
          onCommit={(ohms) => set({ ohms })}
        />
      )}
      {control.kind === 'lamp' && (
        <>
          <Choice
            label="Lamp"
            value={lamp.type}
            options={same(LAMP_TYPES)}
            onChange={(type) => set({ lamp: { ...lamp, type } })}
          />
          <NumberField
            label="V across it"
            value={lamp.forward}
            least={0}
            most={300}
            onCommit={(forward) => set({ lamp: { ...lamp, forward } })}
          />
          <NumberField
            label="mA wanted"
            value={lamp.milliamps}
            least={0.01}
            most={5000}
            onCommit={(milliamps) => set({ lamp: { ...lamp, milliamps } })}
          />
        </>
      )}
      {control.kind === 'meter' && (
        <>
          <NumberField
            label="Full scale, µA"
            value={meter.fullScale}
            least={1}
            most={1e6}
            onCommit={(fullScale) => set({ meter: { ...meter, fullScale } })}
          />
          <NumberField
            label="Its coil, Ω"
            value={meter.ohms}
            least={0}
            most={1e6}
            onCommit={(ohms) => set({ meter: { ...meter, ohms } })}
          />
        </>
      )}
      <LengthField
        label="Travel"
        value={control.travel ?? 0}
        least={0}
        most={200}
        onCommit={(travel) => set({ travel })}
      />
      <NumberField
        label="Force, N"
        value={control.force ?? 0}
        least={0}
        most={200}
        onCommit={(force) => set({ force })}
      />
      <TextField label="Held by" value={control.held ?? ''} onCommit={(held) => set({ held })} />
    </div>
  );
}
