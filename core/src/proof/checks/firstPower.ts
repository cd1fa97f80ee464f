import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Matched } from '../../panel';
import { kindOf } from '../../parts';
import type { PowerReport } from '../../power';
import type { Check, Fault } from './check';

/** Rails within ± 5 % (ATX12V design guide, from memory). */
const RAIL = 0.05;
const rail = (volts: number) => ({ from: volts * (1 - RAIL), to: volts * (1 + RAIL), unit: 'V' as const });
/** A over what is computed for rest that is still no alarm, as a factor. Common practice, no source. */
const REST = 1.5;

const HAND = 'A hand on the switch, eyes and nose over it: smoke, smell, a sound, off at once.';

/** One thing at a time: what is switched on, what it has to show, and what it is if it does not. */
export function firstPower(
  document: Conversion,
  assembly: Assembly,
  power: PowerReport,
  matched: Matched,
  gates: readonly string[],
): Check[] {
  const checks: Check[] = [];
  const { parts } = assembly;
  let last: readonly string[] = gates;
  const add = (check: Omit<Check, 'group' | 'after' | 'faults' | 'cautions' | 'gate'> & Partial<Check>) => {
    checks.push({ group: 'first power', faults: [], cautions: [HAND], gate: true, after: last, ...check });
    last = [check.id];
  };
  if (parts.length === 0) return checks;
  const switchOn = matched.controls.find((c) => c.control.wish === 'power');
  const pins = switchOn?.wires.flatMap((w) => (w.to ? [w.to.pin] : [])) ?? [];
  const supply = power.feeds[0];
  const { loads } = power.budget;
  if (document.air.loop)
    add({
      id: 'pump',
      name: 'The pump alone',
      how: 'Everything else unplugged, PS_ON to ground with a wire; paper under every joint.',
      faults: [
        { if: 'it roars', then: 'air in it', look: 'tilt, tap, fill up; never let it run dry' },
        { if: 'a drop on the paper', then: 'a joint leaks', look: 'off, dry, mend, begin again' },
      ],
      cautions: [HAND, 'Board, card and drives have no power while it fills.'],
      of: 'pump',
    });
  if (supply?.kind === 'supply') {
    add({
      id: 'standby',
      name: 'Standby, 5 V',
      how: `${supply.name} on, machine off: violet against black at the 24-pin plug.`,
      expect: rail(5),
      faults: [
        {
          if: 'nothing',
          then: 'the supply is dead, its switch is off, its selector is wrong, or the fuse is gone',
          look: 'wall socket with a lamp; then the fuse, plug out',
        },
        {
          if: 'it comes and goes, or under 4.75 V',
          then: 'something on standby is shorted',
          look: 'pull the USB things and the front plugs, then the 24-pin plug itself',
        },
      ],
      about: { kind: 'part', id: supply.part },
      of: supply.name,
    });
    const triggerFaults: Fault[] = document.power.trigger
      ? [
          {
            if: 'the second supply stays off',
            then: `its ${document.power.trigger.how} wants ${document.power.trigger.coil} V and gets ${document.power.trigger.from}, or no common ground`,
            look: 'measure at the coil while the first runs',
          },
          {
            if: 'the second one never goes off',
            then: 'the trigger is the wrong way: PS_ON is on at ground',
            look: 'it has to pull PS_ON to ground only while the first runs',
          },
        ]
      : [];
    add({
      id: 'on',
      name: 'PS_ON: the supply starts',
      how: 'With the board’s plug in: press power. Without: green to black.',
      faults: [
        {
          if: 'nothing at all',
          then: 'the power switch is on the wrong pins, or latches',
          look:
            pins.length > 0
              ? `bridge pins ${pins.join(' and ')} of the header with a screwdriver for a second`
              : 'bridge the two power pins of the header with a screwdriver for a second',
        },
        {
          if: 'fans twitch once and stop',
          then: 'a short, or the supply’s protection: a rail, the 8-pin plug in the wrong socket',
          look: 'plug off, everything out but board, processor and one memory',
        },
        {
          if: 'off after four seconds',
          then: 'the switch stays closed: it latches, or lies on the reset pins',
          look: 'pull its plug while it runs',
        },
        ...triggerFaults,
      ],
      of: `${pins.join()} ${document.power.trigger ? 'trigger' : ''}`,
    });
    for (const [id, name, volts] of [
      ['v12', '12 V', 12],
      ['v5', '5 V', 5],
      ['v33', '3.3 V', 3.3],
    ] as const)
      add({
        id,
        name: `${name} under way`,
        how: `${name === '12 V' ? 'Yellow' : name === '5 V' ? 'Red' : 'Orange'} against black, from behind into the 24-pin plug.`,
        expect: rail(volts),
        faults: [
          {
            if: 'too low',
            then: 'the supply is too small, old, or a thin wire drops it',
            look: 'measure at the supply’s own end: if it is right there, it is the wire',
          },
          { if: 'too high', then: 'the supply is broken', look: 'off at once; it is not used' },
        ],
        of: name,
      });
  } else if (!supply)
    add({
      id: 'adapter',
      name: 'The adapter gives what the board takes',
      how: 'Plate of the adapter and words of the board: volts equal, amps no fewer; measure at its plug before it goes in.',
      faults: [{ if: 'minus before the figure', then: 'plug turned', look: 'do not plug it in' }],
      of: 'adapter',
    });
  else {
    const source = document.power.sources[supply.part];
    const volts = source?.volts ?? 12;
    add({
      id: 'brick',
      name: `${supply.name}: ${volts} V`,
      how: 'At its plug, before it goes in; plus is inside unless the plate says otherwise.',
      expect: rail(volts),
      faults: [
        {
          if: '5 V instead of more',
          then: 'a USB source that has not granted the level',
          look: 'another source or a cable with a marker: 12 V is not promised by all',
        },
        { if: 'minus before the figure', then: 'plug turned', look: 'do not plug it in' },
      ],
      about: { kind: 'part', id: supply.part },
      of: `${volts}`,
    });
  }
  const amps = loads.idle.total / 12;
  add({
    id: 'current',
    name: 'Current at rest',
    how: `All on one 12 V line from the bench supply with its limit, or a clamp round the yellow wires. Computed: ${amps.toFixed(1)} A at rest.`,
    expect: { from: 0.3 * amps, to: REST * amps, unit: 'A' },
    faults: [
      {
        if: 'far more, or it runs into the limit',
        then: 'something is shorted or plugged in turned',
        look: 'off; feel what became warm; pull it',
      },
      {
        if: 'hardly any',
        then: 'the board does not start: 8-pin plug, memory, processor',
        look: 'the 8-pin plug first, then one memory alone',
      },
    ],
    gate: false,
    of: amps.toFixed(1),
  });
  for (const part of parts.filter((p) => kindOf(p.part) === 'fan'))
    add({
      id: `spins.${part.id}`,
      name: `${part.part.name} turns, the right way`,
      how: 'A strip of tissue: the arrow on its frame says where the air goes.',
      faults: [
        { if: 'it stands', then: 'plug off, header asleep, or blades caught', look: 'straight on 12 V it has to turn' },
        { if: 'it blows the other way', then: 'it is mounted turned', look: 'turn the fan, not the wires' },
      ],
      cautions: [HAND, 'No fingers into blades.'],
      about: { kind: 'part', id: part.id },
      gate: false,
      of: String(document.air.fans[part.id]?.turned ?? false),
    });
  for (const { id, control, way } of matched.controls.filter((c) => c.control.kind === 'lamp' && c.way))
    add({
      id: `light.${id}`,
      name: `${control.name} lights`,
      how: `It shall show: ${control.wish}.`,
      faults: [
        {
          if: 'dark',
          then: 'turned, or on a pin that gives nothing',
          look: 'turn the plug; then a volt meter at the pins',
        },
      ],
      cautions: [],
      gate: false,
      of: way!.id,
    });
  const screens = Object.values(document.links.screens);
  add({
    id: 'picture',
    name: screens.length > 0 ? `A picture on ${screens[0]!.name}` : 'A picture',
    how: 'First on a usual screen that takes anything; then on the one it is for.',
    faults: [
      {
        if: 'none on any',
        then: 'memory, processor’s power plug, or the cable hangs on the board while a card is in',
        look: 'the board’s own lights or beeps; the socket on the card',
      },
      {
        if: 'none on that one only',
        then: 'a mode that it does not take',
        look: 'the modeline of Links; never leave a tube on one that rolls',
      },
      {
        if: 'a padlock or a password',
        then: 'the firmware of a used board is locked',
        look: 'its maker’s way to clear it, with proof that it is yours',
      },
    ],
    gate: false,
    of: screens.map((s) => s.name).join(),
  });
  return checks;
}
