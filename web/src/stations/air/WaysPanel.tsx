import type { WayFlow } from '@young-shell/core/air';
import { faceWord, FILTER_KINDS, type WaySetting } from '@young-shell/core/document';
import { formatArea, formatFlow, inUnit } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { selectAir } from './selectors';

/** Every opening with what goes through it, and what costs most on the way. */
export function WaysPanel() {
  const air = useAppSelector(selectAir);
  const unit = useAppSelector((s) => s.preferences.unit);
  const ways = [...air.ways].sort((a, b) => Math.max(b.in, b.out) - Math.max(a.in, a.out));
  return (
    <>
      <Section title="Ways for the air">
        {ways.length === 0 ? (
          <p className="m-0 text-ink-soft">
            The shell has none: no opening, no seam. Add a grille at Cut, or take a remedy at Flow.
          </p>
        ) : (
          <ul className="m-0 list-none p-0">
            {ways.map((way) => (
              <WayRow key={way.id} way={way} />
            ))}
          </ul>
        )}
      </Section>
      <Section title="What costs most">
        <ol className="m-0 list-none p-0">
          {air.costs.slice(0, 8).map((cost) => (
            <li key={cost.what} className="relative border-t border-line py-1 first:border-t-0">
              <span
                className="absolute inset-y-1 left-0 bg-tape/50"
                style={{ width: `${cost.share * 100}%` }}
                aria-hidden
              />
              <span className="relative flex items-baseline justify-between gap-3">
                <span>{inUnit(cost.what, unit)}</span>
                <span className="figure text-lg whitespace-nowrap">
                  {(100 * cost.share).toFixed(0)} %{' '}
                  <span className="text-sm text-ink-soft">{cost.drop.toFixed(2)} Pa</span>
                </span>
              </span>
            </li>
          ))}
        </ol>
      </Section>
      <Section title="What the incoming air passes">
        <ul className="m-0 list-none p-0">
          {air.passes.map((p) => (
            <li
              key={p.part}
              className="flex min-h-8 items-baseline justify-between border-t border-line first:border-t-0"
            >
              <span>{p.name}</span>
              <span className="figure text-lg">{(100 * p.share).toFixed(0)} %</span>
            </li>
          ))}
        </ul>
        <p className="mt-1 mb-0 text-sm text-ink-soft">
          The rest goes around it. Shares overlap: air may pass one after the other.
        </p>
      </Section>
    </>
  );
}

function WayRow({ way }: { way: WayFlow }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState(false);
  const flow = Math.max(way.in, way.out);
  const direction = way.shut
    ? (way.why ?? 'shut')
    : flow < 1e-7
      ? 'nothing'
      : way.in > 0.1 * flow && way.out > 0.1 * flow
        ? 'in and out'
        : way.in > way.out
          ? 'in'
          : 'out';
  const go = () => {
    setOpen(!open);
    const id = way.own ?? way.id;
    if (way.kind === 'vent' && way.own) dispatch(select({ kind: 'cut', id }));
    else if (way.kind === 'shell') dispatch(select({ kind: 'opening', id }));
    else if (way.part) dispatch(select({ kind: 'part', id: way.part }));
  };
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-x-3 py-1 text-left hover:bg-paper"
        onClick={go}
      >
        <span>{way.name}</span>
        <span className="figure text-right text-lg whitespace-nowrap">{way.shut ? '–' : formatFlow(flow, unit)}</span>
        <span className="text-sm text-ink-soft">
          {[faceWord(way.face), `${formatArea(way.area, unit)} free`, way.filter ? `${way.filter.kind} filter` : '']
            .filter(Boolean)
            .join(' · ')}
        </span>
        <span className="text-right text-sm text-ink-soft">
          {direction}
          {way.shut ? '' : ` · ${way.speed.toFixed(1)} m/s`}
        </span>
      </button>
      {open && <WayFields way={way} />}
    </li>
  );
}

function WayFields({ way }: { way: WayFlow }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const setting: WaySetting = document.air.ways[way.id] ?? {};
  const set = (patch: { [K in keyof WaySetting]?: WaySetting[K] | null }) =>
    submit({ type: 'setWay', way: way.id, name: way.name, patch });
  const { filter } = setting;
  const parts = Object.entries(document.kit.parts).filter(([id]) => id in document.layout.placements);
  return (
    <div className="grid grid-cols-2 gap-2.5 pb-3">
      <div className="col-span-2">
        <Check label="shut with a plate or tape" checked={setting.shut ?? false} onChange={(shut) => set({ shut })} />
      </div>
      <Choice
        label="Filter"
        value={filter?.kind ?? ''}
        options={[
          { value: '', label: 'none' },
          ...FILTER_KINDS.map((value) => ({
            value,
            label: { mesh: 'fine mesh', foam: 'foam', fabric: 'speaker fabric' }[value],
          })),
        ]}
        onChange={(kind) => set({ filter: kind === '' ? null : { ...filter, kind, clogged: filter?.clogged ?? 0 } })}
      />
      <Choice
        label="A deflector leads it to"
        value={setting.ductTo ?? ''}
        options={[{ value: '', label: 'nothing' }, ...parts.map(([id, p]) => ({ value: id, label: p.name }))]}
        onChange={(part) => set({ ductTo: part === '' ? null : part })}
      />
      {filter && (
        <>
          <NumberField
            label="Closed by dust, %"
            value={filter.clogged}
            least={0}
            most={95}
            onCommit={(clogged) => set({ filter: { ...filter, clogged } })}
          />
          <NumberField
            label="Measured drop at 1 m/s, Pa (0: usual)"
            value={filter.measured ? Number((filter.measured.drop / filter.measured.speed ** 2).toFixed(2)) : 0}
            least={0}
            most={2000}
            onCommit={(drop) => {
              const { measured: _was, ...rest } = filter;
              return set({ filter: drop > 0 ? { ...rest, measured: { drop, speed: 1 } } : rest });
            }}
          />
        </>
      )}
    </div>
  );
}
