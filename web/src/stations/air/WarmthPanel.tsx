import type { PartTemperature, UnknownTemperature } from '@young-shell/core/air';
import type { ThermalSetting } from '@young-shell/core/document';
import { drawOf } from '@young-shell/core/parts';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { selectAir } from './selectors';

/** How warm each part gets against what it stands, where the air is warm, and who makes the heat. */
export function WarmthPanel() {
  const air = useAppSelector(selectAir);
  const zones = [...air.zones].sort((a, b) => b.rise - a.rise);
  return (
    <>
      <Section title="Parts">
        {air.temperatures.length + air.unknown.length === 0 && (
          <p className="m-0 text-ink-soft">No part is in the shell whose temperature is known.</p>
        )}
        <ul className="m-0 list-none p-0">
          {[...air.temperatures]
            .sort((a, b) => b.temperature - b.limit - (a.temperature - a.limit))
            .map((t) => (
              <PartRow key={t.part} {...t} />
            ))}
          {air.unknown.map((u) => (
            <UnknownRow key={u.part} {...u} />
          ))}
        </ul>
      </Section>
      <Section title="Heat by part">
        <ul className="m-0 list-none p-0">
          {[...air.heats]
            .sort((a, b) => b.watts - a.watts)
            .map((h) => (
              <li
                key={h.part}
                className="flex min-h-8 items-baseline justify-between gap-3 border-t border-line first:border-t-0"
              >
                <span className="min-w-0">
                  {h.name}
                  <span className="block text-sm text-ink-soft">
                    {h.zones
                      .slice(0, 2)
                      .map(([zone]) => air.zones[zone - 1]?.name)
                      .join('; ')}
                  </span>
                </span>
                <span className="figure text-lg">{h.watts.toFixed(h.watts < 10 ? 1 : 0)} W</span>
              </li>
            ))}
        </ul>
      </Section>
      <Section title="Warmest air">
        <ul className="m-0 list-none p-0">
          {zones.slice(0, 6).map((zone) => (
            <li
              key={zone.id}
              className="flex min-h-8 items-baseline justify-between border-t border-line first:border-t-0"
            >
              <span>{zone.name}</span>
              <span className="figure text-lg">{zone.rise > 60 ? '> 60' : `+${zone.rise.toFixed(1)}`} K</span>
            </li>
          ))}
        </ul>
      </Section>
    </>
  );
}

function PartRow(t: PartTemperature & { doubt: number }) {
  const open = useAppSelector((s) => s.view.selection?.kind === 'part' && s.view.selection.id === t.part);
  const dispatch = useAppDispatch();
  const over = t.temperature > t.limit;
  const from = { measured: 'fitted from your run', given: 'as you gave it', usual: 'usual for its kind' }[t.from];
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-x-3 py-1 text-left hover:bg-paper"
        onClick={() => dispatch(select(open ? null : { kind: 'part', id: t.part }))}
      >
        <span className="text-[18px] leading-6">
          {t.name}: {t.what}
        </span>
        <span className={`figure text-right text-[28px] leading-8 whitespace-nowrap ${over ? 'text-stop' : ''}`}>
          {t.temperature > 199 ? '> 199' : t.temperature.toFixed(0)} °C
        </span>
        <span className="text-sm text-ink-soft">
          {t.watts.toFixed(0)} W × {t.resistance.toFixed(2)} K/W ({from}) over air of {Math.min(199, t.air).toFixed(0)}{' '}
          °C
        </span>
        <span className="text-right text-sm whitespace-nowrap text-ink-soft">
          {over ? 'over' : 'of'} {t.limit} °C, ± {Math.min(99, t.doubt).toFixed(0)}
        </span>
      </button>
      {open && <ThermalFields {...t} />}
    </li>
  );
}

/** A part whose warmth is not known: what it takes to say it is typed in here. */
function UnknownRow({ part, name, watts, limit }: UnknownTemperature) {
  const open = useAppSelector((s) => s.view.selection?.kind === 'part' && s.view.selection.id === part);
  const dispatch = useAppDispatch();
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-x-3 py-1 text-left hover:bg-paper"
        onClick={() => dispatch(select(open ? null : { kind: 'part', id: part }))}
      >
        <span className="text-[18px] leading-6">{name}</span>
        <span className="figure text-right text-[28px] leading-8 text-ink-soft">? °C</span>
        <span className="text-sm text-ink-soft">{watts.toFixed(0)} W; nothing says what cools it</span>
      </button>
      {open && <ThermalFields part={part} resistance={0} limit={limit ?? 0} />}
    </li>
  );
}

function ThermalFields({ part, resistance, limit }: Pick<PartTemperature, 'part' | 'resistance' | 'limit'>) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const setting: ThermalSetting = document.air.thermal[part] ?? {};
  const draw = drawOf(document.kit.parts[part]!);
  const set = (patch: { [K in keyof ThermalSetting]?: ThermalSetting[K] | null }) =>
    submit({ type: 'setThermal', part, thermal: patch });
  const base = setting.baseline ?? { part: 60, air: document.brief.ambient, watts: Math.max(0.1, draw.typical) };
  return (
    <div className="grid grid-cols-2 gap-2.5 pb-3">
      <NumberField
        label="K/W"
        value={Number(resistance.toFixed(3))}
        least={0.001}
        most={200}
        onCommit={(value) => set({ resistance: value, baseline: null })}
      />
      <NumberField label="Stands, °C" value={limit} least={0} most={250} onCommit={(value) => set({ limit: value })} />
      {(['idle', 'typical', 'peak'] as const).map((state) => (
        <NumberField
          key={state}
          label={`${state === 'peak' ? 'Full load' : state === 'idle' ? 'Idle' : 'Typical'}, W`}
          value={draw[state]}
          least={0}
          most={5000}
          onCommit={(value) => {
            const { idle, typical, peak } = draw;
            const next = { idle, typical, peak };
            next[state] = value;
            return submit({ type: 'setPart', id: part, part: { draw: next } });
          }}
        />
      ))}
      <p className="col-span-2 m-0 text-sm text-ink-soft">
        One run in the open, with the same cooler, gives its own K/W: type what the part’s sensor and a thermometer
        beside it said, and the watts.
      </p>
      <NumberField
        label="Part then, °C"
        value={base.part}
        least={-40}
        most={250}
        onCommit={(value) => set({ baseline: { ...base, part: value } })}
      />
      <NumberField
        label="Air then, °C"
        value={base.air}
        least={-40}
        most={120}
        onCommit={(value) => set({ baseline: { ...base, air: value } })}
      />
      <NumberField
        label="Watts then"
        value={base.watts}
        least={0.01}
        most={5000}
        onCommit={(value) => set({ baseline: { ...base, watts: value } })}
      />
      {setting.baseline && (
        <Button className="self-end" onClick={() => set({ baseline: null })}>
          Forget that run
        </Button>
      )}
    </div>
  );
}
