import type { Assembly } from '../../assembly';
import { mountsOf } from '../../cut';
import type { Conversion } from '../../document';
import type { Matched } from '../../panel';
import { kindOf } from '../../parts';
import { BOND, type PowerReport } from '../../power';
import type { Check } from './check';

/** Ω of a rail to ground, with nothing switched on: under it, something is bridged. Common practice, no source. */
const RAILS = [
  { id: 'rail.12v', name: '12 V', least: 10 },
  { id: 'rail.5v', name: '5 V', least: 5 },
  { id: 'rail.3v3', name: '3.3 V', least: 2 },
] as const;

export const PLUG_OUT = 'Plug out of the wall; wait until the capacitors are empty.';
const LOCAL = 'Mains: local rules come first; someone licensed measures it where they say so.';

/** Everything to look over while nothing can hurt anything: plug out. */
export function beforePower(document: Conversion, assembly: Assembly, power: PowerReport, matched: Matched): Check[] {
  const checks: Check[] = [];
  const add = (check: Omit<Check, 'group' | 'after' | 'faults' | 'cautions' | 'gate'> & Partial<Check>) =>
    checks.push({ group: 'before power', after: [], faults: [], cautions: [], gate: true, ...check });
  const { parts } = assembly;
  if (parts.length === 0) return checks;
  add({
    id: 'swarf',
    name: 'Nothing loose inside',
    how: 'Turn it over, shake it, listen; a magnet and a torch into every corner; count the screws that are left.',
    cautions: [PLUG_OUT],
    of: 'swarf',
  });
  const mounts = mountsOf(document, assembly);
  for (const part of parts.filter((p) => kindOf(p.part) === 'board')) {
    const holes = mounts.filter((m) => m.part === part.id).reduce((sum, m) => sum + m.count, 0);
    add({
      id: `standoffs.${part.id}`,
      name: `Standoffs under ${part.part.name}`,
      how: `${holes > 0 ? `One under each of its ${holes} holes` : 'One under each of its holes'}, none anywhere else: look in from the side with a torch.`,
      faults: [
        {
          if: 'a standoff where there is no hole',
          then: 'it shorts the board from below',
          look: 'take it out; paper is no insulator for long',
        },
        { if: 'a hole without one', then: 'the board bends when a card goes in', look: 'put it in before any plug' },
      ],
      about: { kind: 'part', id: part.id },
      of: `${holes}`,
    });
    add({
      id: `under.${part.id}`,
      name: `Nothing under ${part.part.name}`,
      how: 'No wire, no screw, no bare metal within 3 mm of its solder side.',
      about: { kind: 'part', id: part.id },
      of: part.part.standard,
    });
  }
  for (const part of parts.filter((p) => ['fan', 'radiator'].includes(kindOf(p.part) ?? '')))
    add({
      id: `free.${part.id}`,
      name: `${part.part.name} turns freely`,
      how: 'Turn it by hand; no wire can fall into its blades when the shell is moved.',
      about: { kind: 'part', id: part.id },
      of: 'free',
    });
  if (power.feeds.length > 0)
    for (const { id, name, least } of RAILS)
      add({
        id,
        name: `${name} to ground`,
        how: `Ohms between the ${name} wire at the board’s plug and a black one; wait until it settles.`,
        expect: { from: least, unit: 'Ω' },
        faults: [
          {
            if: 'near 0 Ω',
            then: 'a short: swarf, a standoff, a pinched wire or a plug turned',
            look: 'pull plugs one after the other until it goes: the last one was it',
          },
          {
            if: 'a few Ω that do not rise',
            then: 'a part that is dead, or a lamp straight on the rail',
            look: 'measure again with cards and drives unplugged',
          },
        ],
        cautions: [PLUG_OUT],
        of: name,
      });
  for (const [id, said] of Object.entries(document.power.supplies)) {
    if (!document.kit.parts[id]) continue;
    if (said.selector && said.selector !== 'none')
      add({
        id: `selector.${id}`,
        name: `Selector of ${document.kit.parts[id].name}: ${said.selector}`,
        how: `It has to stand on ${said.selector}${power.mains ? `; the wall gives ${power.volts} V` : ''}.`,
        faults: [
          {
            if: 'it stands on 115 V at 230 V',
            then: 'the supply dies with a bang',
            look: 'set it before the plug goes in',
          },
        ],
        cautions: [PLUG_OUT],
        about: { kind: 'part', id },
        of: `${said.selector} ${power.volts}`,
      });
    if (said.ownSwitch === 'set on')
      add({
        id: `switch.${id}`,
        name: `Switch of ${document.kit.parts[id].name} stands on I`,
        how: 'It is out of reach later.',
        about: { kind: 'part', id },
        of: 'set on',
      });
  }
  if (power.mains)
    add({
      id: 'fuse',
      name: power.fuse.size === undefined ? 'Fuse' : `Fuse of ${power.fuse.size} A, slow`,
      how: 'Read it on the cap; ends of the lead crimped and covered; strain relief holds a hard pull.',
      cautions: [PLUG_OUT, LOCAL],
      of: `${power.fuse.size ?? '?'}`,
    });
  for (const thing of power.mains ? power.earth : [])
    add({
      id: `earth.${thing.id.replaceAll('/', '.')}`,
      name: `Earth of ${thing.name}`,
      how: `Ohms from the inlet’s earth pin to bare metal of it (${thing.why}).`,
      expect: { to: BOND, unit: 'Ω' },
      faults: [
        {
          if: 'over 0.1 Ω',
          then: 'paint, a loose ring or a hinge in the way',
          look: 'scrape to bare metal, star washer, measure against the other end of its wire',
        },
        {
          if: 'nothing at all',
          then: 'its wire is off: it could stand under mains and nobody would know',
          look: 'do not plug in before it is mended',
        },
      ],
      cautions: [PLUG_OUT, LOCAL],
      of: thing.why,
    });
  for (const { id, control, way, wires } of matched.controls) {
    if (!way || (control.kind !== 'lamp' && control.kind !== 'meter')) continue;
    const to = wires.flatMap((w) => (w.to ? [`${w.terminal} on pin ${w.to.pin}`] : []));
    add({
      id: `polarity.${id}`,
      name: `${control.name}: the right way round`,
      how: `Coin cell and a resistor at the loose plug${to.length > 0 ? `; then ${to.join(', ')}` : ''}.`,
      faults: [
        {
          if: 'it stays dark',
          then: 'turned, or its resistor is missing',
          look: 'turn the plug; an LED alone dies at 5 V',
        },
      ],
      gate: false,
      of: `${way.id} ${to.join()}`,
    });
  }
  add({
    id: 'plugs',
    name: 'Every plug is home, none is turned',
    how: 'Board 24 and 8 pins, card, drives, fans, headers: pull gently at each.',
    of: parts.map((p) => p.id).join(),
  });
  return checks;
}
