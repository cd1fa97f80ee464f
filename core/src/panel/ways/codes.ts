import type { PanelControl } from '../../document';
import { BOUNCE, debounce, ladder } from '../circuits/divider';
import { buy, way, type End, type WiringOption } from './way';
import { GROUND, PIN, ANALOGUE, controllerOf, wrong, type Offered } from './common';

/** Volume and speed: potentiometers, encoders, meters turned round. */
export function turned(control: PanelControl, o: Offered): WiringOption[] {
  const { kind, name, wish } = control;
  const to = wish === 'volume' ? 'volume keys over USB' : 'a speed that the host sets';
  if (kind === 'potentiometer') {
    const ohms = control.ohms ?? 10_000;
    const slow = ohms > 100_000;
    return [
      way({
        id: 'analogue',
        label: 'Its slider to an analogue pin',
        verdict: o.controller && !o.has('analogue pin') ? 'stop' : slow ? 'warn' : 'good',
        why:
          o.controller && !o.has('analogue pin')
            ? 'The controller that is entered has no analogue pin: another one, or an encoder.'
            : `The ends on ${o.volts} V and ground, the slider on an analogue pin: ${((1e6 * o.volts) / ohms).toFixed(0)} µA flow.${slow ? ` ${(ohms / 1000).toFixed(0)} kΩ are too much for the converter: 100 nF from the slider to ground.` : ' 100 nF from the slider to ground quiets a worn track.'}`,
        chain: [name, 'analogue pin', 'controller', to],
        ends: [
          {
            terminal: 'top',
            wants: o.volts > 4 ? ['5 V'] : ['3.3 V'],
            volts: o.volts,
            milliamps: (1000 * o.volts) / ohms,
          },
          { terminal: 'slider', wants: ANALOGUE, through: '100 nF to ground', volts: o.volts, milliamps: 0 },
          { terminal: 'bottom', wants: GROUND, volts: 0, milliamps: (1000 * o.volts) / ohms },
        ],
        parts: [buy('capacitor', 1, '100 nF capacitor'), ...controllerOf(o)],
      }),
    ];
  }
  if (kind === 'encoder')
    return [
      way({
        id: 'pins',
        label: 'Two pins count its steps',
        verdict: 'good',
        why: `Each step changes one pin before the other: which one tells the direction. Pull-ups in the controller, ${BOUNCE.momentary} ms against bounce.`,
        chain: [name, 'two controller pins', to],
        ends: [
          { terminal: 'a', wants: PIN, volts: o.volts, milliamps: 1 },
          { terminal: 'b', wants: PIN, volts: o.volts, milliamps: 1 },
          { terminal: 'common', wants: GROUND, volts: 0, milliamps: 1 },
        ],
        parts: controllerOf(o),
      }),
    ];
  return kind === 'rotary selector'
    ? codes(control, o)
    : [wrong(control, 'A level is set by something that turns or slides')];
}

