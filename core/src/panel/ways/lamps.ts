import type { PanelControl } from '../../document';
import type { PinSignal } from '../../standards';
import { BACK_TO_BACK, driveLamp, RESISTOR_RATED } from '../circuits/lamp';
import { buy, way, type End, type WiringOption } from './way';
import { GROUND, PIN, controllerOf, HAND, type Offered } from './common';

const LIGHTS: Readonly<Record<string, readonly [PinSignal, PinSignal]>> = {
  'power light': ['power light +', 'power light −'],
  'drive light': ['drive light +', 'drive light −'],
  'network light': ['network light +', 'network light −'],
};

/** Lamps: which resistor, which way round, what where the board has no such signal. */
export function lamps(control: PanelControl, o: Offered): WiringOption[] {
  const { name, wish } = control;
  const lamp = control.lamp ?? { type: 'LED' as const, forward: 2.1, milliamps: 10 };
  const ways: WiringOption[] = [];
  const both = wish === 'power and drive light';
  const [plus, minus] = LIGHTS[wish] ?? LIGHTS['power light']!;
  const level = o.level(plus);
  const drive = (volts: number) => {
    try {
      return driveLamp(volts, lamp.forward, lamp.milliamps);
    } catch {
      return undefined;
    }
  };
  if (lamp.type === 'neon') {
    ways.push(
      way({
        id: 'replace',
        label: 'An LED in the old lens',
        verdict: 'good',
        why: `A neon lamp strikes at about ${Math.max(60, lamp.forward).toFixed(0)} V: nothing in a computer gives that, and nothing should. An orange LED behind the old lens looks the same.`,
        chain: [plus, 'resistor of the header', 'orange LED', name],
        ends: ledEnds(plus, minus),
        parts: [buy('LED', 1, 'orange LED'), buy('resistor')],
        cautions: [HAND],
      }),
      way({
        id: 'direct',
        label: 'The lamp itself',
        verdict: 'stop',
        why: 'It needs a high voltage in the shell for a light that an LED gives as well.',
        chain: [name],
        ends: [],
      }),
    );
    return ways;
  }
  if (lamp.type === 'filament') {
    const rail: PinSignal = lamp.forward > 6 ? '12 V' : '5 V';
    ways.push(
      way({
        id: 'driver',
        label: `A transistor switches it from ${rail}`,
        verdict: o.has(rail) ? 'good' : 'warn',
        why: `${lamp.milliamps} mA are more than a header or a controller gives (15 mA): a transistor takes the signal, ${rail} feeds the lamp${lamp.forward < Number.parseFloat(rail) * 0.9 ? ` through ${((Number.parseFloat(rail) - lamp.forward) / (lamp.milliamps / 1000)).toFixed(0)} Ω of ${(((Number.parseFloat(rail) - lamp.forward) * lamp.milliamps) / 1000).toFixed(1)} W` : ''}. Five per cent less voltage doubles its life.`,
        chain: [plus, 'transistor', rail, name],
        ends: [
          { terminal: 'lamp +', wants: [rail], volts: Number.parseFloat(rail), milliamps: lamp.milliamps },
          {
            terminal: 'base',
            wants: o.has(plus) ? [plus] : PIN,
            volts: o.volts,
            milliamps: 2,
            through: '1 kΩ to the transistor',
          },
          { terminal: 'emitter', wants: GROUND, volts: 0, milliamps: lamp.milliamps },
        ],
        parts: [buy('transistor'), buy('resistor')],
      }),
      way({
        id: 'replace',
        label: 'An LED in its socket',
        verdict: 'good',
        why: 'A warm-white LED in the old socket takes a fiftieth of the power and stays cold; its light is a little flatter.',
        chain: [plus, 'resistor of the header', 'LED', name],
        ends: ledEnds(plus, minus),
        parts: [buy('LED', 1, 'warm-white LED'), buy('resistor')],
        cautions: [HAND],
      }),
    );
    return ways;
  }
  if (lamp.type === 'two-colour, two wires' && both) {
    ways.push(
      way({
        id: 'polarity',
        label: 'Between the two + pins: direction picks the colour',
        verdict: o.has('power light +') && o.has('drive light +') ? 'warn' : 'stop',
        why: `${BACK_TO_BACK} The board’s pins must pull low when they are dark; many do not: try it with a meter first. A controller is sure.`,
        chain: ['power light +', name, 'drive light +'],
        ends: [
          { terminal: 'lamp a', wants: ['power light +'], volts: level, milliamps: lamp.milliamps },
          { terminal: 'lamp b', wants: ['drive light +'], volts: level, milliamps: lamp.milliamps },
        ],
        cautions: [HAND],
      }),
    );
  }
  if (lamp.type === 'two-colour, two wires') {
    const d = drive(o.volts);
    ways.push(
      way({
        id: 'controller',
        label: 'Two controller pins pick the colour',
        verdict: d ? 'good' : 'stop',
        why: d
          ? `One pin high and the other low lights one colour, the other way round the other; ${d.fitted} Ω let ${d.milliamps.toFixed(1)} mA through at ${o.volts} V.`
          : `${lamp.forward} V across the lamp are more than the ${o.volts} V of the controller: it stays dark.`,
        chain: ['host', 'USB', 'controller', `${d?.fitted ?? '–'} Ω`, name],
        ends: d
          ? [
              { terminal: 'lamp a', wants: PIN, through: `${d.fitted} Ω`, volts: o.volts, milliamps: d.milliamps },
              { terminal: 'lamp b', wants: PIN, volts: o.volts, milliamps: d.milliamps },
            ]
          : [],
        parts: [buy('resistor'), ...controllerOf(o)],
      }),
    );
    if (!both) ways.push(...oneLight(control, o));
    return ways;
  }
  if (lamp.type === 'two-colour, common anode' || lamp.type === 'two-colour, common cathode') {
    const anode = lamp.type === 'two-colour, common anode';
    const d = drive(o.volts);
    ways.push(
      way({
        id: 'controller',
        label: anode ? 'Its common to +, two pins that sink' : 'Its common to ground, two pins that source',
        verdict: d ? 'good' : 'stop',
        why: d
          ? anode
            ? `The two cathodes go to pins that pull low: those of a controller do. A board’s light header has its + fixed and its − switched for one lamp only: two of them share no +.`
            : `The two anodes go to pins that give ${o.volts} V through ${d.fitted} Ω each.`
          : `${lamp.forward} V across it are more than ${o.volts} V.`,
        chain: ['controller', `${d?.fitted ?? '–'} Ω each`, name],
        ends: d
          ? [
              {
                terminal: 'common',
                wants: anode ? (o.volts > 4 ? ['5 V'] : ['3.3 V']) : GROUND,
                volts: anode ? o.volts : 0,
                milliamps: 2 * d.milliamps,
              },
              { terminal: 'first', wants: PIN, through: `${d.fitted} Ω`, volts: o.volts, milliamps: d.milliamps },
              { terminal: 'second', wants: PIN, through: `${d.fitted} Ω`, volts: o.volts, milliamps: d.milliamps },
            ]
          : [],
        parts: [buy('resistor', 2), ...controllerOf(o)],
      }),
    );
    return ways;
  }
  return [...ways, ...oneLight(control, o)];
}

