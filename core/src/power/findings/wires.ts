import { kindOf } from '../../parts';
import { PLUGS, SLOT_WATTS } from '../../standards';
import { weakest } from '../chains';
import { teller, type Figure, type Finding, type Say } from '../../findings';
import { type Conversion } from '../../document';
import { type PowerReport } from '../report';
import { cardPlugs, ratedOf, type Wire } from '../wires';
import { PRACTICE, SUM, OHM, w } from './say';

/** What each cable carries. */
export function wireFindings(wires: readonly Wire[]): Finding[] {
  const findings: Finding[] = [];
  const say = teller('power', findings);
  for (const wire of wires) {
    plugFindings(wire, say);
    const worst = wire.rails.reduce<Wire['rails'][number] | undefined>(
      (a, r) => (!a || r.each / Math.min(r.contact, r.wire) > a.each / Math.min(a.contact, a.wire) ? r : a),
      undefined,
    );
    if (!worst) continue;
    const about: Finding['about'] = [{ kind: 'part', id: wire.part }];
    const figures: Figure[] = [
      { label: `each conductor, ${worst.rail}`, value: worst.each, unit: 'A', source: OHM, worse: 'more' },
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

/** What the plugs of a cable may give by their specification, against what goes through them. */
function plugFindings({ link, name, part, plugs, rails }: Wire, say: Say): void {
  const rated = ratedOf(plugs);
  const twelve = rails.find((r) => r.rail === '12 V');
  if (rated === undefined || !twelve || twelve.watts <= rated + 0.5) return;
  const right = cardPlugs(twelve.watts + SLOT_WATTS).map((p) => PLUGS[p].name);
  say(
    `plug/${link}`,
    'stop',
    `${name}: ${w(twelve.watts)} go through its ${plugs.map((p) => PLUGS[p].name).join(' and ')}, rated for ${w(rated)}${plugs.length > 1 ? ' together' : ''}; the slot gives its ${SLOT_WATTS} W besides. ${right.length === 2 && right[0] === right[1] ? `Two ${right[0]}s` : `A ${right.join(' and a ')}`} would carry it, each by a cable of its own from the supply.`,
    `${twelve.watts.toFixed(0)} W on ${rated} W`,
    [
      { label: 'through the plugs', value: twelve.watts, unit: 'W', source: SUM, worse: 'more' },
      { label: 'rated', value: rated, unit: 'W', source: PLUGS['card 8'].source },
    ],
    [{ kind: 'part', id: part }],
    true,
  );
}

/** Splitters and adapters, and the weakest of them. */
export function chainFindings({ kit }: Conversion, { chains }: PowerReport, say: Say): void {
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