/** Contacts that send codes: by a pin each, a ladder of resistors, a binary code of diodes. */
export function codes(control: PanelControl, o: Offered): WiringOption[] {
  const { kind, name, state } = control;
  if (['lamp', 'meter', 'socket'].includes(kind)) return [wrong(control, 'Codes come from something that is moved')];
  if (control.mains && !control.traced)
    return [
      way({
        id: 'mains',
        label: 'Not before it is traced',
        verdict: 'stop',
        why: 'It carried mains: it is treated as mains until every wire of it is traced and out.',
        chain: [name],
        ends: [],
      }),
    ];
  const bounce =
    kind === 'lever'
      ? BOUNCE.lever
      : kind === 'toggle'
        ? BOUNCE.toggle
        : kind === 'latching'
          ? BOUNCE.latching
          : BOUNCE.momentary;
  const positions = kind === 'rotary selector' ? (control.positions ?? 4) : 1;
  const parts = controllerOf(o);
  const worn = state === 'broken';
  const ways: WiringOption[] = [
    way({
      id: 'pins',
      label: positions > 1 ? 'A controller pin for each position' : 'A controller pin',
      verdict: worn || state === 'missing' ? 'stop' : 'good',
      why:
        worn || state === 'missing'
          ? `Its contact is ${state}: put a small new switch behind it first (Reach).`
          : `Its common to ground, each contact to a pin with its pull-up on: low is pressed. ${bounce} ms in the program against bounce, or ${debounce(bounce)} µF beside 10 kΩ.`,
      chain: [name, `${positions} controller pin${positions > 1 ? 's' : ''}`, 'codes over USB'],
      ends: [
        ...Array.from({ length: positions }, (_, i): End => ({
          terminal: positions > 1 ? `position ${i + 1}` : 'contact',
          wants: PIN,
          volts: o.volts,
          milliamps: 1,
        })),
        { terminal: 'common', wants: GROUND, volts: 0, milliamps: 1 },
      ],
      parts,
    }),
  ];
  if (positions > 2) {
    const l = ladder(positions);
    ways.push(
      way({
        id: 'ladder',
        label: 'A ladder of resistors on one analogue pin',
        verdict: l.safe && (!o.controller || o.has('analogue pin')) ? 'good' : 'stop',
        why: l.safe
          ? o.controller && !o.has('analogue pin')
            ? 'The controller that is entered has no analogue pin.'
            : `${positions - 1} × ${l.step} Ω between the contacts and ${l.pull} Ω up: positions stay ${(100 * l.apart).toFixed(1)} % of the supply apart with resistors of 5 % at their worst.`
          : `With ${positions} positions and resistors of 5 % neighbours may be taken for each other: take 1 %, or pins.`,
        chain: [name, 'ladder', 'analogue pin', 'codes over USB'],
        ends: [
          {
            terminal: 'slider',
            wants: ANALOGUE,
            through: `${l.pull} Ω up`,
            volts: o.volts,
            milliamps: (1000 * o.volts) / l.pull,
          },
          { terminal: 'common', wants: GROUND, volts: 0, milliamps: 1 },
          {
            terminal: 'feed',
            wants: o.volts > 4 ? ['5 V'] : ['3.3 V'],
            volts: o.volts,
            milliamps: (1000 * o.volts) / l.pull,
          },
        ],
        parts: [buy('resistor', positions, `${positions - 1} × ${l.step} Ω, ${l.pull} Ω`), ...parts],
      }),
    );
    const bits = Math.ceil(Math.log2(positions));
    ways.push(
      way({
        id: 'binary',
        label: `Diodes make a code of ${bits} pins`,
        verdict: 'good',
        why: `Position k pulls the pins of its binary number low through diodes: ${bits} pins instead of ${positions}.`,
        chain: [name, 'diodes', `${bits} controller pins`, 'codes over USB'],
        ends: [
          ...Array.from({ length: bits }, (_, i): End => ({
            terminal: `bit ${i + 1}`,
            wants: PIN,
            volts: o.volts,
            milliamps: 1,
          })),
          { terminal: 'common', wants: GROUND, volts: 0, milliamps: 1 },
        ],
        parts: [buy('diode', diodesFor(positions)), ...parts],
      }),
    );
  }
  if (worn || state === 'missing' || control.mains)
    ways.push(
      way({
        id: 'behind',
        label: 'A small new switch behind the old cap',
        verdict: 'good',
        why: 'The cap moves a new contact; the old one stays as it is. See Reach for rod, travel and force.',
        chain: [name, 'rod or lever', 'new button', 'controller pin'],
        ends: [
          { terminal: 'contact', wants: PIN, volts: o.volts, milliamps: 1 },
          { terminal: 'common', wants: GROUND, volts: 0, milliamps: 1 },
        ],
        parts: [buy('button'), ...parts],
      }),
    );
  return ways;
}

/** Diodes of a selector’s binary code: the ones in the numbers 1 … n. */
export function diodesFor(positions: number): number {
  let diodes = 0;
  for (let k = 1; k <= positions; k++)
    for (let n = k % 2 ** Math.ceil(Math.log2(positions)); n > 0; n >>= 1) diodes += n & 1;
  return diodes;
}

/** A key field: its matrix on the controller’s pins. */
export function matrixWay(control: PanelControl, o: Offered): WiringOption {
  const pins = o.matrixPins;
  return way({
    id: 'matrix',
    label: 'Its matrix on a controller',
    verdict: pins > 0 ? 'good' : 'warn',
    why:
      pins > 0
        ? `${pins} lines of its plug to ${pins} controller pins; rows are driven low one after the other, columns read with their pull-ups on. Which is which is under Keys.`
        : 'Its pins are not mapped yet: find them under Keys, with the prober or a meter that beeps.',
    chain: [control.name, `${pins || '?'} lines`, 'controller', 'keys over USB'],
    ends: Array.from({ length: pins }, (_, i): End => ({
      terminal: `line ${i + 1}`,
      wants: PIN,
      volts: o.volts,
      milliamps: 1,
    })),
    parts: controllerOf(o),
    cautions: [
      'A hub that sleeps takes a keyboard behind it with it: plug the controller into a socket of the board that can wake.',
    ],
  });
}
