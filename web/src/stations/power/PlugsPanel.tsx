import { weakest, type ChainLink } from '@young-shell/core/power';
import {
  nextId,
  PIN_FUNCTIONS,
  PLUG_NAMES,
  type Adapter,
  type PinFunction,
  type Trigger,
} from '@young-shell/core/document';
import { kindOf } from '@young-shell/core/parts';
import { PLUGS } from '@young-shell/core/standards';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice, same } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

/** Splitters as a tree with the weakest link, a second supply in step, a plug that is not what it looks like. */
export function PlugsPanel() {
  return (
    <>
      <Chains />
      <Second />
      <Pins />
    </>
  );
}

function Chains() {
  const { power } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const worst = weakest(power.chains);
  const add = () => {
    const id = nextId(document.power.adapters, 'adapter', document.spent);
    const wrong = submit({
      type: 'setAdapter',
      id,
      adapter: { name: `Splitter ${id.split('-')[1]}`, plug: 'sata', feeds: {} },
    });
    if (wrong) toast.error(wrong);
  };
  return (
    <Section title="Adapters and splitters" aside={<Button onClick={add}>Add one</Button>}>
      {power.chains.length === 0 ? (
        <p className="m-0 text-ink-soft">
          None: every part hangs on a plug of the supply. A splitter adds all that hangs on it to the plug it hangs on.
        </p>
      ) : (
        <ul className="m-0 list-none p-0" role="tree" aria-label="Adapters and splitters">
          {power.chains.map((link) => (
            <AdapterRow key={link.id} link={link} weakest={link.id === worst?.id} />
          ))}
        </ul>
      )}
    </Section>
  );
}

function plugged(feeds: Adapter['feeds'], part: string, on: boolean): Adapter['feeds'] {
  const rest = Object.fromEntries(Object.entries(feeds).filter(([other]) => other !== part));
  return on ? { ...rest, [part]: true } : rest;
}

function AdapterRow({ link, weakest: isWeakest }: { link: ChainLink; weakest: boolean }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { adapter, id } = link;
  const set = (patch: Partial<Adapter>) => submit({ type: 'setAdapter', id, adapter: { ...adapter, ...patch } });
  const others = Object.entries(document.power.adapters).filter(([other]) => other !== id);
  const fed = new Set(
    Object.entries(document.power.adapters).flatMap(([other, a]) => (other === id ? [] : Object.keys(a.feeds))),
  );
  const parts = Object.entries(document.kit.parts).filter(
    ([part, made]) => !fed.has(part) && !['supply', 'brick', 'jack'].includes(kindOf(made) ?? ''),
  );
  return (
    <li
      role="treeitem"
      aria-level={link.depth + 1}
      aria-selected={isWeakest}
      className="border-t border-line py-2 first:border-t-0"
      style={{ paddingLeft: link.depth * 18 }}
    >
      <div className="flex items-baseline justify-between gap-2">
        <span className="text-[18px] font-semibold">
          {link.depth > 0 ? '└ ' : ''}
          {adapter.name}
          {isWeakest && <span className="ml-2 text-sm font-normal text-ink-soft">weakest</span>}
        </span>
        <span className={`figure text-[28px] leading-8 ${link.share > 1 ? 'text-stop' : ''}`}>
          {(link.amps[link.rail] ?? 0).toFixed(1)} A
          <span className="ml-1 text-sm text-ink-soft">
            of {(link.limit[link.rail] ?? 0).toFixed(1)} on {link.rail}
          </span>
        </span>
      </div>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Name" value={adapter.name} onCommit={(name) => set({ name })} />
        <Choice
          label="Hangs by"
          value={adapter.plug}
          options={PLUG_NAMES.map((value) => ({ value, label: PLUGS[value].name }))}
          onChange={(plug) => set({ plug })}
        />
        <Choice
          label="Hangs on"
          value={adapter.on ?? ''}
          options={[{ value: '', label: 'the supply' }, ...others.map(([value, a]) => ({ value, label: a.name }))]}
          onChange={(on) => {
            const { on: _was, ...rest } = adapter;
            return submit({ type: 'setAdapter', id, adapter: on === '' ? rest : { ...rest, on } });
          }}
        />
        <Button look="danger" className="self-end" onClick={() => submit({ type: 'setAdapter', id, adapter: null })}>
          Delete {adapter.name}
        </Button>
      </div>
      <fieldset className="m-0 mt-1 border-0 p-0">
        <legend className="p-0 font-label text-sm text-ink-soft">Feeds</legend>
        <div className="grid grid-cols-2">
          {parts.map(([part, made]) => (
            <Check
              key={part}
              label={made.name}
              checked={part in adapter.feeds}
              onChange={(on) => set({ feeds: plugged(adapter.feeds, part, on) })}
            />
          ))}
        </div>
      </fieldset>
    </li>
  );
}

