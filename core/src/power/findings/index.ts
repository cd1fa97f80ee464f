import { teller, type Finding } from '../../findings';
import { type Assembly } from '../../assembly';
import { type Conversion } from '../../document';
import { type PowerReport } from '../report';
import { PRACTICE, SUM, w } from './say';
import { ratingFindings } from './rating';
import { supplyFindings } from './supply';
import { chainFindings } from './wires';
import { mainsFindings, decorationFindings } from './mains';
import { pinFindings } from './pins';

/** Up to so much, for milliseconds too, DC boards on a brick are sold, W. Common practice, no source. */
const OUTSIDE = 150;
const hasSupply = ({ feeds }: PowerReport) => feeds.some((f) => f.kind === 'supply');

/** What is wrong with how the machine is fed. Pure. */
export function powerFindings(document: Conversion, assembly: Assembly, report: PowerReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller('power', findings);
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

export { wireFindings } from './wires';
