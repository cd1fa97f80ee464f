import { countOf } from '../quantity';
import type { Conversion } from '../document';
import { teller, type Finding } from '../findings';
import type { Source } from '../quantity';
import { criticalPath } from './schedule/criticalPath';
import type { BuildReport } from './report';

const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };
const SUM: Source = { kind: 'computed', title: 'sum over the steps' };
const NIOSH: Source = { kind: 'standard', title: 'NIOSH lifting equation (1991)', fromMemory: true };

/** What is wrong with the plan of the work. Pure. */
export function buildFindings(document: Conversion, report: BuildReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller('build', findings);
  const { steps, lost, bill } = report;
  const { build } = document;
  if (steps.length === 0) return findings;
  let ring: string | undefined;
  try {
    criticalPath(steps.map((s) => ({ id: s.id, length: s.minutes, after: s.after.map((b) => b.id) })));
  } catch (error) {
    ring = (error as Error).message;
  }
  if (ring !== undefined)
    say(
      'ring',
      'stop',
      `The steps can’t be done in any order. ${ring} Take one of your own “after” out.`,
      'steps in a ring',
    );
  if (!build.hours.some((h) => h > 0))
    say('hours', 'warn', 'No day of the week has an hour of work: nothing is ever done.', 'no hours');
  const touched = steps.filter((s) => s.touched);
  for (const step of touched.slice(0, 6))
    say(
      `touched/${step.id.replaceAll('.', '-')}`,
      'warn',
      `“${step.name}” was done, and the plan has changed since: look whether it has to be done again, and tick it anew.`,
      `${step.name} again?`,
      [],
      step.about ? [step.about] : [],
    );
  const early = steps.filter((s) => s.done && s.waitsFor.length > 0);
  for (const step of early.slice(0, 4)) {
    const first = steps.find((s) => s.id === step.waitsFor[0])!;
    const why = step.after.find((b) => b.id === first.id);
    say(
      `early/${step.id.replaceAll('.', '-')}`,
      why?.kind === 'safety' ? 'stop' : 'warn',
      `“${step.name}” is ticked, and “${first.name}” is not, which comes before it: ${why?.why ?? 'as you said'}.`,
      `${first.name} first`,
      [],
      step.about ? [step.about] : [],
    );
  }
  if (lost.length > 0)
    say(
      'lost',
      'note',
      `${countOf(lost.length, 'step')} ${lost.length === 1 ? 'was done that is' : 'were done that are'} not in the plan any more (${lost.slice(0, 3).join(', ')}${lost.length > 3 ? ' …' : ''}): what they were about is gone. They stay in the log.`,
      `${lost.length} done, gone`,
    );
  if (build.budget !== undefined) {
    const total = bill.toBuy + bill.spent - bill.sold;
    if (total > build.budget)
      say(
        'budget',
        'warn',
        `All together costs ${(total / 100).toFixed(0)} (${(bill.spent / 100).toFixed(0)} of it are spent), and the budget is ${(build.budget / 100).toFixed(0)}.`,
        `${(total / 100).toFixed(0)} of ${(build.budget / 100).toFixed(0)}`,
        [{ label: 'all', value: total / 100, unit: 'count', source: SUM }],
      );
  }
  const { weight } = report;
  if (weight.index > 1)
    say(
      'weight',
      'warn',
      `Shell and kit weigh ${weight.kilograms.toFixed(1)} kg; lifted as you say, ${weight.people === 1 ? 'one may lift' : `${weight.people} may lift`} ${weight.limit.toFixed(1)}. ${weight.advice[0]!}`,
      `${weight.kilograms.toFixed(0)} kg to lift`,
      [{ label: 'to lift', value: weight.kilograms * 1000, unit: 'gram', source: NIOSH, worse: 'more' }],
    );
  for (const held of weight.carried.filter((c) => !c.ok))
    say(
      `hold/${held.id}`,
      held.safety < 1 ? 'stop' : 'warn',
      `${held.name} carries ${held.each.toFixed(1)} kg each and is rated for ${held.rating}: ${held.safety < 1 ? 'it breaks' : 'a door that swings or a rail that is pulled takes twice that'}. More of them, or larger ones.`,
      `${held.name} ${held.each.toFixed(1)} of ${held.rating} kg`,
      [{ label: 'on each', value: held.each * 1000, unit: 'gram', source: SUM }],
    );
  const done = steps.filter((s) => s.done).length;
  const left = steps.filter((s) => !s.done && !s.unattended).reduce((sum, s) => sum + s.minutes, 0) / 60;
  const next = steps.find((s) => !s.done && s.waitsFor.length === 0);
  say(
    'progress',
    done === steps.length ? 'good' : 'note',
    done === steps.length
      ? `All ${done} steps are done.`
      : `${done} of ${steps.length} steps are done; ${left.toFixed(0)} hours of work are left. ${next ? `Next: ${next.name}.` : ''}`.trim(),
    done === steps.length ? 'all done' : `${left.toFixed(0)} h left`,
    [{ label: 'hours left', value: left * 3600, unit: 's', source: PRACTICE }],
  );
  return findings;
}