const ledEnds = (plus: PinSignal, minus: PinSignal): End[] => [
  { terminal: 'lamp +', wants: [plus], volts: 5, milliamps: 10 },
  { terminal: 'lamp −', wants: [minus, 'ground'], together: true, volts: 0, milliamps: 10 },
];

/** Ω that stand in a board’s light header already. Front panel design guide, from memory. */
const IN_HEADER = 330;

function oneLight(control: PanelControl, o: Offered): WiringOption[] {
  const { name, wish } = control;
  const lamp = control.lamp ?? { type: 'LED' as const, forward: 2.1, milliamps: 10 };
  const [plus, minus] = LIGHTS[wish] ?? LIGHTS['power light']!;
  const ways: WiringOption[] = [];
  const level = o.level(plus);
  if (o.has(plus)) {
    const bright = level > lamp.forward ? (1000 * (level - lamp.forward)) / IN_HEADER : 0;
    ways.push(
      way({
        id: 'header',
        label: `On the board’s ${wish}`,
        verdict: bright <= 0 ? 'stop' : bright < 0.4 * lamp.milliamps ? 'warn' : 'good',
        why:
          bright <= 0
            ? `The header gives ${level} V and the lamp wants ${lamp.forward} V: it stays dark.`
            : `The header has ${IN_HEADER} Ω of its own: ${bright.toFixed(1)} mA, ${((100 * bright) / lamp.milliamps).toFixed(0)} % of what you want. Long leg (+) to ${plus}; ${lamp.type === 'two-colour, two wires' ? 'the other way round it shows its other colour' : 'the wrong way round it stays dark and nothing is hurt'}.`,
        chain: [plus, name, minus],
        ends: bright > 0 ? ledEnds(plus, minus) : [],
        cautions: [HAND],
      }),
    );
  }
  const missing = !o.has(plus);
  let d: ReturnType<typeof driveLamp> | undefined;
  try {
    d = driveLamp(o.volts, lamp.forward, lamp.milliamps);
  } catch {
    // Said below.
  }
  ways.push(
    way({
      id: 'fake',
      label: missing ? `A controller blinks it from what the system says` : 'A controller drives it',
      verdict: d ? (missing ? 'good' : 'warn') : 'stop',
      why: d
        ? `${missing ? `No header with a ${wish} is entered: a small program on the host tells the controller. ` : 'It can fade and wait, but it takes a pin and a program. '}${d.fitted} Ω at ${o.volts} V: ${d.milliamps.toFixed(1)} mA, ${(1000 * d.watts).toFixed(0)} mW in the resistor${d.watts > RESISTOR_RATED / 2 ? ', which is too much for a quarter-watt one' : ''}.`
        : `${lamp.forward} V across it are more than the ${o.volts} V of a controller: it stays dark.`,
      chain: ['host program', 'USB', 'controller', `${d?.fitted ?? '–'} Ω`, name],
      ends: d
        ? [
            { terminal: 'lamp +', wants: PIN, through: `${d.fitted} Ω`, volts: o.volts, milliamps: d.milliamps },
            { terminal: 'lamp −', wants: GROUND, together: true, volts: 0, milliamps: d.milliamps },
          ]
        : [],
      parts: [buy('resistor', 1, `${d?.fitted ?? ''} Ω resistor`.trim()), ...controllerOf(o)],
    }),
  );
  if (missing && wish !== 'power light' && o.has('power light +'))
    ways.push(
      way({
        id: 'derive',
        label: 'On the power light: lit, not blinking',
        verdict: 'warn',
        why: `It is lit while the machine runs and tells nothing of ${wish === 'drive light' ? 'the drives' : 'the network'}; but it lives.`,
        chain: ['power light +', name],
        ends: ledEnds('power light +', 'power light −'),
      }),
    );
  return ways;
}