const RELAY: Trigger = {
  how: 'relay',
  coil: 12,
  current: 40,
  from: '12 V',
  pulls: 'PS_ON to ground',
  commonGround: true,
};

function Second() {
  const { power } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { trigger } = document.power;
  const set = (patch: Partial<Trigger>) => submit({ type: 'setTrigger', trigger: { ...trigger!, ...patch } });
  if (!trigger)
    return (
      <Section title="A second supply in step">
        <Button onClick={() => submit({ type: 'setTrigger', trigger: RELAY })}>
          Switch a second supply by the first
        </Button>
      </Section>
    );
  return (
    <Section title="A second supply in step">
      <div className="grid grid-cols-2 gap-2.5">
        <Choice
          label="By"
          value={trigger.how}
          options={same(['relay', 'opto', 'wire'] as const)}
          onChange={(how) => set({ how })}
        />
        <Choice
          label="Fed from"
          value={trigger.from}
          options={same(['12 V', '5 V', '5 V standby', 'fan header', 'LED header'] as const)}
          onChange={(from) => set({ from })}
        />
        <NumberField label="Coil, V" value={trigger.coil} least={0} most={60} onCommit={(coil) => set({ coil })} />
        <NumberField
          label="Coil, mA"
          value={trigger.current}
          least={0}
          most={2000}
          onCommit={(current) => set({ current })}
        />
        <Choice
          label="It joins"
          value={trigger.pulls}
          options={same(['PS_ON to ground', 'PS_ON to 5 V', 'mains'] as const)}
          onChange={(pulls) => set({ pulls })}
        />
        <div className="self-end">
          <Check
            label="grounds joined"
            checked={trigger.commonGround}
            onChange={(commonGround) => set({ commonGround })}
          />
        </div>
      </div>
      {power.trigger.length === 0 && (
        <p className="mt-2 mb-0 text-good">
          The second starts with the first. Switch off in the other order: first what the second feeds.
        </p>
      )}
      <Button look="danger" className="mt-2" onClick={() => submit({ type: 'setTrigger', trigger: null })}>
        There is no second supply
      </Button>
    </Section>
  );
}

function Pins() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const pins = Object.entries(document.power.pins).sort(([a], [b]) => Number(a) - Number(b));
  const next = String(Math.max(0, ...pins.map(([pin]) => Number(pin))) + 1);
  return (
    <Section
      title="Pins of a plug of its own kind"
      aside={<Button onClick={() => submit({ type: 'setPin', pin: next, function: 'unknown' })}>Pin {next}</Button>}
    >
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        A donor’s plug may look standard and not be. Map and measure each pin against ground before it is trusted.
      </p>
      <ul className="m-0 list-none p-0">
        {pins.map(([pin, { function: is, measured }]) => (
          <li
            key={pin}
            className="grid grid-cols-[3rem_1fr_1fr_auto] items-end gap-2 border-t border-line py-1 first:border-t-0"
          >
            <span className="figure pb-1 text-lg">{pin}</span>
            <Choice
              label={`Pin ${pin} is`}
              value={is}
              options={same(PIN_FUNCTIONS)}
              onChange={(to: PinFunction) =>
                submit({ type: 'setPin', pin, function: to, ...(measured === undefined ? {} : { measured }) })
              }
            />
            <NumberField
              label="Measured, V"
              value={measured ?? 0}
              least={-60}
              most={60}
              onCommit={(volts) => submit({ type: 'setPin', pin, function: is, measured: volts })}
            />
            <Button
              look="danger"
              aria-label={`Delete pin ${pin}`}
              onClick={() => submit({ type: 'setPin', pin, function: null })}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
    </Section>
  );
}
