import { MOST_LOADED, type Feed, type PartLoad } from '@young-shell/core/power';
import { drawOf } from '@young-shell/core/parts';
import type { SourceSetting, SupplySetting } from '@young-shell/core/document';
import { RAILS, type Rail } from '@young-shell/core/standards';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { Figure } from '../../ui/Figure';
import { FindingList } from '../../ui/FindingList';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { LoadChart } from './LoadChart';

/** What the machine asks in every state, what feeds it, and what that costs. */
export function BudgetPanel() {
  const { power } = useAppSelector(selectAssessment).reports;
  const { budget, advice, rating, wall } = power;
  const { peak, start, typical } = budget.loads;
  const most = Math.max(peak.total, start.total);
  // Several supplies do not help each other: each is judged by what hangs on it.
  const over = power.feeds.some(
    ({ rating: own, carried: { loads } }) =>
      own !== undefined && Math.max(loads.peak.total, loads.start.total) > MOST_LOADED * own,
  );
  const several = power.feeds.length > 1;
  return (
    <>
      <Section
        title="Asked of the supply"
        aside={
          <Explain
            title="power"
            rows={[
              {
                label: 'for milliseconds',
                value: `${budget.transient.toFixed(0)} W`,
                source: 'graphics cards take up to twice theirs',
              },
              {
                label: 'least rating',
                value: `${advice.least.toFixed(0)} W`,
                source: 'peak or start under 85 % of it',
              },
              {
                label: 'best rating',
                value: `${advice.from.toFixed(0)}–${advice.to.toFixed(0)} W`,
                source: 'typical load 40–60 % of it',
              },
              {
                label: 'start',
                value: `${start.total.toFixed(0)} W`,
                source: 'drives spin up: about 2 A each on 12 V',
              },
            ]}
          />
        }
      >
        <div className="mb-2 grid grid-cols-2 gap-x-4 gap-y-3">
          <Figure
            label={start.total > peak.total ? 'at the start' : 'at peak'}
            value={most.toFixed(0)}
            unit="W"
            bad={over}
            note={
              several ? 'shared out below' : rating === undefined ? 'rating not known' : `of ${rating.toFixed(0)} W`
            }
          />
          <Figure
            label="in typical use"
            value={typical.total.toFixed(0)}
            unit="W"
            note={
              several || rating === undefined
                ? undefined
                : `${((100 * typical.total) / rating).toFixed(0)} % of the rating`
            }
          />
          <Figure
            label="at the wall"
            value={wall.typical.toFixed(0)}
            unit="W"
            note={`${wall.lost.toFixed(0)} W warm the supply`}
          />
          <Figure
            label="a year"
            value={wall.energy.toFixed(0)}
            unit="kWh"
            note={`${(wall.cost / 100).toFixed(0)} in money, ${wall.off.toFixed(1)} W when off`}
          />
        </div>
        <LoadChart loads={budget.loads} rating={several ? undefined : rating} />
        {advice.buy && !several && (
          <p className="mt-1 mb-0 text-sm text-ink-soft">
            {rating === undefined ? 'To buy' : 'Right would be'}: <strong>{advice.buy} W</strong>.
          </p>
        )}
      </Section>
      <FindingList station="power" />
      {power.feeds.map((feed) => (
        <FeedSection key={feed.part} feed={feed} shared={several} />
      ))}
      <Section title="Who asks for it">
        <ul className="m-0 list-none p-0">
          {[...budget.parts]
            .sort((a, b) => b.watts.peak - a.watts.peak)
            .map((load) => (
              <LoadRow key={load.part} load={load} />
            ))}
        </ul>
      </Section>
      <Usage />
    </>
  );
}

