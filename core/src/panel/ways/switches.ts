import type { PanelControl } from '../../document';
import type { PinSignal } from '../../standards';
import { pulse } from '../circuits/pulse';
import { buy, way, type End, type WiringOption } from './way';
import { SWITCH_VOLTS, GROUND, PIN, controllerOf, type Offered } from './common';

const STANDBY = 'The controller needs standby power, or it sleeps with the machine.';

const pair = (signal: PinSignal, through?: string): End[] => [
  { terminal: 'contact', wants: [signal], volts: 3.3, milliamps: 1, ...(through === undefined ? {} : { through }) },
  { terminal: 'common', wants: GROUND, together: true, volts: 0, milliamps: 1 },
];

/** Power and reset: a contact that closes for a moment. */
export function switches(control: PanelControl, o: Offered): WiringOption[] {
  const signal: PinSignal = control.wish === 'power' ? 'power switch' : 'reset switch';
  const { kind, name, state } = control;
  const ways: WiringOption[] = [];
  const mains = control.mains === true;
  const latches = kind === 'latching' || kind === 'toggle' || kind === 'lock';
  if (!o.has(signal))
    ways.push(
      way({
        id: 'host',
        label: 'Through the keyboard controller',
        verdict: control.wish === 'power' ? 'warn' : 'stop',
        why:
          control.wish === 'power'
            ? `No header with a ${signal} is entered: a controller can wake a sleeping machine over USB, but not start one that is off. Look for the pads of the tiny switch on the board.`
            : `No header with a ${signal} is entered: look for it on the board and enter it under Headers.`,
        chain: [name, 'controller pin', 'USB', 'wake'],
        ends: [
          { terminal: 'contact', wants: PIN, volts: o.volts, milliamps: 1 },
          { terminal: 'common', wants: GROUND, together: true },
        ],
        parts: controllerOf(o),
        cautions: [STANDBY],
      }),
    );
  if (kind === 'touch') {
    ways.push(
      way({
        id: 'touch',
        label: 'Touch module on standby power',
        verdict: o.has('5 V standby') || o.has('5 V') ? 'warn' : 'stop',
        why: `A touch field needs power while the machine is off: 5 V standby, and an output that pulls ${signal} down for a moment.`,
        chain: [name, 'touch module', 'transistor', signal],
        ends: [...pair(signal), { terminal: 'feed', wants: ['5 V standby', '5 V'], volts: 5, milliamps: 10 }],
        parts: [buy('transistor'), buy('resistor', 2)],
      }),
    );
    return ways;
  }
  const direct = state === 'works' || state === 'unknown';
  if (!latches && direct && !mains)
    ways.push(
      way({
        id: 'direct',
        label: 'Straight to the header',
        verdict: state === 'unknown' ? 'warn' : 'good',
        why:
          state === 'unknown'
            ? `It closes only while it is held, as ${signal} wants; but whether it works is not known: measure under 10 Ω while it is held.`
            : `It closes only while it is held, as ${signal} wants; either wire may go on either pin.`,
        chain: [name, 'two wires', signal],
        ends: pair(signal),
      }),
    );
  if (latches && direct && !mains) {
    const p = pulse(SWITCH_VOLTS);
    ways.push(
      way({
        id: 'pulse',
        label: 'A capacitor makes a pulse of it',
        verdict: 'warn',
        why: `Set in, it pulls ${signal} down for ${p.low.toFixed(2)} s through ${p.microfarad} µF, as a finger would, if the board’s pull-up is 10 kΩ; with one of 1 kΩ it is ${pulse(SWITCH_VOLTS, 1000, p.microfarad).low.toFixed(2)} s, and may be missed. Put back it does nothing: the system switches off. ${(p.ohms / 1000).toFixed(0)} kΩ across it empty it in ${p.empties.toFixed(0)} s.`,
        chain: [name, `${p.microfarad} µF in series, ${p.ohms / 1000} kΩ across it`, signal],
        ends: pair(signal, `${p.microfarad} µF, ${p.ohms / 1000} kΩ across it`),
        parts: [buy('pulse circuit', 1, `${p.microfarad} µF capacitor and ${p.ohms / 1000} kΩ resistor`)],
      }),
      way({
        id: 'unlatch',
        label: 'Take out its latch',
        verdict: control.survive ? 'warn' : 'good',
        why: `Without the latch spring it springs back as ${signal} wants${control.survive ? '; the Brief keeps it as it is: keep the spring in a labelled bag' : ', and nothing is to be soldered'}.`,
        chain: [name, 'latch spring out', signal],
        ends: pair(signal),
      }),
      way({
        id: 'direct',
        label: 'Straight to the header',
        verdict: 'stop',
        why: `It stays closed: after 4 s the board takes that for “off”, and the machine dies as soon as it has started.`,
        chain: [name, signal],
        ends: [],
      }),
    );
  }
  // A small new one behind the old cap works whatever the old one was.
  ways.push(
    way({
      id: 'behind',
      label: 'A small new button behind the old cap',
      verdict: 'good',
      why: mains
        ? `It carried mains: never again anything of it on a board. The cap stays, and pushes a new button that was never near mains.`
        : state === 'broken' || state === 'missing'
          ? `The old contact is ${state}; the cap pushes a new one.`
          : 'The old contact is left as it was, and the cap pushes a new one: see Reach for rod, travel and force.',
      chain: [name, 'rod or lever', 'new button', signal],
      ends: pair(signal),
      parts: [buy('button module')],
    }),
  );
  if (mains)
    ways.push(
      way({
        id: 'direct',
        label: 'Its own contacts',
        verdict: 'stop',
        why: control.traced
          ? 'Contacts made for mains are burnt and oxidised: at 3.3 V and 1 mA they often do not close. Use its cap only.'
          : 'It carried mains and was not traced: it is treated as mains until every wire of it is out.',
        chain: [name, signal],
        ends: [],
      }),
    );
  return ways;
}
