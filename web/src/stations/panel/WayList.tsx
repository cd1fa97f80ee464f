import type { MatchedControl, WiringOption } from '@young-shell/core/panel';
import { useId } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { pinsOf } from '@young-shell/core/panel';

const WORDS: Record<WiringOption['verdict'], string> = { good: '✓ works', warn: '! with a catch', stop: '✕ must not' };

/** The ways from a control to its wish, with reasons, parts and prices; and the pins of the chosen one. */
export function WayList({ one }: { one: MatchedControl }) {
  const { id, control, ways, way } = one;
  const submit = useSubmit();
  const group = useId();
  if (ways.length === 0)
    return (
      <p className="mt-1 mb-2 text-sm text-ink-soft">
        It shall do nothing. Choose a wish below, and the ways come here.
      </p>
    );
  return (
    <fieldset className="m-0 mb-2 border-0 p-0">
      <legend className="p-0 font-label font-semibold">
        Ways from {control.name} to {control.wish}
      </legend>
      {ways.map((w) => (
        <label
          key={w.id}
          className={`mt-1.5 grid cursor-pointer grid-cols-[auto_1fr_auto] gap-x-2 border-l-4 py-0.5 pl-2 ${w === way ? 'border-pencil bg-paper' : 'border-line'}`}
        >
          <input
            type="radio"
            name={group}
            className="mt-1 accent-ink"
            checked={w === way}
            onChange={() => submit({ type: 'setControl', id, control: { ...control, way: w.id } })}
          />
          <span className="font-label">{w.label}</span>
          <span className={`text-sm whitespace-nowrap ${w.verdict === 'stop' ? 'text-stop' : 'text-ink-soft'}`}>
            {WORDS[w.verdict]}
          </span>
          <span className="col-span-2 col-start-2 text-sm">{w.why}</span>
          {w === way && (
            <span className="col-span-2 col-start-2 text-sm text-ink-soft">
              {w.chain.join(' → ')}
              {w.parts.length > 0 &&
                `. To buy: ${w.parts.map((p) => (p.count > 1 ? `${p.count} × ${p.what}` : p.what)).join(', ')}, about ${(w.cost / 100).toFixed(2)}`}
              {w.cautions.map((c) => ` ${c}`)}
            </span>
          )}
        </label>
      ))}
      {way && one.wires.length > 0 && <Wires one={one} />}
    </fieldset>
  );
}

/** Which pin each end goes to; by hand where the user wants it elsewhere. */
function Wires({ one }: { one: MatchedControl }) {
  const { id, control, wires } = one;
  const { headers } = useAppSelector(selectDocument).panel;
  const submit = useSubmit();
  const options = Object.entries(headers).flatMap(([header, h]) =>
    Object.entries(pinsOf(h)).map(([pin, { signal, name }]) => ({
      value: `${header}/${pin}`,
      label: `${h.name} ${pin}: ${signal}${name ? ` (${name})` : ''}`,
    })),
  );
  return (
    <div className="mt-2 grid grid-cols-2 gap-x-2.5 gap-y-1">
      {wires.map((wire) => (
        <div key={wire.id}>
          <Choice
            label={`${wire.terminal}${wire.end.through ? `, ${wire.end.through}` : ''}`}
            value={wire.byHand && wire.to ? `${wire.to.header}/${wire.to.pin}` : ''}
            options={[
              {
                value: '',
                label:
                  wire.to && !wire.byHand
                    ? `${headers[wire.to.header]!.name} ${wire.to.pin}: ${wire.to.has.signal}`
                    : 'the first that is free',
              },
              ...options,
            ]}
            onChange={(pin) => {
              const { [wire.terminal]: _before, ...pins } = control.pins ?? {};
              return submit({
                type: 'setControl',
                id,
                control: { ...control, pins: pin === '' ? pins : { ...pins, [wire.terminal]: pin } },
              });
            }}
          />
          {wire.problems.map((p) => (
            <p key={p.id} className={`m-0 text-sm ${p.stop ? 'text-stop' : 'text-ink-soft'}`}>
              {p.words}
            </p>
          ))}
        </div>
      ))}
    </div>
  );
}
