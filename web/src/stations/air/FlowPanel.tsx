import { STATES, type State } from '@young-shell/core/document';
import { formatFlow } from '@young-shell/core/quantity';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { Figure } from '../../ui/Figure';
import { FindingList } from '../../ui/FindingList';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { SliderField } from '../../ui/SliderField';
import { useComputed } from '../../work/useComputed';
import { selectAir, selectTried } from './selectors';
import { asItIs, tryOut } from './slice';

export const STATE_WORDS: Record<State, string> = { idle: 'idle', typical: 'in typical use', full: 'at full load' };

/** How much air goes through, how warm it gets, how loud: with the findings and what could be tried. */
export function FlowPanel() {
  return (
    <>
      <Figures />
      <FindingList station="air" />
      <WhatIfSection />
      <Conditions />
      <p className="m-0 px-4 py-3 text-sm text-ink-soft">
        Guard fans that fingers reach; nothing that burns belongs before an exhaust. A closed wooden box without fans
        can overheat with no warning: fit a temperature cut-out. Computed from geometry and usual coefficients: measure
        before you rely on it.
      </p>
    </>
  );
}

function Figures() {
  const air = useAppSelector(selectAir);
  const tried = useAppSelector(selectTried);
  const unit = useAppSelector((s) => s.preferences.unit);
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { value: whole } = useComputed('quick', 'air', 'whole', [document]);
  const judged = Math.max(air.rise, air.around);
  const [through, flowUnit] = formatFlow(air.through, unit).split(' ');
  const noise = document.brief.targets && Object.values(document.brief.targets).find((t) => t.kind === 'noise')?.limit;
  const sign = air.pressure < 0 ? '−' : '+';
  return (
    <Section
      title={tried ? 'As tried out' : 'What the layout does'}
      aside={
        <Explain
          title="air"
          rows={[
            {
              label: 'heat in the shell',
              value: `${air.watts.toFixed(0)} W`,
              source: 'sum of the parts in this state',
            },
            {
              label: 'air density',
              value: `${air.density.toFixed(3)} kg/m³`,
              source: 'moist air at this altitude and temperature',
            },
            { label: 'heat capacity', value: `${air.heatCapacity.toFixed(0)} J/(kg K)`, source: 'of the moist air' },
            {
              label: `air for ${air.wantedRise.toFixed(0)} K`,
              value: formatFlow(air.needed, unit),
              source: 'Q = P / (ρ c_p ΔT)',
            },
            {
              label: 'through the walls',
              value: `${air.throughWalls.toFixed(0)} W`,
              source: 'inside film, wall, outside film with radiation (Churchill and Chu)',
            },
            { label: 'each opening', value: 'Δp = ζ ρ v² / 2', source: 'sharp-edged hole: discharge coefficient 0.61' },
          ]}
        />
      }
    >
      <div className="mb-3 flex gap-1.5" role="radiogroup" aria-label="What the machine does">
        {STATES.map((state) => (
          <Button
            key={state}
            role="radio"
            aria-checked={air.state === state}
            look={air.state === state ? 'strong' : 'plain'}
            className="flex-1"
            onClick={() => submit({ type: 'setAir', air: { state } })}
          >
            {STATE_WORDS[state]}
          </Button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-3">
        <Figure
          label="warmer than the room"
          value={judged > 60 ? '> 60' : `+${judged.toFixed(1)}`}
          unit="K"
          bad={judged > air.wantedRise * 1.02}
          note={
            whole && !tried
              ? `± ${Math.min(60, whole.doubt).toFixed(0)} K; wanted ${air.wantedRise.toFixed(0)} K`
              : `wanted ${air.wantedRise.toFixed(0)} K`
          }
        />
        <Figure label="go through" value={through!} unit={flowUnit!} note={`${formatFlow(air.needed, unit)} wanted`} />
        <Figure
          label="inside over the room"
          value={`${sign}${Math.abs(air.pressure).toFixed(1)}`}
          unit="Pa"
          note={
            air.pressure < -0.3
              ? 'dust comes in by every crack'
              : air.pressure > 0.3
                ? 'dust comes in where fans draw'
                : 'as in the room'
          }
        />
        <Figure
          label="at 1 m"
          value={Number.isFinite(air.noise) ? air.noise.toFixed(0) : '–'}
          unit="dB(A)"
          bad={noise !== undefined && air.noise > noise}
          note={noise === undefined ? 'no target in the Brief' : `target ${noise} dB(A)`}
        />
      </div>
      {whole && whole.doubts[0] && whole.doubt > 0.5 && !tried && (
        <p className="mt-3 mb-0 text-sm">
          Most of the doubt is <strong>{whole.doubts[0].what}</strong> (± {Math.min(60, whole.doubts[0].by).toFixed(0)}{' '}
          K). To narrow it: {whole.doubts[0].measure}.
        </p>
      )}
    </Section>
  );
}

function WhatIfSection() {
  const whatIf = useAppSelector((s) => s.air.whatIf);
  const tried = useAppSelector(selectTried);
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const air = useAppSelector(selectAir);
  const submit = useSubmit();
  const fans = air.fans.filter((f) => f.kind === 'fan');
  const share = (v: number) => `${Math.round(v * 100)} %`;
  return (
    <Section
      title="What if"
      aside={
        tried ? (
          <Button onClick={() => dispatch(asItIs())}>As it is</Button>
        ) : (
          <span className="text-sm text-ink-soft">tried, not kept</span>
        )
      }
    >
      <div className="grid grid-cols-1 gap-x-4">
        <SliderField
          label="speed of the case fans"
          value={whatIf.speed}
          least={0}
          most={1.5}
          step={0.05}
          text={share(whatIf.speed)}
          onChange={(speed) => dispatch(tryOut({ speed }))}
        />
        <SliderField
          label="free area of all openings"
          value={whatIf.vents}
          least={0.25}
          most={4}
          step={0.05}
          text={share(whatIf.vents)}
          onChange={(vents) => dispatch(tryOut({ vents }))}
        />
        <SliderField
          label="heat of all parts"
          value={whatIf.heat}
          least={0.1}
          most={2}
          step={0.05}
          text={share(whatIf.heat)}
          onChange={(heat) => dispatch(tryOut({ heat }))}
        />
      </div>
      {whatIf.speed !== 1 && whatIf.speed <= 1 && fans.length > 0 && (
        <Button
          onClick={() => {
            submit({
              type: 'all',
              what: `case fans at ${share(whatIf.speed)}`,
              changes: fans.map((f) => ({
                type: 'setFan',
                part: f.part,
                fan: { feed: 'controller', speed: Math.round(f.speed * 100) },
              })),
            });
            dispatch(tryOut({ speed: 1 }));
          }}
        >
          Set the case fans so, on a controller
        </Button>
      )}
      {document.kit && air.watts === 0 && <p className="m-0 text-ink-soft">Nothing in the shell makes heat yet.</p>}
    </Section>
  );
}

function Conditions() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { air, brief, shell } = document;
  const bodies = Object.entries(shell.bodies).filter(([, b]) => b.kind !== 'ring');
  return (
    <Section title="Where it stands">
      <div className="grid grid-cols-2 gap-2.5">
        <NumberField
          label="Room, °C"
          value={brief.ambient}
          least={-40}
          most={60}
          onCommit={(ambient) => submit({ type: 'setBrief', brief: { ambient } })}
        />
        <NumberField
          label="Altitude, m"
          value={air.altitude ?? 200}
          least={-430}
          most={9500}
          onCommit={(altitude) => submit({ type: 'setAir', air: { altitude } })}
        />
        <NumberField
          label="Humidity, %"
          value={air.humidity ?? 50}
          least={0}
          most={100}
          onCommit={(humidity) => submit({ type: 'setAir', air: { humidity } })}
        />
        <FeetField />
        <Choice
          label="Dust"
          value={brief.dust}
          options={[
            { value: 'clean', label: 'clean' },
            { value: 'normal', label: 'normal' },
            { value: 'dusty', label: 'dusty' },
          ]}
          onChange={(dust) => submit({ type: 'setBrief', brief: { dust } })}
        />
      </div>
      {bodies.length > 0 && (
        <fieldset className="m-0 mt-2 border-0 p-0">
          <legend className="p-0 font-label text-sm text-ink-soft">Stand open in use</legend>
          {bodies.map(([id, body]) => {
            const open = air.open ?? [];
            return (
              <label key={id} className="mr-4 inline-flex min-h-10 items-center gap-1.5">
                <input
                  type="checkbox"
                  className="accent-ink"
                  checked={open.includes(id)}
                  onChange={(event) =>
                    submit({
                      type: 'setAir',
                      air: { open: event.target.checked ? [...open, id] : open.filter((o) => o !== id) },
                    })
                  }
                />
                {body.name || body.kind}
              </label>
            );
          })}
        </fieldset>
      )}
    </Section>
  );
}

function FeetField() {
  const feet = useAppSelector((s) => selectAir(s).feet);
  const submit = useSubmit();
  return (
    <LengthField
      label="Height of the feet"
      value={feet}
      onCommit={(value) => submit({ type: 'setAir', air: { feet: value } })}
    />
  );
}
