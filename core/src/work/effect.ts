import { applyChange, validationIssuesAfter, type Change, type Conversion } from '../document';
import { RANK, type Finding } from '../findings';
import { assessAll, contextOf } from '../plan';
import type { StationWork, Tools } from '../station';
import { slowAnswers } from './slow';
import { WORKS } from './works';

/** What a change would do to the findings. */
export interface Effect {
  document: Conversion;
  /** Findings that go away or get milder, and those that come or get worse. */
  better: string[];
  worse: string[];
}

/**
 * Tries a change on the plan without making it; all that stations say counts, what takes them longer too.
 * @throws Error when the result is not a valid document.
 */
export async function effectOf(document: Conversion, change: Change, tools: Tools): Promise<Effect> {
  const { document: next, operations } = applyChange(document, change);
  const [validationIssue] = validationIssuesAfter(next, operations);
  if (validationIssue) throw new Error(validationIssue.message);
  const before = openOf(assessAll(document, await slowAnswers(document, tools)).findings);
  const after = openOf(assessAll(next, await slowAnswers(next, tools)).findings);
  const better: string[] = [];
  const worse: string[] = [];
  for (const [id, finding] of before) {
    const then = after.get(id);
    if (!then) better.push(`gone: ${finding.sentence}`);
    else if (RANK[then.verdict] > RANK[finding.verdict]) better.push(then.sentence);
  }
  for (const [id, finding] of after) {
    const was = before.get(id);
    if (!was || RANK[finding.verdict] < RANK[was.verdict]) worse.push(finding.sentence);
  }
  return { document: next, better, worse };
}

const openOf = (findings: readonly Finding[]) =>
  new Map(findings.filter((f) => RANK[f.verdict] < RANK.good && f.accepted === undefined).map((f) => [f.id, f]));

/** What a change costs: minor units to spend, things without a price, and minutes of work, each more than the plan as it is. */
export interface Cost {
  money: number;
  unpriced: number;
  minutes: number;
}

/** The price of a change, of a remedy or a way out, by all stations that know of money. @throws Error where it can’t be made */
export function costOf(document: Conversion, change: Change): Cost {
  const { document: next, operations } = applyChange(document, change);
  const [validationIssue] = validationIssuesAfter(next, operations);
  if (validationIssue) throw new Error(validationIssue.message);
  const sum: Cost = { money: 0, unpriced: 0, minutes: 0 };
  for (const { costs } of Object.values(WORKS) as StationWork[]) {
    if (!costs) continue;
    const [before, after] = [costs(contextOf(document)), costs(contextOf(next))];
    sum.money += after.money - before.money;
    sum.unpriced += after.unpriced - before.unpriced;
    sum.minutes += after.minutes - before.minutes;
  }
  return sum;
}
