import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Figure, Finding, Verdict } from '../findings';
import { faceReaches } from '../fit';
import { kindOf } from '../parts';
import type { Source } from '../quantity';
import { PLUGS, RAIL_TOLERANCE, RAIL_VOLTS, type Rail } from '../standards';
import { weakest } from './chains';
import { BOND } from './earth';
import type { PowerReport } from './report';
import type { Wire } from './wires';

const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };
const SUM: Source = { kind: 'computed', title: 'sum of the parts' };
const OHM: Source = { kind: 'computed', title: 'I = P / U over the conductors; drop 2 I ρ l / A at 50 °C' };
const ATX: Source = { kind: 'standard', title: 'ATX design guide, ± 5 %', fromMemory: true };
const AUTHORITY = 'Local rules and someone licensed come first.';

type Say = (
  id: string,
  verdict: Verdict,
  sentence: string,
  brief: string,
  figures?: Figure[],
  about?: Finding['about'],
  mayHaveRemedies?: boolean,
) => void;

const teller =
  (findings: Finding[]): Say =>
  (id, verdict, sentence, brief, figures = [], about = [], mayHaveRemedies = false) =>
    findings.push({
      id: `power/${id}`,
      station: 'power',
      verdict,
      sentence,
      brief,
      figures,
      about,
      ...(mayHaveRemedies ? { mayHaveRemedies } : {}),
    });

const w = (watts: number) => `${watts.toFixed(watts < 10 ? 1 : 0)} W`;

/** Up to so much, for milliseconds too, DC boards on a brick are sold, W. Common practice, no source. */
const OUTSIDE = 150;
const hasSupply = ({ feeds }: PowerReport) => feeds.some((f) => f.kind === 'supply');

/** What is wrong with how the machine is fed. Pure. */
export function powerFindings(document: Conversion, assembly: Assembly, report: PowerReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller(findings);
  const { budget, rating } = report;
  mainsFindings(document, report, say);
  decorationFindings(document, say);
  pinFindings(document, say);
  for (const { id, words } of report.trigger)
    say(`trigger/${id}`, id === 'mains' ? 'warn' : 'stop', words, 'second supply', [], [], id !== 'mains');
  if (budget.parts.length === 0) return findings;
  ratingFindings(document, report, say);
  for (const feed of report.feeds) {
    const about: Finding['about'] = [{ kind: 'part', id: feed.part }];
    for (const { rail, amps, limit } of feed.rails)
      if (amps > limit)
        say(
          `rail/${feed.part}/${rail.replace(/[ .]/g, '-')}`,
          'stop',
          `${feed.name} gives ${limit} A on ${rail}; ${amps.toFixed(1)} A are asked of it at peak or start.`,
          `${rail} ${amps.toFixed(1)} / ${limit} A`,
          [{ label: rail, value: amps, unit: 'A', source: SUM }],
          about,
          true,
        );
    for (const { what, bad, words } of feed.judged)
      say(
        `source/${feed.part}/${what}`,
        bad ? 'stop' : 'note',
        `${feed.name}: ${words}`,
        bad ? 'source too weak' : 'source is tight',
        [],
        about,
        bad,
      );
    if (feed.kind === 'brick' && feed.rating === undefined)
      say(
        `source/${feed.part}/unknown`,
        'note',
        `Nothing is known of the source of ${feed.name}: type in its volts and amps, and what the DC board takes. At peak it is asked for ${w(budget.loads.peak.total)}.`,
        'source not known',
        [],
        about,
      );
    if (feed.kind === 'supply') supplyFindings(document, assembly, feed.part, feed.name, say);
  }
  if (report.feeds.length === 0)
    say(
      'none',
      'warn',
      `Nothing in the kit feeds ${w(budget.loads.peak.total)}: a supply inside, or a DC board with its brick outside.`,
      'no supply',
      [],
      [],
    );
  // Small machines get along without mains inside.
  if (hasSupply(report) && budget.transient < OUTSIDE)
    say(
      'outside',
      'note',
      `At ${w(budget.loads.peak.total)} a brick outside with a DC board in the shell would do: no mains, no inlet and ${w(Math.max(0, report.wall.lost))} less heat inside. It needs a jack in a wall.`,
      'a brick would do',
    );
  // Transients.
  if (rating !== undefined && budget.transient > rating * 1.2)
    say(
      'transient',
      'warn',
      `For milliseconds the graphics card takes up to twice its power: ${w(budget.transient)} against ${w(rating)}. Supplies of today’s design guides stand about 1.2 to 2 times theirs for that long; older ones switch off.`,
      `peak ${w(budget.transient)}`,
      [{ label: 'for milliseconds', value: budget.transient, unit: 'W', source: PRACTICE }],
      [],
      true,
    );
  chainFindings(document, report, say);
  const supplies = report.feeds.filter((f) => f.kind === 'supply');
  if (supplies.length > 1 && !document.power.trigger)
    say(
      'step',
      'warn',
      `${supplies.map((f) => f.name).join(' and ')}: nothing says yet how the second starts with the first. Left to itself it stays off, or on.`,
      'two supplies',
      [],
      supplies.map((f) => ({ kind: 'part', id: f.part })),
      true,
    );
  return findings;
}

