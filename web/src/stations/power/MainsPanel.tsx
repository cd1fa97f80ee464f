import { BOND } from '@young-shell/core/power';
import { nextId, type Mains } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

/** Mains: a checklist, never a permission. */
export function MainsPanel() {
  const { power } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const acknowledged = document.power.mains?.acknowledged ?? false;
  return (
    <>
      <Section title="Before anything else">
        <p className="m-0">
          Mains kill. Who may work on them is for the rules where you live to say, and for nobody else: this page is a
          list of what a licensed person looks at. It permits nothing.
        </p>
        <ul className="my-2 pl-5 text-sm">
          <li>Never defeat an earth. Never open a supply or a brick.</li>
          <li>The plug is out, and the capacitors are measured empty, before a hand goes in.</li>
          <li>First power through a current-limited supply or a lamp in series, behind a residual-current device.</li>
          <li>Nobody alone.</li>
        </ul>
        <Check
          label="I am allowed to do this work here, or someone who is does it"
          checked={acknowledged}
          onChange={(yes) => submit({ type: 'setMains', mains: { acknowledged: yes || null } })}
        />
      </Section>
      {!power.mains && (
        <Section title="Mains in the shell">
          <p className="m-0 text-ink-soft">
            None: the kit has no supply inside. What comes in by a jack or a cable is low voltage.
          </p>
        </Section>
      )}
      {acknowledged && <WallList />}
      {acknowledged && <EarthList />}
      {acknowledged && <Charged />}
      <Decorations />
    </>
  );
}

function WallList() {
  const { power } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const said: Mains = document.power.mains ?? {};
  const set = (mains: { [K in keyof Mains]?: Mains[K] | null }) => submit({ type: 'setMains', mains });
  return (
    <Section title="From the wall to the supply">
      <p className="mt-0 mb-2">
        At peak <span className="figure text-[28px] leading-8">{power.wallAmps.toFixed(2)} A</span> at {power.volts} V.
        Fuse:{' '}
        <span className="figure text-[28px] leading-8">
          {power.fuse.size === undefined ? 'none fits' : `${power.fuse.size} A slow`}
        </span>
        <span className="block text-sm text-ink-soft">
          the next size over 1.35 times that, below the weakest wire and the inlet
        </span>
      </p>
      <div className="grid grid-cols-2 gap-2.5">
        <Choice
          label="Mains here"
          value={said.volts ?? '230'}
          options={[
            { value: '230', label: '230 V' },
            { value: '120', label: '120 V' },
            { value: '100', label: '100 V' },
          ]}
          onChange={(volts) => set({ volts })}
        />
        <NumberField
          label="Inlet and lead stand, A"
          value={said.inlet ?? 10}
          least={0.1}
          most={32}
          onCommit={(inlet) => set({ inlet })}
        />
        <NumberField
          label="Fuse, A (0: not chosen)"
          value={said.fuse ?? 0}
          least={0}
          most={32}
          onCommit={(fuse) => set({ fuse: fuse > 0 ? fuse : null })}
        />
        <Choice
          label="It blows"
          value={said.slow === false ? 'quick' : 'slow'}
          options={[
            { value: 'slow', label: 'slow' },
            { value: 'quick', label: 'quick' },
          ]}
          onChange={(how) => set({ slow: how === 'slow' })}
        />
        <Choice
          label="The switch breaks"
          value={String(said.poles ?? 2)}
          options={[
            { value: '2', label: 'both poles' },
            { value: '1', label: 'one pole' },
            { value: '0', label: 'there is none' },
          ]}
          onChange={(poles) => set({ poles: Number(poles) })}
        />
        <NumberField
          label="Switch, inrush A"
          value={said.inrush ?? 100}
          least={0}
          most={500}
          onCommit={(inrush) => set({ inrush })}
        />
        <Check
          label="strain relief"
          checked={said.strainRelief ?? false}
          onChange={(strainRelief) => set({ strainRelief })}
        />
        <Check
          label="apart from low voltage"
          checked={said.separated ?? false}
          onChange={(separated) => set({ separated })}
        />
      </div>
    </Section>
  );
}

