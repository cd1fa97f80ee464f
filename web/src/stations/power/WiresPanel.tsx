import type { Wire, WireRail } from '@young-shell/core/power';
import { PLUGS, GAUGES, type Gauge } from '@young-shell/core/standards';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { useComputed } from '../../work/useComputed';

const use = (rail: WireRail) => rail.each / Math.min(rail.contact, rail.wire);

/** Every power cable by its real way: what each wire and contact carries, what is lost. */
export function WiresPanel() {
  const document = useAppSelector(selectDocument);
  const { power } = useAppSelector(selectAssessment).reports;
  const { value, busy } = useComputed('quick', 'power', 'wires', [document]);
  const wires = value ?? power.wires;
  const sorted = [...wires].sort((a, b) => Math.max(0, ...b.rails.map(use)) - Math.max(0, ...a.rails.map(use)));
  return (
    <Section
      title="Wires at peak"
      aside={
        busy ? (
          <span className="text-sm text-ink-soft" role="status">
            measuring ways …
          </span>
        ) : undefined
      }
    >
      {sorted.length === 0 ? (
        <p className="m-0 text-ink-soft">No power cable yet: they follow from the parts that are in the shell.</p>
      ) : (
        <ul className="m-0 list-none p-0">
          {sorted.map((wire) => (
            <WireRow key={wire.link} wire={wire} />
          ))}
        </ul>
      )}
    </Section>
  );
}

function WireRow({ wire }: { wire: Wire }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const worst = wire.rails.reduce<WireRail | undefined>((a, r) => (!a || use(r) > use(a) ? r : a), undefined);
  if (!worst) return null;
  const bad = use(worst) > 1;
  const l = `${formatLength(wire.length, unit, unit === 'mm' ? 0 : 1)} ${unitWord(unit)}`;
  return (
    <li className="border-t border-line py-1.5 first:border-t-0">
      <div className="grid grid-cols-[1fr_auto] items-baseline gap-x-3">
        <button
          type="button"
          className="text-left text-[18px] hover:underline"
          onClick={() => dispatch(select({ kind: 'part', id: wire.part }))}
        >
          {wire.name}
        </button>
        <span className={`figure text-[28px] leading-8 ${bad ? 'text-stop' : ''}`}>
          {worst.each.toFixed(1)} A
          <span className="ml-1 text-sm text-ink-soft">of {Math.min(worst.contact, worst.wire).toFixed(1)}</span>
        </span>
        <span className="text-sm text-ink-soft">
          {wire.plugs.map((p) => PLUGS[p].name).join(' + ')}, {l}
          {wire.measured ? '' : ' (straight and a third more)'}
        </span>
        <Explain
          title={wire.name}
          rows={wire.rails.flatMap((r) => [
            { label: `${r.rail} in all`, value: `${r.amps.toFixed(2)} A`, source: `${r.watts.toFixed(0)} W / volts` },
            { label: `${r.rail}, each wire`, value: `${r.each.toFixed(2)} A`, source: `of ${r.conductors} contacts` },
            { label: 'contact stands', value: `${r.contact.toFixed(1)} A`, source: 'common practice, no source' },
            { label: `AWG ${wire.gauge} stands`, value: `${r.wire.toFixed(1)} A`, source: 'chassis wiring, bundled' },
            { label: 'lost', value: `${(r.drop * 1000).toFixed(0)} mV`, source: '2 I ρ l / A at 50 °C' },
          ])}
        />
      </div>
      <div className="mt-1 grid grid-cols-2 gap-2.5">
        <Choice
          label={`Gauge to ${document.kit.parts[wire.part]?.name ?? wire.part}`}
          value={String(wire.gauge)}
          options={GAUGES.map((g) => ({ value: String(g), label: `AWG ${g}` }))}
          onChange={(gauge) => submit({ type: 'setWire', link: wire.link, wire: { gauge: Number(gauge) as Gauge } })}
        />
        <p className="m-0 self-end pb-1 text-sm text-ink-soft">
          {(worst.drop * 1000).toFixed(0)} mV lost, {(100 * worst.share).toFixed(0)} % of what {worst.rail} may be off
        </p>
      </div>
    </li>
  );
}