function ratingFindings({ power }: Conversion, { budget, advice, rating, wall, feeds }: PowerReport, say: Say): void {
  const { peak, typical, start, idle } = budget.loads;
  const most = Math.max(peak.total, start.total);
  const figures: Figure[] = [
    { label: 'idle', value: idle.total, unit: 'W', source: SUM },
    { label: 'typical', value: typical.total, unit: 'W', source: SUM },
    { label: 'peak', value: peak.total, unit: 'W', source: SUM },
    { label: 'start', value: start.total, unit: 'W', source: SUM },
    { label: 'at the wall, typical', value: wall.typical, unit: 'W', source: PRACTICE },
  ];
  const about: Finding['about'] = feeds.map((f) => ({ kind: 'part', id: f.part }));
  if (rating === undefined) {
    if (feeds.some((f) => f.kind === 'supply'))
      say(
        'rating',
        'note',
        `At peak ${w(peak.total)} are asked, ${w(start.total)} at the start. The rating of the supply is not known: type it in. ${advice.buy ? `One of ${advice.buy} W would be right.` : 'No common one is large enough.'}`,
        `${w(most)}, rating?`,
        figures,
        about,
      );
    return;
  }
  const worse = start.total > peak.total ? 'at the start' : 'at peak';
  if (most > rating)
    say(
      'rating',
      'stop',
      `${w(most)} are asked ${worse}, and the supply gives ${w(rating)}.${start.total > peak.total && !power.staggered ? ' The drives spin up together: let them start one after the other.' : ''} ${advice.buy ? `One of ${advice.buy} W would be right.` : ''}`.trim(),
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
      true,
    );
  else if (most > 0.85 * rating)
    say(
      'rating',
      'warn',
      `${w(most)} are asked ${worse}: ${((100 * most) / rating).toFixed(0)} % of the supply’s ${w(rating)}; 85 % leave it air. ${advice.buy ? `One of ${advice.buy} W would be right.` : ''}`.trim(),
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
      true,
    );
  else if (typical.total < 0.15 * rating)
    say(
      'rating',
      'note',
      `In typical use ${w(typical.total)} are ${((100 * typical.total) / rating).toFixed(0)} % of ${w(rating)}: a large supply wastes more at so little. ${advice.buy && advice.buy < rating ? `${advice.buy} W would do.` : ''}`.trim(),
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
    );
  else
    say(
      'rating',
      'good',
      `${w(typical.total)} in typical use and ${w(peak.total)} at peak of ${w(rating)}; at the wall ${w(wall.typical)}, about ${wall.energy.toFixed(0)} kWh a year.`,
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
    );
}

function supplyFindings(document: Conversion, assembly: Assembly, part: string, name: string, say: Say): void {
  const said = document.power.supplies[part] ?? {};
  const about: Finding['about'] = [{ kind: 'part', id: part }];
  const placed = assembly.parts.find((p) => p.id === part);
  const outside = placed && faceReaches(assembly, placed).some((r) => r.face.id === 'inlet' && r.reaches);
  if (placed && !outside && said.ownSwitch !== 'set on' && said.ownSwitch !== 'extended')
    say(
      `switch/${part}`,
      'warn',
      `The inlet face of ${name} looks at no wall: its own switch can’t be reached. Set it on before it is buried, or extend it.`,
      'switch out of reach',
      [],
      about,
      true,
    );
  if (said.selector === '115 V' && (document.power.mains?.volts ?? '230') === '230')
    say(
      `selector/${part}`,
      'stop',
      `The selector of ${name} stands at 115 V, and the mains here have 230 V: it would be destroyed. Set it, and tape it.`,
      'selector at 115 V',
      [],
      about,
      true,
    );
  if (said.selector === '230 V' && document.power.mains?.volts && document.power.mains.volts !== '230')
    say(
      `selector/${part}`,
      'warn',
      `The selector of ${name} stands at 230 V, and the mains here have ${document.power.mains.volts} V: it will not start.`,
      'selector at 230 V',
      [],
      about,
      true,
    );
  if (said.used && !said.tested)
    say(
      `used/${part}`,
      'warn',
      `${name} is second-hand: test it under load before it is planned in. Half of its 12 V current for ten minutes, all rails within 5 %.`,
      'not tested',
      [],
      about,
    );
}

