import { assemble } from '@young-shell/core/assembly';
import { markOfStep, stepsOf } from '@young-shell/core/build';
import type { BurnIn, Conversion, State } from '@young-shell/core/document';
import { panelReport } from '@young-shell/core/panel';
import { kindOf } from '@young-shell/core/parts';
import { assessAll } from '@young-shell/core/plan';
import {
  analyse,
  guessChannels,
  markOfCheck,
  markOfPlan,
  proofReport,
  readLog,
  recordOf,
} from '@young-shell/core/proof';
import { simulatedLog } from '../server/src/instruments/logger';

/** A burn-in of the simulated logger, so many hours long, as it would have been kept. */
export function burnIn(
  document: Conversion,
  name: string,
  on: string,
  state: State,
  lid: BurnIn['lid'],
  hours = 2,
): BurnIn {
  const run = {
    state,
    lid,
    ambient: document.brief.ambient - 2,
    every: 5 * hours,
    seconds: 3600 * hours,
    fault: 'none' as const,
  };
  const log = readLog([...simulatedLog(document, run)].join('\n'));
  const parts = Object.fromEntries(
    Object.entries(document.kit.parts).map(([id, p]) => [id, { name: p.name, kind: kindOf(p) ?? '' }]),
  );
  const channels = guessChannels(
    log.columns.map((c) => c.name),
    parts,
  );
  const { limits } = proofReport(document, assemble(document));
  return recordOf(log, channels, analyse(log, channels, { limits }), {
    name,
    on,
    state,
    lid,
    variant: '',
    from: 'simulated logger',
    simulated: true,
  });
}

/** Every step ticked on a day, every check good, every target with its evidence, signed off: all of it invented. */
export function proven(
  document: Conversion,
  days: readonly string[],
  evidence: Readonly<Record<string, number>>,
): Conversion {
  const next = structuredClone(document);
  for (const { id } of panelReport(next, assemble(next)).harness.rows)
    next.panel.wires[id] = { ...next.panel.wires[id], tested: true };
  const { steps } = stepsOf(next, assemble(next));
  steps.forEach((step, i) => {
    const on = days[Math.floor((i / steps.length) * days.length)]!;
    next.build.done[step.id] = { on, minutes: Math.round(step.minutes * 1.2), of: markOfStep(step) };
  });
  const on = days.at(-1)!;
  for (const check of proofReport(next, assemble(next)).checks) {
    const { from, to } = check.expect ?? {};
    const value = !check.expect
      ? undefined
      : from === undefined
        ? to! / 3
        : to === undefined
          ? from * 6
          : (from + to) / 2;
    next.proof.checks[check.id] = {
      on,
      result: 'good',
      of: markOfCheck(check),
      ...(value === undefined ? {} : { value: Math.round(value * 100) / 100 }),
    };
  }
  for (const [id, { kind }] of Object.entries(next.brief.targets))
    if (kind in evidence)
      next.proof.evidence[id] = { on, met: true, value: evidence[kind]!, words: 'measured at the table' };
  next.proof.signed = { on, by: 'Its builder', words: 'It writes.', of: markOfPlan(next) };
  return next;
}

/** Accepts what still warns, with a reason each. @throws Error for one without a reason */
export function accepted(document: Conversion, reasons: readonly [RegExp, string][]): Conversion {
  const next = structuredClone(document);
  for (const { id, verdict, sentence } of assessAll(next).findings) {
    if (verdict !== 'warn' && verdict !== 'stop') continue;
    const reason = reasons.find(([about]) => about.test(id))?.[1];
    if (reason === undefined) throw new Error(`No reason to accept ${id}: ${sentence}`);
    next.accepted[id] = { reason, verdict };
  }
  return next;
}
