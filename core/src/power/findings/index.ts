import { teller, type Finding } from '../../findings';
import { type Assembly } from '../../assembly';
import { type Conversion } from '../../document';
import { kindOf } from '../../parts';
import { adviceFor } from '../budget';
import { type PowerReport } from '../report';
import { PRACTICE, SUM, w } from './say';
import { drawFindings, ratingFindings } from './rating';
import { supplyFindings } from './supply';
import { chainFindings, wireFindings } from './wires';
import { mainsFindings, decorationFindings } from './mains';
import { pinFindings } from './pins';

/** Up to so much, for milliseconds too, DC boards on a brick are sold, W. Common practice, no source. */
const OUTSIDE = 150;
const hasSupply = ({ feeds }: PowerReport) => feeds.some((f) => f.kind === 'supply');

/** What is wrong with how the machine is fed. Pure. */
export function powerFindings(document: Conversion, assembly: Assembly, report: PowerReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller('power', findings);
  const { budget } = report;
  mainsFindings(document, report, say);
  decorationFindings(document, say);
  pinFindings(document, say);
  for (const { id, words } of report.trigger)
    say(`trigger/${id}`, id === 'mains' ? 'warn' : 'stop', words, 'second supply', [], [], id !== 'mains');
  if (budget.parts.length === 0) return findings;
  drawFindings(document, say);
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
  const brick = adviceFor(budget.loads, 'brick').buy;
  if (hasSupply(report) && budget.transient < OUTSIDE)
    say(
      'outside',
      'note',
      `At ${w(budget.loads.peak.total)} a brick outside${brick ? ` of ${brick} W` : ''} with a DC board in the shell would do: no mains, no inlet and ${w(Math.max(0, report.wall.lost))} less heat inside. It needs a jack in a wall.`,
      'a brick would do',
    );
  // Transients.
  for (const { part, rating, carried } of report.feeds) {
    const cards = carried.parts.filter((p) => kindOf(document.kit.parts[p]!) === 'card');
    if (rating === undefined || cards.length === 0 || carried.transient <= rating * 1.2) continue;
    const names = cards.map((p) => document.kit.parts[p]!.name).join(' and ');
    say(
      report.feeds.length === 1 ? 'transient' : `transient/${part}`,
      'warn',
      `For milliseconds ${names} ${cards.length === 1 ? 'takes up to twice its' : 'take up to twice their'} power: ${w(carried.transient)} against ${w(rating)}. Supplies of today’s design guides stand about 1.2 to 2 times theirs for that long; older ones switch off.`,
      `peak ${w(carried.transient)}`,
      [{ label: 'for milliseconds', value: carried.transient, unit: 'W', source: PRACTICE, worse: 'more' }],
      cards.map((id) => ({ kind: 'part', id })),
      true,
    );
  }
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
  // Nothing is good while something on the way is over its rating: a supply that is large enough does not help a plug that burns.
  const over = [...findings, ...wireFindings(report.wires)].some((f) => f.verdict === 'stop');
  return over ? findings.map((f) => (f.verdict === 'good' ? { ...f, verdict: 'note' } : f)) : findings;
}

export { wireFindings } from './wires';
