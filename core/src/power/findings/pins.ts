import { RAIL_TOLERANCE, RAIL_VOLTS, type Rail } from '../../standards';
import { type Conversion } from '../../document';
import { type Say } from '../../findings';
import { ATX } from './say';

/** The pin map of a donor’s supply. */
export function pinFindings({ power }: Conversion, say: Say): void {
  const pins = Object.entries(power.pins);
  if (pins.length === 0) return;
  for (const [pin, { function: is, measured }] of pins) {
    const volts = RAIL_VOLTS[is as Rail];
    if (measured === undefined || volts === undefined) {
      if (is === 'ground' && measured !== undefined && Math.abs(measured) > 0.05)
        say(
          `pin/${pin}`,
          'stop',
          `Pin ${pin} is called ground, and ${measured} V were measured on it.`,
          `pin ${pin}: ${measured} V`,
          [],
        );
      continue;
    }
    if (Math.abs(measured - volts) > RAIL_TOLERANCE * volts)
      say(
        `pin/${pin}`,
        'stop',
        `Pin ${pin} is called ${is}, and ${measured} V were measured on it: more than 5 % off. A plug that looks standard is not always one.`,
        `pin ${pin}: ${measured} V`,
        [{ label: 'measured', value: measured, unit: 'V', source: ATX }],
      );
  }
  const has = (is: string) => pins.some(([, p]) => p.function === is);
  const open = pins.filter(
    ([, p]) =>
      p.function === 'unknown' ||
      (p.function !== 'not used' && p.measured === undefined && RAIL_VOLTS[p.function as Rail] !== undefined),
  );
  if (!has('ground')) say('pins/ground', 'warn', 'The pin map has no ground yet.', 'pins: no ground', []);
  if (open.length > 0)
    say(
      'pins/open',
      'note',
      `${open.length} of ${pins.length} pins are not known or not measured: with a multimeter against ground, nothing plugged in.`,
      `${open.length} pins open`,
      [],
    );
}