/** What each cable carries. */
export function wireFindings(wires: readonly Wire[]): Finding[] {
  const findings: Finding[] = [];
  const say = teller(findings);
  for (const wire of wires) {
    const worst = wire.rails.reduce<Wire['rails'][number] | undefined>(
      (a, r) => (!a || r.each / Math.min(r.contact, r.wire) > a.each / Math.min(a.contact, a.wire) ? r : a),
      undefined,
    );
    if (!worst) continue;
    const about: Finding['about'] = [{ kind: 'part', id: wire.part }];
    const figures: Figure[] = [
      { label: `each conductor, ${worst.rail}`, value: worst.each, unit: 'A', source: OHM },
      { label: 'contact stands', value: worst.contact, unit: 'A', source: PRACTICE },
      {
        label: `AWG ${wire.gauge} stands`,
        value: worst.wire,
        unit: 'A',
        source: { kind: 'practice', title: 'chassis wiring, handbook tables, from memory' },
      },
      { label: 'lost out and back', value: worst.drop * 1000, unit: 'mV', source: OHM },
    ];
    if (worst.each > worst.wire)
      say(
        `wire/${wire.link}`,
        'stop',
        `${wire.name}: ${worst.each.toFixed(1)} A go through each wire of AWG ${wire.gauge}, which stands ${worst.wire.toFixed(1)} A here. Fine wire on a fat load burns: take thicker, or more of them.`,
        `${worst.each.toFixed(1)} A in AWG ${wire.gauge}`,
        figures,
        about,
        true,
      );
    else if (worst.each > worst.contact)
      say(
        `wire/${wire.link}`,
        'stop',
        `${wire.name}: ${worst.each.toFixed(1)} A go through each contact of its ${wire.plugs.map((p) => PLUGS[p].name).join(' and ')}, which stands ${worst.contact.toFixed(1)} A.`,
        `${worst.each.toFixed(1)} A a contact`,
        figures,
        about,
        true,
      );
    else if (worst.share > 0.6)
      say(
        `wire/${wire.link}`,
        worst.share > 1 ? 'stop' : 'warn',
        `${wire.name}: ${(worst.drop * 1000).toFixed(0)} mV are lost over ${(wire.length / 10).toFixed(0)} cm out and back, ${(100 * worst.share).toFixed(0)} % of what ${worst.rail} may be off.`,
        `−${(worst.drop * 1000).toFixed(0)} mV`,
        figures,
        about,
        true,
      );
  }
  return findings;
}

function chainFindings({ kit }: Conversion, { chains }: PowerReport, say: Say): void {
  for (const link of chains) {
    const cards = link.parts.filter((p) => kindOf(kit.parts[p]!) === 'card');
    if (link.adapter.plug === 'sata' && cards.length > 0)
      say(
        `chain/${link.id}`,
        'stop',
        `${link.name} feeds ${cards.map((p) => kit.parts[p]!.name).join(' and ')} from one SATA plug: three contacts of 1.5 A are 54 W. Never a graphics card or a riser from one.`,
        'card on a SATA plug',
        [],
        cards.map((p) => ({ kind: 'part', id: p })),
        true,
      );
    else if (link.share > 1)
      say(
        `chain/${link.id}`,
        'stop',
        `${link.name}: all that hangs on it asks ${(link.amps[link.rail] ?? 0).toFixed(1)} A on ${link.rail}; its own ${PLUGS[link.adapter.plug].name} stands ${(link.limit[link.rail] ?? 0).toFixed(1)} A.`,
        `${link.name} overloaded`,
        [{ label: link.rail, value: link.amps[link.rail] ?? 0, unit: 'A', source: SUM }],
        link.parts.map((p) => ({ kind: 'part', id: p })),
        true,
      );
  }
  const worst = weakest(chains);
  if (worst && worst.share <= 1 && worst.share > 0.5)
    say(
      `chain/${worst.id}`,
      'note',
      `The weakest link is ${worst.name}: ${(worst.amps[worst.rail] ?? 0).toFixed(1)} of ${(worst.limit[worst.rail] ?? 0).toFixed(1)} A on ${worst.rail}.`,
      'weakest plug',
      [],
      [],
    );
}