function LoadRow({ load }: { load: PartLoad }) {
  const open = useAppSelector((s) => s.view.selection?.kind === 'part' && s.view.selection.id === load.part);
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const draw = drawOf(document.kit.parts[load.part]!);
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-x-3 py-1 text-left hover:bg-paper"
        onClick={() => dispatch(select(open ? null : { kind: 'part', id: load.part }))}
      >
        <span>{load.name}</span>
        <span className="figure text-right text-lg whitespace-nowrap">
          {load.watts.idle.toFixed(0)} · {load.watts.typical.toFixed(0)} · {load.watts.peak.toFixed(0)} W
        </span>
        <span className="text-sm text-ink-soft">
          {(Object.entries(load.rails) as [Rail, number][])
            .filter(([, share]) => share > 0.005)
            .map(([rail, share]) => `${rail} ${(100 * share).toFixed(0)} %`)
            .join(', ')}
        </span>
        <span className="text-right text-sm text-ink-soft">
          {load.watts.start > load.watts.peak ? `${load.watts.start.toFixed(0)} W to spin up` : 'idle · typical · peak'}
        </span>
      </button>
      {open && (
        <div className="grid grid-cols-3 gap-2 pb-3">
          {(['idle', 'typical', 'peak'] as const).map((state) => (
            <NumberField
              key={state}
              label={`${state}, W`}
              value={draw[state]}
              least={0}
              most={5000}
              onCommit={(value) => {
                const { idle, typical, peak } = draw;
                const next = { idle, typical, peak };
                next[state] = value;
                return submit({ type: 'setPart', id: load.part, part: { draw: next } });
              }}
            />
          ))}
          <p className="col-span-3 m-0 text-sm text-ink-soft">{draw.source.title}</p>
        </div>
      )}
    </li>
  );
}

function FeedSection({ feed, shared }: { feed: Feed; shared: boolean }) {
  return feed.kind === 'supply' ? <SupplySection feed={feed} shared={shared} /> : <SourceSection feed={feed} />;
}

/** Which parts hang on one of several supplies, and what they ask of it. */
function Share({ feed: { carried, rating, advice } }: { feed: Feed }) {
  const { kit } = useAppSelector(selectDocument);
  const names = carried.parts.map((id) => kit.parts[id]!.name);
  const most = Math.max(carried.loads.peak.total, carried.loads.start.total);
  return (
    <p className="mt-0 mb-2.5 text-base">
      Carries <strong>{most.toFixed(0)} W</strong> {rating === undefined ? 'at most' : `of ${rating.toFixed(0)} W`}:{' '}
      {names.length > 0 ? names.join(', ') : 'no cable leads from it yet'}.
      {advice.buy && <span className="text-ink-soft"> Right would be {advice.buy} W.</span>}
    </p>
  );
}

function SupplySection({ feed, shared }: { feed: Feed; shared: boolean }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const said: SupplySetting = document.power.supplies[feed.part] ?? {};
  const set = (supply: { [K in keyof SupplySetting]?: SupplySetting[K] | null }) =>
    submit({ type: 'setSupply', part: feed.part, supply });
  return (
    <Section title={`${feed.name}: what its plate says`}>
      {shared && <Share feed={feed} />}
      <div className="grid grid-cols-2 gap-2.5">
        <NumberField
          label="Rating, W (0: not known)"
          value={said.rating ?? 0}
          least={0}
          most={5000}
          onCommit={(rating) => set({ rating: rating > 0 ? rating : null })}
        />
        {RAILS.map((rail) => (
          <NumberField
            key={rail}
            label={`${rail}, A (0: not known)`}
            value={said.rails?.[rail] ?? 0}
            least={0}
            most={200}
            onCommit={(amps) => {
              const rails = { ...said.rails };
              if (amps > 0) rails[rail] = amps;
              else delete rails[rail];
              return set({ rails: Object.keys(rails).length > 0 ? rails : null });
            }}
          />
        ))}
        <Choice
          label="Voltage selector"
          value={said.selector ?? 'none'}
          options={[
            { value: 'none', label: 'none, takes both' },
            { value: '230 V', label: 'set to 230 V' },
            { value: '115 V', label: 'set to 115 V' },
          ]}
          onChange={(selector) => set({ selector: selector === 'none' ? null : selector })}
        />
        <Choice
          label="Its own switch"
          value={said.ownSwitch ?? 'reached'}
          options={[
            { value: 'reached', label: 'reached from outside' },
            { value: 'set on', label: 'set on, buried' },
            { value: 'extended', label: 'extended' },
          ]}
          onChange={(ownSwitch) => set({ ownSwitch: ownSwitch === 'reached' ? null : ownSwitch })}
        />
        <Check label="second-hand" checked={said.used ?? false} onChange={(used) => set({ used: used || null })} />
        {said.used && (
          <Check
            label="tested under load"
            checked={said.tested !== undefined}
            onChange={(tested) => set({ tested: tested ? 'yes' : null })}
          />
        )}
      </div>
    </Section>
  );
}

