import { nextId, type PanelHeader } from '@young-shell/core/document';
import { compareHeaders, pinsOf } from '@young-shell/core/panel';
import { HEADER_NAMES, HEADERS, PIN_SIGNALS, type HeaderName, type PinSignal } from '@young-shell/core/standards';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { InUnit } from '../../ui/InUnit';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { HeaderPicture } from './HeaderPicture';
import { pickHeader } from './slice';

const TYPES = [
  ...HEADER_NAMES.map((value) => ({ value: value as HeaderName | 'own', label: HEADERS[value].name })),
  { value: 'own' as const, label: 'its own, as measured' },
];

/** Headers as pictures of their pins; an old plug compared with another header, wire by wire. */
export function HeadersPanel() {
  const { headers } = useAppSelector(selectDocument).panel;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const [type, setType] = useState<HeaderName | 'own'>('front panel');
  return (
    <>
      <Section title="Headers and plugs">
        <div className="grid grid-cols-[1fr_auto] items-end gap-2">
          <Choice label="Another one" value={type} options={TYPES} onChange={setType} />
          <Button
            onClick={() => {
              const id = nextId(headers, 'header', document.spent);
              const wrong = submit({
                type: 'setHeader',
                id,
                header: {
                  name: type === 'own' ? 'Plug of its own' : HEADERS[type].name,
                  type,
                  pins: type === 'own' ? { '1': { signal: 'unknown' }, '2': { signal: 'unknown' } } : {},
                },
              });
              if (wrong) toast.error(wrong);
              else dispatch(pickHeader(id));
            }}
          >
            Add
          </Button>
        </div>
        {Object.keys(headers).length === 0 && (
          <p className="mt-2 mb-0 text-ink-soft">
            No header yet. “Take over” under Controls brings those of the board.
          </p>
        )}
      </Section>
      {Object.entries(headers).map(([id, header]) => (
        <HeaderSection key={id} id={id} header={header} />
      ))}
      {Object.keys(headers).length > 1 && <Compare />}
    </>
  );
}

function HeaderSection({ id, header }: { id: string; header: PanelHeader }) {
  const { kit } = useAppSelector(selectDocument);
  const { matched } = useAppSelector(selectAssessment).reports.panel;
  const open = useAppSelector((s) => s.panel.header === id);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const used = new Set(
    matched.controls.flatMap((c) => c.wires.flatMap((w) => (w.to?.header === id ? [w.to.pin] : []))),
  );
  const set = (patch: Partial<PanelHeader>) => submit({ type: 'setHeader', id, header: { ...header, ...patch } });
  return (
    <Section
      title={header.name}
      aside={
        <Button
          look="quiet"
          aria-expanded={open}
          aria-label={`Edit ${header.name}`}
          onClick={() => dispatch(pickHeader(open ? null : id))}
        >
          {open ? 'Done' : 'Edit'}
        </Button>
      }
    >
      <HeaderPicture header={header} used={used} />
      <p className="m-0 text-sm text-ink-soft">
        {used.size} {used.size === 1 ? 'pin is' : 'pins are'} used (thick ring).{' '}
        <InUnit
          words={
            header.type === 'own'
              ? 'As measured.'
              : `${HEADERS[header.type].pitch} mm pitch; ${HEADERS[header.type].source.title}.`
          }
        />
        {header.part ? ` On ${kit.parts[header.part]?.name ?? header.part}.` : ' On no part yet.'}
      </p>
      {header.seen && <p className="m-0 text-stop">Read {header.seen}: every pin is another one than it seems.</p>}
      {open && (
        <>
          <div className="mt-2 grid grid-cols-2 gap-x-2.5 gap-y-2">
            <TextField label="Name" value={header.name} onCommit={(name) => set({ name })} />
            <Choice
              label="On the part"
              value={header.part ?? ''}
              options={[
                { value: '', label: 'not said' },
                ...Object.entries(kit.parts).map(([value, p]) => ({ value, label: p.name })),
              ]}
              onChange={(part) => {
                const { part: _before, ...rest } = header;
                return submit({ type: 'setHeader', id, header: part === '' ? rest : { ...rest, part } });
              }}
            />
            <Choice
              label="The plug was"
              value={header.seen ?? ''}
              options={[
                { value: '', label: 'read from above, pin 1 at pin 1' },
                { value: 'from below', label: 'read from below: mirrored' },
                { value: 'turned round', label: 'plugged turned round' },
              ]}
              onChange={(seen) => {
                const { seen: _before, ...rest } = header;
                return submit({ type: 'setHeader', id, header: seen === '' ? rest : { ...rest, seen } });
              }}
            />
          </div>
          {header.type === 'own' && <OwnPins id={id} header={header} />}
          <Button
            look="danger"
            className="mt-2"
            onClick={() => {
              const wrong = submit({ type: 'setHeader', id, header: null });
              if (wrong) toast.error(wrong);
            }}
          >
            Delete {header.name}
          </Button>
        </>
      )}
    </Section>
  );
}

