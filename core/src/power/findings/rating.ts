import { type Conversion } from '../../document';
import { type Figure, type Finding, type Say } from '../../findings';
import { MOST_LOADED } from '../budget';
import { type Feed, type PowerReport } from '../report';
import { PRACTICE, SUM, w } from './say';

const MORE = { worse: 'more' as const };

/** What is asked of each supply, against what it gives: of one alone all of it, of several what hangs on each. */
export function ratingFindings(document: Conversion, report: PowerReport, say: Say): void {
  for (const feed of report.feeds) ofFeed(document, report, feed, say);
}

function ofFeed(
  { power }: Conversion,
  { wall, feeds }: PowerReport,
  { part, name, kind, rating, carried, advice }: Feed,
  say: Say,
): void {
  const { peak, typical, start, idle } = carried.loads;
  const alone = feeds.length === 1;
  const id = alone ? 'rating' : `rating/${part}`;
  const most = Math.max(peak.total, start.total);
  const figures: Figure[] = [
    { label: 'idle', value: idle.total, unit: 'W', source: SUM },
    { label: 'typical', value: typical.total, unit: 'W', source: SUM },
    { label: 'peak', value: peak.total, unit: 'W', source: SUM, ...(most === peak.total ? MORE : {}) },
    { label: 'start', value: start.total, unit: 'W', source: SUM, ...(most > peak.total ? MORE : {}) },
    ...(alone
      ? [{ label: 'at the wall, typical', value: wall.typical, unit: 'W', source: PRACTICE } satisfies Figure]
      : []),
  ];
  const about: Finding['about'] = [{ kind: 'part', id: part }];
  const of = alone ? '' : ` of ${name}`;
  const right = advice.buy ? `One of ${advice.buy} W would be right.` : 'No common one is large enough.';
  if (rating === undefined) {
    if (kind === 'supply')
      say(
        id,
        'note',
        `At peak ${w(peak.total)} are asked${of}, ${w(start.total)} at the start. ${alone ? 'The rating of the supply' : 'Its rating'} is not known: type it in. ${right}`,
        `${w(most)}, rating?`,
        figures,
        about,
      );
    return;
  }
  const worse = start.total > peak.total ? 'at the start' : 'at peak';
  const gives = alone ? `the ${kind === 'supply' ? 'supply' : 'source'} gives ${w(rating)}` : `it gives ${w(rating)}`;
  if (most > rating)
    say(
      id,
      'stop',
      `${w(most)} are asked${of} ${worse}, and ${gives}.${start.total > peak.total && !power.staggered ? ' The drives spin up together: let them start one after the other.' : ''} ${right}`,
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
      true,
    );
  else if (most > MOST_LOADED * rating)
    say(
      id,
      'warn',
      `${w(most)} are asked${of} ${worse}: ${((100 * most) / rating).toFixed(0)} % of ${alone ? 'the supply’s' : 'its'} ${w(rating)}; ${100 * MOST_LOADED} % leave it air. ${right}`,
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
      true,
    );
  else if (typical.total < 0.15 * rating)
    say(
      id,
      'note',
      `In typical use ${alone ? '' : `${name} carries `}${w(typical.total)}${alone ? ' are' : ','} ${((100 * typical.total) / rating).toFixed(0)} % of ${w(rating)}: a large supply wastes more at so little.${advice.buy && advice.buy < rating ? ` ${advice.buy} W would do.` : ''}`,
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
    );
  else
    say(
      id,
      'good',
      alone
        ? `${w(typical.total)} in typical use and ${w(peak.total)} at peak of ${w(rating)}; at the wall ${w(wall.typical)}, about ${wall.energy.toFixed(0)} kWh a year.`
        : `${name} carries ${w(typical.total)} in typical use and ${w(peak.total)} at peak of ${w(rating)}.`,
      `${most.toFixed(0)} / ${rating.toFixed(0)} W`,
      figures,
      about,
    );
}

/** Draws that were typed in the wrong way round. */
export function drawFindings({ kit }: Conversion, say: Say): void {
  for (const [id, { name, draw }] of Object.entries(kit.parts)) {
    if (!draw) continue;
    const most = Math.max(draw.idle, draw.typical);
    if (draw.peak < most)
      say(
        `draw/${id}`,
        'warn',
        `${name} is typed in with ${w(most)} ${draw.typical >= draw.idle ? 'in typical use' : 'at idle'} and ${w(draw.peak)} at peak. The peak is the most it takes: ${w(most)} are counted. Put right which of them is wrong.`,
        `peak ${w(draw.peak)}?`,
        [{ label: 'peak as typed', value: draw.peak, unit: 'W', source: SUM }],
        [{ kind: 'part', id }],
      );
    else if (draw.typical < draw.idle)
      say(
        `draw/${id}`,
        'warn',
        `${name} is typed in with ${w(draw.idle)} at idle and ${w(draw.typical)} in typical use: idle is the least it takes. Put right which of them is wrong.`,
        `idle ${w(draw.idle)}?`,
        [{ label: 'idle as typed', value: draw.idle, unit: 'W', source: SUM }],
        [{ kind: 'part', id }],
      );
  }
}
