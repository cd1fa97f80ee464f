import type { FanFlow } from '@young-shell/core/air';
import { FEED_NAMES, type FanSetting } from '@young-shell/core/document';
import { countOf, formatFlow } from '@young-shell/core/quantity';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { FileButton } from '../../conversions/FileButton';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { run } from '../../work/work';
import { CurveTable } from './CurveTable';
import { FanChart } from './FanChart';
import { selectAir } from './selectors';

/** Every fan at its operating point, with what drives it; and what they all sound like. */
export function FansPanel() {
  const air = useAppSelector(selectAir);
  const selection = useAppSelector((s) => s.view.selection);
  const [first] = air.fans;
  const open = selection?.kind === 'part' ? selection.id : first?.part;
  return (
    <>
      {air.fans.length === 0 && (
        <Section title="Fans">
          <p className="m-0 text-ink-soft">
            No fan is in the shell. Warm air leaves by itself where there is a vent low and one high; put a fan into the
            kit where that is not enough.
          </p>
        </Section>
      )}
      {air.fans.map((fan) => (
        <FanSection key={fan.part} fan={fan} open={fan.part === open} />
      ))}
      <Section title="Noise at 1 m">
        <ul className="m-0 list-none p-0">
          {air.noises.map((n) => (
            <NoiseRow key={n.part} {...n} />
          ))}
          <li className="flex min-h-8 items-baseline justify-between border-t border-line-strong font-semibold">
            <span>all together</span>
            <span className="figure text-xl">
              {Number.isFinite(air.noise) ? `${air.noise.toFixed(1)} dB(A)` : 'silent'}
            </span>
          </li>
        </ul>
        <p className="mt-1 mb-0 text-sm text-ink-soft">
          Two equal ones are 3 dB more than one; half the speed is 15 dB less. Levels are usual ones unless you type in
          the sheet’s.
        </p>
      </Section>
    </>
  );
}

function NoiseRow({ part, name, level, rpm }: { part: string; name: string; level: number; rpm: number }) {
  const dispatch = useAppDispatch();
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        className="flex min-h-10 w-full items-baseline justify-between text-left hover:underline"
        onClick={() => dispatch(select({ kind: 'part', id: part }))}
      >
        <span>
          {name} <span className="text-sm text-ink-soft">{rpm.toFixed(0)} rpm</span>
        </span>
        <span className="figure text-lg">{level.toFixed(1)} dB(A)</span>
      </button>
    </li>
  );
}

function FanSection({ fan, open }: { fan: FanFlow; open: boolean }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const way = fan.inside ? 'stirs inside' : fan.flow < 0 ? 'driven backwards' : fan.blowsIn ? 'blows in' : 'blows out';
  return (
    <section className="border-b border-line px-4 py-2" aria-label={fan.name}>
      <button
        type="button"
        aria-expanded={open}
        className="flex min-h-10 w-full items-baseline justify-between gap-3 text-left"
        onClick={() => dispatch(select(open ? null : { kind: 'part', id: fan.part }))}
      >
        <span className="font-label text-base font-semibold">
          {fan.name} <span className="font-normal text-ink-soft">{fan.stopped ? 'stands' : way}</span>
        </span>
        <span className="figure text-xl whitespace-nowrap">{formatFlow(fan.flow, unit)}</span>
      </button>
      {open && (
        <>
          <FanChart fan={fan} />
          <p className="mt-0 mb-2 text-sm text-ink-soft">
            {fan.pressure.toFixed(1)} Pa at {fan.rpm.toFixed(0)} rpm. Dashed: full speed. Thin: what this shell asks.{' '}
            {fan.usual ? 'The curve is the usual one for its size.' : 'The curve is yours.'}
          </p>
          <FanFields fan={fan} />
        </>
      )}
    </section>
  );
}

function FanFields({ fan }: { fan: FanFlow }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [editing, setEditing] = useState(false);
  const setting: FanSetting = document.air.fans[fan.part] ?? {};
  const set = (patch: { [K in keyof FanSetting]?: FanSetting[K] | null }) =>
    submit({ type: 'setFan', part: fan.part, fan: patch });
  const feed = setting.feed ?? 'header';
  const parts = Object.entries(document.kit.parts).filter(
    ([id]) => id !== fan.part && id in document.layout.placements,
  );
  return (
    <div className="grid grid-cols-2 gap-2.5">
      <Choice
        label="Fed by"
        value={feed}
        options={FEED_NAMES.map((value) => ({
          value,
          label: {
            '12 V': '12 V, full speed',
            '7 V': '7 V',
            '5 V': '5 V',
            header: 'a header, follows the load',
            controller: 'a controller, set',
          }[value],
        }))}
        onChange={(next) =>
          set({ feed: next, ...(next === 'controller' ? { speed: Math.round(fan.speed * 100) } : { speed: null }) })
        }
      />
      {feed === 'controller' ? (
        <NumberField
          label="Speed, %"
          value={setting.speed ?? 60}
          least={0}
          most={100}
          onCommit={(speed) => set({ speed })}
        />
      ) : (
        <span />
      )}
      <NumberField
        label="Full speed, rpm"
        value={setting.rpm ?? Math.round(fan.speed > 0 ? fan.rpm / fan.speed : fan.rpm)}
        least={1}
        most={60_000}
        onCommit={(rpm) => set({ rpm })}
      />
      <NumberField
        label="Level at it, dB(A)"
        value={
          setting.noise ??
          (Number.isFinite(fan.noise) ? Number((fan.noise - 50 * Math.log10(fan.speed)).toFixed(1)) : 0)
        }
        least={-20}
        most={100}
        onCommit={(noise) => set({ noise })}
      />
      {fan.kind !== 'supply' && (
        <>
          <Choice
            label="A duct leads to it from"
            value={setting.ductTo ?? ''}
            options={[{ value: '', label: 'nowhere' }, ...parts.map(([id, p]) => ({ value: id, label: p.name }))]}
            onChange={(part) => set({ ductTo: part === '' ? null : part })}
          />
          <div className="self-end">
            <Check label="blows in" checked={setting.turned ?? false} onChange={(turned) => set({ turned })} />
          </div>
        </>
      )}
      <Check label="stands still" checked={setting.stopped ?? false} onChange={(stopped) => set({ stopped })} />
      <div className="col-span-2 flex flex-wrap gap-1.5">
        <Button aria-expanded={editing} onClick={() => setEditing(!editing)}>
          {editing ? 'Hide the points' : 'Points of its curve'}
        </Button>
        <FileButton
          label={`Curve of ${fan.name} from a file`}
          accept=".csv,.txt,text/csv"
          onFile={(file) =>
            void file
              .text()
              .then((text) => run('files', 'air', 'curve', [text]))
              .then((curve) => {
                const wrong = set({ curve });
                if (wrong) toast.error(wrong);
                else toast.success(`${countOf(curve.length, 'point')} read.`);
              })
              .catch((problem: Error) => toast.error(problem.message))
          }
        >
          From CSV
        </FileButton>
        {setting.curve && <Button onClick={() => set({ curve: null })}>The usual curve</Button>}
      </div>
      {editing && <CurveTable fan={fan} onCommit={(curve) => set({ curve })} />}
    </div>
  );
}