/** The pins of a plug that no table knows. */
function OwnPins({ id, header }: { id: string; header: PanelHeader }) {
  const submit = useSubmit();
  const pins = Object.entries(header.pins).sort(([a], [b]) => Number(a) - Number(b));
  const next = String(Math.max(0, ...pins.map(([n]) => Number(n))) + 1);
  const put = (n: string, pin: PanelHeader['pins'][string] | null) => {
    const { [n]: _before, ...rest } = header.pins;
    return submit({ type: 'setHeader', id, header: { ...header, pins: pin ? { ...rest, [n]: pin } : rest } });
  };
  return (
    <div className="mt-2">
      {pins.map(([n, pin]) => (
        <div key={n} className="grid grid-cols-[2rem_1fr_6rem_auto] items-end gap-2 py-0.5">
          <span className="figure pb-1 text-lg">{n}</span>
          <Choice
            label={`Pin ${n} is`}
            value={pin.signal}
            options={same(PIN_SIGNALS)}
            onChange={(signal: PinSignal) => put(n, { ...pin, signal })}
          />
          <NumberField
            label={`Pin ${n}, V`}
            value={pin.level ?? 0}
            least={-60}
            most={60}
            onCommit={(level) => put(n, { ...pin, level })}
          />
          <Button look="danger" aria-label={`Delete pin ${n}`} onClick={() => put(n, null)}>
            ×
          </Button>
        </div>
      ))}
      {Number(next) <= 80 && (
        <Button className="mt-1" onClick={() => put(next, { signal: 'unknown' })}>
          Pin {next}
        </Button>
      )}
    </div>
  );
}

/** Which of the old plug’s wires go where on another header. */
function Compare() {
  const { headers } = useAppSelector(selectDocument).panel;
  const ids = Object.keys(headers);
  const own = ids.find((id) => headers[id]!.type === 'own');
  const [old, setOld] = useState(own ?? ids[0]!);
  const [fresh, setFresh] = useState(ids.find((id) => id !== (own ?? ids[0]))!);
  const [a, b] = [headers[old], headers[fresh]];
  const options = ids.map((value) => ({ value, label: headers[value]!.name }));
  if (!a || !b) return null;
  const { wires, missing, same: alike } = compareHeaders(pinsOf(a), pinsOf(b));
  return (
    <Section title="Which old wire goes where">
      <div className="grid grid-cols-2 gap-2.5">
        <Choice label="The old plug" value={old} options={options} onChange={setOld} />
        <Choice label="onto" value={fresh} options={options} onChange={setFresh} />
      </div>
      <p className="my-2">
        {alike
          ? 'Pin for pin the same: it may be plugged on as it is.'
          : 'Not the same: part the plug into single wires, and put each where it says here.'}
      </p>
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="text-sm text-ink-soft">
            <th className="font-normal">pin</th>
            <th className="font-normal">carries</th>
            <th className="font-normal">goes</th>
          </tr>
        </thead>
        <tbody>
          {wires.map((w) => (
            <tr key={w.pin} className="border-t border-line align-top">
              <td className="figure py-1 pr-2 text-lg">{w.pin}</td>
              <td className="py-1 pr-2">{w.signal}</td>
              <td className={`py-1 ${w.straight === 'destroys' ? 'text-stop' : ''}`}>{w.words}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {missing.length > 0 && (
        <p className="mt-2 mb-0">No old wire brings {missing.map((m) => `${m.signal} (pin ${m.pin})`).join(', ')}.</p>
      )}
    </Section>
  );
}
