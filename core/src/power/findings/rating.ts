import { type Conversion } from '../../document';
import { type Figure, type Finding, type Say } from '../../findings';
import { MOST_LOADED } from '../budget';
import { type PowerReport } from '../report';
import { PRACTICE, SUM, w } from './say';

const MORE = { worse: 'more' as const };

/** What is asked of the supply, against what it gives. */
export function ratingFindings(
  { power }: Conversion,
  { budget, advice, rating, wall, feeds }: PowerReport,
  say: Say,
): void {
  const { peak, typical, start, idle } = budget.loads;
  const most = Math.max(peak.total, start.total);
  const figures: Figure[] = [
    { label: 'idle', value: idle.total, unit: 'W', source: SUM },
    { label: 'typical', value: typical.total, unit: 'W', source: SUM },
    { label: 'peak', value: peak.total, unit: 'W', source: SUM, ...(most === peak.total ? MORE : {}) },
    { label: 'start', value: start.total, unit: 'W', source: SUM, ...(most > peak.total ? MORE : {}) },
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
  else if (most > MOST_LOADED * rating)
    say(
      'rating',
      'warn',
      `${w(most)} are asked ${worse}: ${((100 * most) / rating).toFixed(0)} % of the supply’s ${w(rating)}; ${100 * MOST_LOADED} % leave it air. ${advice.buy ? `One of ${advice.buy} W would be right.` : ''}`.trim(),
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