function mainsFindings({ power }: Conversion, report: PowerReport, say: Say): void {
  if (!report.mains) return;
  const { mains = {} } = power;
  const { fuse } = report;
  if (mains.fuse !== undefined) {
    if (mains.fuse < fuse.least)
      say(
        'fuse',
        'warn',
        `A fuse of ${mains.fuse} A is under 1.35 times the ${report.wallAmps.toFixed(2)} A at the wall: it blows in use. ${fuse.size ? `Take ${fuse.size} A, slow.` : ''} ${AUTHORITY}`,
        `fuse ${mains.fuse} A`,
        [],
        [],
        fuse.size !== undefined,
      );
    else if (mains.fuse > (mains.inlet ?? 10))
      say(
        'fuse',
        'stop',
        `A fuse of ${mains.fuse} A protects nothing behind it: inlet and lead stand ${mains.inlet ?? 10} A. ${AUTHORITY}`,
        `fuse ${mains.fuse} A`,
        [],
        [],
        true,
      );
    else if (mains.slow === false)
      say(
        'fuse',
        'note',
        `A quick fuse blows when the supply is switched on: take a slow one of ${mains.fuse} A. ${AUTHORITY}`,
        'quick fuse',
        [],
        [],
      );
  }
  if (mains.poles === 1)
    say(
      'poles',
      'warn',
      `A switch with one pole may leave the live wire on: take one that breaks both. ${AUTHORITY}`,
      'one pole',
      [],
      [],
    );
  if (mains.inrush !== undefined && mains.inrush < 60)
    say(
      'inrush',
      'note',
      `A supply draws 40 to 80 A for a moment as it is switched on; a switch rated for ${mains.inrush} A welds sooner or later. Look for an inrush (“capacitive”) rating. ${AUTHORITY}`,
      'switch inrush',
      [],
      [],
    );
  if (mains.separated === false)
    say(
      'separate',
      'warn',
      `Mains and low-voltage wires tied together: part them, or give the mains double insulation. ${AUTHORITY}`,
      'wires together',
      [],
      [],
    );
  if (mains.strainRelief === false)
    say(
      'strain',
      'warn',
      `The mains lead has no strain relief: a pull tears it off its terminals. ${AUTHORITY}`,
      'no strain relief',
      [],
      [],
    );
  const open = report.earth.filter((e) => e.ohms === undefined);
  const bad = report.earth.filter((e) => e.ohms !== undefined && !e.ok);
  for (const e of bad)
    say(
      `earth/${e.id.replace('/', '-')}`,
      'stop',
      `${e.name} has ${e.ohms} Ω to the earth of the inlet; at most ${BOND} Ω. ${e.why[0]!.toUpperCase()}${e.why.slice(1)}. ${AUTHORITY}`,
      `${e.name} ${e.ohms} Ω`,
      [],
      aboutEarth(e.id),
    );
  if (open.length > 0)
    say(
      'earth',
      'note',
      `${open.length} of ${report.earth.length} things that conduct and can be touched have no measured bond to earth yet: ${open
        .slice(0, 3)
        .map((e) => e.name)
        .join(', ')}${open.length > 3 ? ' …' : ''}. Measure each before the first power. ${AUTHORITY}`,
      `${open.length} earths to measure`,
      [],
      [],
    );
  if (report.discharge !== undefined && report.discharge > 5)
    say(
      'discharge',
      'warn',
      `The capacitor takes ${report.discharge.toFixed(1)} s to fall under 60 V: wait five times that with the plug out, then measure. Nobody opens a supply.`,
      `${report.discharge.toFixed(1)} s to 60 V`,
      [],
      [],
    );
}

const aboutEarth = (id: string): Finding['about'] => {
  const [kind, thing] = id.split('/');
  return kind === 'part' || kind === 'feature' ? [{ kind, id: thing! }] : [];
};

function decorationFindings({ power }: Conversion, say: Say): void {
  for (const [id, d] of Object.entries(power.decorations))
    if (d.volts > 60 && !(d.screened && d.earthed))
      say(
        `decoration/${id}`,
        'stop',
        `${d.name} works at ${d.volts} V: it needs a closed screen that is earthed, so that no hand and no wire gets to it. ${AUTHORITY}`,
        'not screened',
        [],
        [],
      );
}

function pinFindings({ power }: Conversion, say: Say): void {
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
