import type { Conversion } from '../document';
import { teller, type Finding } from '../findings';
import type { Source } from '../quantity';
import { DONGLE_APART, WAVE } from '../standards';
import type { LinksReport } from './report';
import { searchTube } from './timings/tube';
import { bootable } from './tree/tree';

const PCI: Source = { kind: 'standard', title: 'PCI-SIG Base Specification: lanes × rate of a lane' };
const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };
/** Less of all directions free is no line of sight. Common practice, no source. */
const LEAST_OPEN = 0.15;
const RAYS: Source = { kind: 'computed', title: '600 directions against parts, walls and openings' };
const METAL = new Set(['steel', 'aluminium']);

const mb = (rate: number) => `${rate.toFixed(rate < 10 ? 1 : 0)} MB/s`;
const COUNTS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const counted = (n: number) => COUNTS[n] ?? String(n);

/** What is wrong with the links. Pure. */
export function linksFindings(document: Conversion, report: LinksReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller('links', findings);
  const { tree, bottlenecks, outside } = report;
  const { links, shell } = document;
  const about = (part: string | undefined): Finding['about'] =>
    part === undefined ? [] : [{ kind: 'part', id: part }];

  for (const { id, node, faults } of tree)
    for (const fault of faults)
      say(
        `${fault.id}/${id}`,
        fault.stop ? 'stop' : fault.id === 'loose' || fault.id === 'shared' ? 'note' : 'warn',
        fault.words,
        FAULT_WORDS[fault.id],
        [],
        about(node.part),
        !['dead', 'shared', 'lanes', 'no-lanes'].includes(fault.id),
      );

  // A device that itself is faster than its own link is told as its limit, not as a fault of the plan.
  for (const edge of bottlenecks) {
    const behind = tree.filter((l) => l.type.kind === 'device' && l.alone > 0 && under(tree, l.id, edge.id));
    const many = behind.length > 1;
    const each = behind.every((d) => d.alone === behind[0]!.alone) ? behind[0]!.alone : undefined;
    const using = links.usage === 'all' ? behind.length : Math.min(behind.length, links.usage === 'two' ? 2 : 1);
    const own = !many && behind[0]?.id === edge.id;
    const share = (100 * edge.rate) / edge.asked;
    const device = behind[0]!;
    say(
      `narrow/${edge.id}`,
      own || share > 70 ? 'note' : 'warn',
      many
        ? `${counted(using)[0]!.toUpperCase()}${counted(using).slice(1)} of the ${counted(behind.length)} behind ${edge.node.name} at ${each === undefined ? 'once' : `${mb(each)} each`} want ${mb(edge.asked)}; the link has ${mb(edge.rate)} (${edge.link}). Each gets ${share.toFixed(0)} % of what it could.`
        : `${device.node.name} could move ${mb(device.alone)}; ${own ? 'its link' : edge.node.name} has ${mb(edge.rate)} (${edge.link}): ${share.toFixed(0)} % of it.${device.node.type === 'graphics' ? ' Pictures that fit into the card’s own memory hardly feel that; what is loaded all the time does.' : ''}`,
      `${edge.rate.toFixed(0)} of ${edge.asked.toFixed(0)} MB/s`,
      [
        { label: 'asked', value: edge.asked, unit: 'MB/s', source: PRACTICE, worse: 'more' },
        { label: 'link', value: edge.rate, unit: 'MB/s', source: PCI },
      ],
      about(device.node.part),
      !own,
    );
  }
  for (const { id, node } of tree)
    if (node.boot) {
      const through = bootable(tree, id);
      if (through)
        say(
          `boot/${id}`,
          'warn',
          `The machine is to start from ${node.name}; behind ${through} many boards don’t see it at the start. Put what it starts from on a socket of the board.`,
          'does not start',
          [],
          about(node.part),
          true,
        );
    }
  if (outside.sockets > 0 && outside.left < outside.wanted)
    say(
      'outside',
      'warn',
      `Of ${outside.sockets} USB sockets that look out ${outside.taken} are taken inside; ${outside.left} are left, and ${outside.wanted} are wanted: keyboard, dongle, stick. A hub, or a cable from a header inside, gives more.`,
      `${outside.left} of ${outside.wanted} sockets`,
      [{ label: 'left outside', value: outside.left, unit: 'count', source: PRACTICE }],
    );

  // A graphics card on a cable: what comes of it, and what the host gets.
  for (const { id, node, rate } of tree)
    if (node.type === 'external-graphics') {
      const whole = 16 * 1969;
      say(
        `external/${id}`,
        'note',
        `${node.name} hangs on ${mb(rate)}, ${((100 * rate) / whole).toFixed(0)} % of a slot of 16 lanes; a screen on the card itself loses least, one on the host sends every picture back over the cable. ${node.charges ? `It charges the host with ${node.charges} W: no brick for that.` : 'It does not charge the host: that keeps its own brick.'}`,
        `${((100 * rate) / whole).toFixed(0)} % of a slot`,
        [{ label: 'link', value: rate, unit: 'MB/s', source: PCI }],
        about(node.part),
      );
    }

  // Radio.
  const conducts = METAL.has(shell.material);
  for (const [id, antenna] of Object.entries(links.antennas)) {
    if (antenna.where === 'inside' && conducts && (report.sights[id]?.open ?? 0) < LEAST_OPEN)
      say(
        `antenna/${id}`,
        'stop',
        `${antenna.name} stands inside a shell of ${shell.material}: hardly anything gets out. Lead it outside, or to a window of plastic of ${WAVE.half.toFixed(0)} mm or more; a whip is ${WAVE.quarter.toFixed(0)} mm long.`,
        'antenna in metal',
        [],
        [],
        true,
      );
    if (antenna.part === undefined && antenna.kept === undefined)
      say(
        `held/${id}`,
        'note',
        `What holds ${antenna.name}? Loose, it turns, shorts something or is pulled off by its thin lead.`,
        `${antenna.name}: nothing holds it`,
        [],
        [],
        true,
      );
    if (antenna.where === 'slot' && (antenna.slot ?? 0) < WAVE.half)
      say(
        `antenna/${id}`,
        'warn',
        `The slot before ${antenna.name} is ${antenna.slot ?? 0} mm long; at 2.4 GHz it wants half a wave, ${WAVE.half.toFixed(0)} mm.`,
        `slot ${antenna.slot ?? 0} mm`,
        [
          {
            label: 'half a wave',
            value: WAVE.half,
            unit: 'mm',
            source: { kind: 'computed', title: 'c / 2f at 2.4 GHz' },
          },
        ],
        [],
        true,
      );
    const sight = report.sights[id];
    if (sight) {
      const share = (of: number) => `${(100 * of).toFixed(0)} %`;
      const poor = sight.open < LEAST_OPEN;
      say(
        `sight/${id}`,
        poor ? 'warn' : 'note',
        `From ${antenna.name}, ${share(sight.open)} of all directions are free${sight.through ? `, most through ${sight.through}` : ''}${sight.weak > 0.005 ? `; ${share(sight.weak)} pass a mesh or a small opening in metal, weakened` : ''}; ${share(sight.parts)} end at parts${sight.behind ? `, most at ${sight.behind}` : ''}${sight.metal > 0.005 ? `, ${share(sight.metal)} at metal of the shell` : ''}.${poor ? ' It wants a line of sight: a lead to plastic, wood or a mesh.' : ''}`,
        `${share(sight.open)} free`,
        [
          { label: 'free', value: 100 * sight.open, unit: 'percent', source: RAYS },
          { label: 'weakened', value: 100 * sight.weak, unit: 'percent', source: RAYS },
        ],
        about(antenna.part),
        poor,
      );
    }
    if (antenna.apart !== undefined && antenna.apart < DONGLE_APART)
      say(
        `dongle/${id}`,
        'warn',
        `${antenna.name} is ${antenna.apart} mm from a socket of 5 Gb/s or more: those radiate at 2.4 GHz. A lead of ${DONGLE_APART} mm or more, with a line of sight through mesh or plastic, ends the trouble.`,
        `${antenna.apart} mm from USB`,
        [],
        [],
        true,
      );
  }

  // Pictures.
  for (const [id, screen] of Object.entries(links.screens)) {
    if (screen.kind !== 'tube') continue;
    const { found, why } = searchTube(screen);
    if (why) say(`screen/${id}`, 'stop', `${screen.name}: ${why}`, 'no picture');
    else {
      const super_ = found.some((f) => f.times > 1);
      say(
        `screen/${id}`,
        'note',
        `${screen.name} takes ${found.map((f) => `${f.mode.lines}${f.mode.interlaced ? 'i' : ''}`).join(', ')} lines${super_ ? '; each pixel is sent more than once, as the card’s clock goes no lower' : ''}. A wrong timing can destroy a tube of one fixed frequency: try it on the simulated set first.`,
        `${found.length} pictures`,
      );
    }
  }
  if (tree.length > 0 && findings.every((f) => f.verdict === 'note'))
    say(
      'summary',
      'good',
      `${tree.length} links: every key fits, and nothing asks more than its link has.`,
      'all links fit',
    );
  return findings;
}

const FAULT_WORDS = {
  key: 'does not fit',
  full: 'no place',
  power: 'too little power',
  'own-power': 'needs 12 V',
  dead: 'dead',
  loose: 'hangs on nothing',
  shared: 'lanes shared',
  lanes: 'too many lanes',
  'no-lanes': 'no lane left',
  reach: 'too long',
  reaches: 'cables unequal',
} as const;

/** Does a node hang under another, or is it that one? */
export function under(tree: LinksReport['tree'], id: string, top: string): boolean {
  const by = new Map(tree.map((l) => [l.id, l]));
  for (let at = by.get(id); at; at = at.node.on === undefined ? undefined : by.get(at.node.on))
    if (at.id === top) return true;
  return false;
}
