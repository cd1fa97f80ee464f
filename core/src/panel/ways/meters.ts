import type { PanelControl } from '../../document';
import { driveMeter, PWM } from '../circuits/meter';
import { buy, way, type WiringOption } from './way';
import { GROUND, PIN, controllerOf, type Offered } from './common';

/** Needle meters behind a controller: series resistor, filter. */
export function meters(control: PanelControl, o: Offered): WiringOption[] {
  const { name, wish } = control;
  const { fullScale, ohms } = control.meter ?? { fullScale: 500, ohms: 650 };
  try {
    const d = driveMeter(o.volts, fullScale, ohms);
    return [
      way({
        id: 'pwm',
        label: 'A controller moves the needle',
        verdict: 'good',
        why: `${(d.fitted / 1000).toFixed(2)} kΩ in series let ${(fullScale * d.full).toFixed(0)} of ${fullScale} µA through at ${o.volts} V: the needle ends at ${(100 * d.full).toFixed(0)} % and can’t hit its stop. ${d.filter.microfarad} µF across it leave ${(100 * d.filter.ripple).toFixed(1)} % of the ${PWM} Hz, and it settles in ${d.filter.settles.toFixed(2)} s.`,
        chain: ['host program', 'USB', 'controller pin', `${d.fitted} Ω`, `${d.filter.microfarad} µF across`, name],
        ends: [
          {
            terminal: 'meter +',
            wants: PIN,
            through: `${d.fitted} Ω, ${d.filter.microfarad} µF to −`,
            volts: o.volts,
            milliamps: fullScale / 1000,
          },
          { terminal: 'meter −', wants: GROUND, together: true, volts: 0, milliamps: fullScale / 1000 },
        ],
        parts: [
          buy('resistor', 1, `${d.fitted} Ω resistor`),
          buy('capacitor', 1, `${d.filter.microfarad} µF capacitor`),
          ...controllerOf(o),
        ],
        cautions: ['The needle goes the wrong way: exchange its two wires.'],
      }),
    ];
  } catch (wrongMeter) {
    return [
      way({
        id: 'pwm',
        label: 'A controller moves the needle',
        verdict: 'stop',
        why: (wrongMeter as Error).message,
        chain: [name, wish],
        ends: [],
      }),
    ];
  }
}