function EarthList() {
  const { power } = useAppSelector(selectAssessment).reports;
  const submit = useSubmit();
  if (power.earth.length === 0) return null;
  return (
    <Section
      title="Earth, each measured by itself"
      aside={<span className="text-sm text-ink-soft">at most {BOND} Ω</span>}
    >
      <ul className="m-0 list-none p-0">
        {power.earth.map((e) => (
          <li
            key={e.id}
            className="grid grid-cols-[1fr_8rem] items-end gap-2 border-t border-line py-1.5 first:border-t-0"
          >
            <span>
              {e.ohms === undefined ? '○ ' : e.ok ? '✓ ' : '■ '}
              {e.name}
              <span className="block text-sm text-ink-soft">{e.why}</span>
            </span>
            <TextField
              label={`Ω to earth, ${e.name}`}
              value={e.ohms === undefined ? '' : String(e.ohms)}
              placeholder="not measured"
              onCommit={(text) => {
                if (text.trim() === '') return submit({ type: 'setEarth', thing: e.id, name: e.name, ohms: null });
                const ohms = Number(text.replace(',', '.').replace('Ω', '').trim());
                if (!Number.isFinite(ohms) || ohms < 0) return `“${text}” is no resistance; enter 0 or more, in Ω.`;
                return submit({ type: 'setEarth', thing: e.id, name: e.name, ohms });
              }}
            />
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Charged() {
  const { power } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { bleed } = document.power;
  const set = (patch: Partial<NonNullable<typeof bleed>>) =>
    submit({ type: 'setPower', power: { bleed: { microfarad: 470, volts: 325, kiloohm: 10, ...bleed, ...patch } } });
  return (
    <Section title="How long a capacitor stays charged">
      <div className="grid grid-cols-3 gap-2.5">
        <NumberField
          label="µF"
          value={bleed?.microfarad ?? 470}
          least={0.001}
          most={1e6}
          onCommit={(microfarad) => set({ microfarad })}
        />
        <NumberField label="V" value={bleed?.volts ?? 325} least={0} most={1000} onCommit={(volts) => set({ volts })} />
        <NumberField
          label="kΩ across it"
          value={bleed?.kiloohm ?? 10}
          least={0.001}
          most={1e6}
          onCommit={(kiloohm) => set({ kiloohm })}
        />
      </div>
      <p className="mt-2 mb-0">
        {power.discharge === undefined ? (
          <Button onClick={() => set({})}>Compute the time to 60 V</Button>
        ) : (
          <>
            <span className="figure text-[28px] leading-8">{power.discharge.toFixed(2)} s</span> to 60 V; without a
            resistor across it, days.
          </>
        )}
      </p>
    </Section>
  );
}

function Decorations() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const all = Object.entries(document.power.decorations);
  return (
    <Section
      title="High voltage kept for its looks"
      aside={
        <Button
          onClick={() => {
            const id = nextId(document.power.decorations, 'decoration', document.spent);
            submit({
              type: 'setDecoration',
              id,
              decoration: { name: 'Plasma lamp', volts: 2000, screened: false, earthed: false },
            });
          }}
        >
          Add one
        </Button>
      }
    >
      {all.length === 0 && (
        <p className="m-0 text-ink-soft">None. Plasma lamps, tube sockets and glow lamps over 60 V belong here.</p>
      )}
      {all.map(([id, d]) => (
        <div key={id} className="grid grid-cols-2 gap-2 border-t border-line py-2 first:border-t-0">
          <TextField
            label="Name"
            value={d.name}
            onCommit={(name) => submit({ type: 'setDecoration', id, decoration: { ...d, name } })}
          />
          <NumberField
            label="V"
            value={d.volts}
            least={0}
            most={50_000}
            onCommit={(volts) => submit({ type: 'setDecoration', id, decoration: { ...d, volts } })}
          />
          <Check
            label="in a closed screen"
            checked={d.screened}
            onChange={(screened) => submit({ type: 'setDecoration', id, decoration: { ...d, screened } })}
          />
          <Check
            label="screen earthed"
            checked={d.earthed}
            onChange={(earthed) => submit({ type: 'setDecoration', id, decoration: { ...d, earthed } })}
          />
          <Button
            look="danger"
            className="col-span-2"
            onClick={() => submit({ type: 'setDecoration', id, decoration: null })}
          >
            Delete {d.name}
          </Button>
        </div>
      ))}
    </Section>
  );
}