const BRICK: SourceSetting = { kind: 'brick', volts: 12, amps: 12.5, takes: { from: 11, to: 13 }, gives: 160 };

function SourceSection({ feed }: { feed: Feed }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const said = document.power.sources[feed.part];
  const set = (patch: Partial<SourceSetting>) =>
    submit({ type: 'setSource', part: feed.part, source: { ...(said ?? BRICK), ...patch } });
  return (
    <Section title={`${feed.name}: what feeds it from outside`}>
      {!said ? (
        <Button onClick={() => set({})}>Enter the brick’s plate</Button>
      ) : (
        <div className="grid grid-cols-2 gap-2.5">
          <Choice
            label="Source"
            value={said.kind}
            options={[
              { value: 'brick', label: 'brick' },
              { value: 'USB PD', label: 'USB Power Delivery' },
            ]}
            onChange={(kind) => set({ kind })}
          />
          <NumberField label="Gives, V" value={said.volts} least={3} most={60} onCommit={(volts) => set({ volts })} />
          <NumberField label="Gives, A" value={said.amps} least={0.1} most={50} onCommit={(amps) => set({ amps })} />
          <NumberField
            label="DC board gives, W"
            value={said.gives}
            least={1}
            most={1000}
            onCommit={(gives) => set({ gives })}
          />
          <NumberField
            label="It takes from, V"
            value={said.takes.from}
            least={3}
            most={60}
            onCommit={(from) => set({ takes: { ...said.takes, from } })}
          />
          <NumberField
            label="to, V"
            value={said.takes.to}
            least={3}
            most={60}
            onCommit={(to) => set({ takes: { ...said.takes, to } })}
          />
          {said.kind === 'USB PD' && (
            <Check
              label="cable with a marker for 5 A"
              checked={said.marked ?? false}
              onChange={(marked) => set({ marked })}
            />
          )}
        </div>
      )}
      <p className="mt-2 mb-0 text-sm text-ink-soft">
        A brick outside takes mains and much of the heat out of the shell. Do not open it: its capacitors stay charged.
      </p>
    </Section>
  );
}

function Usage() {
  const { power } = useAppSelector(selectDocument);
  const submit = useSubmit();
  return (
    <Section title="Use and cost">
      <div className="grid grid-cols-2 gap-2.5">
        <NumberField
          label="Hours a day"
          value={power.hours ?? 4}
          least={0}
          most={24}
          onCommit={(hours) => submit({ type: 'setPower', power: { hours } })}
        />
        <NumberField
          label="A kWh, hundredths"
          value={power.price ?? 32}
          least={0}
          most={10_000}
          onCommit={(price) => submit({ type: 'setPower', power: { price } })}
        />
        <NumberField
          label="Draws when off, W"
          value={power.standby ?? 1}
          least={0}
          most={100}
          onCommit={(standby) => submit({ type: 'setPower', power: { standby } })}
        />
        <div className="self-end">
          <Check
            label="drives start one after the other"
            checked={power.staggered ?? false}
            onChange={(staggered) => submit({ type: 'setPower', power: { staggered: staggered || null } })}
          />
        </div>
      </div>
    </Section>
  );
}
