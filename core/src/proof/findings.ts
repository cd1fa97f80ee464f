import type { BurnIn, Conversion } from '../document';
import { teller, type Finding } from '../findings';
import type { Source } from '../quantity';
import { predictedFor } from './burn/predict';
import type { ProofReport } from './report';

const READ: Source = { kind: 'chosen', title: 'measured in the burn-in' };
const MODEL: Source = { kind: 'computed', title: 'network of the air, and thermal resistance of the part' };

const newestOf = (runs: readonly [string, BurnIn][]) =>
  runs.reduce<[string, BurnIn] | undefined>(
    (best, r) => (best === undefined || r[1].on >= best[1].on ? r : best),
    undefined,
  );

/** What is not proven yet, and what failed. Pure. */
export function proofFindings(document: Conversion, report: ProofReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller('proof', findings);
  const { checks, acceptance, limits } = report;
  const { proof, kit } = document;
  const nameOf = (part: string) => kit.parts[part]?.name ?? part;
  for (const check of checks) {
    if (check.state === 'bad') {
      const fault = check.faults[0];
      say(
        `bad/${check.id.replaceAll('.', '-')}`,
        check.gate ? 'stop' : 'warn',
        `“${check.name}” was not as it has to be${check.seen?.value === undefined ? '' : ` (${check.seen.value} ${check.expect?.unit ?? ''})`}.${check.gate ? ' Nothing is switched on until it is.' : ''}${fault ? ` Perhaps ${fault.then}; ${fault.look}.` : ''}`,
        check.name,
        [],
        check.about ? [check.about] : [],
      );
    }
    if (check.touched)
      say(
        `again/${check.id.replaceAll('.', '-')}`,
        'warn',
        `“${check.name}” was looked at, and the plan has changed since: look again.`,
        `${check.name} again`,
        [],
        check.about ? [check.about] : [],
      );
  }
  const early = checks.find(
    (c) =>
      c.group === 'first power' && c.state === 'good' && c.waitsFor.some((w) => checks.find((o) => o.id === w)?.gate),
  );
  if (early) {
    const first = checks.find((c) => early.waitsFor.includes(c.id))!;
    say(
      'early',
      'stop',
      `It was switched on (“${early.name}”) before “${first.name}” was looked at. Off, plug out, and look.`,
      'on too early',
    );
  }
  const runs = Object.entries(proof.runs);
  for (const [id, run] of runs) {
    for (const [part, seen] of Object.entries(run.parts)) {
      if (!(part in kit.parts)) continue;
      const limit = limits[part];
      if (seen.throttled !== undefined && seen.throttled > 0)
        say(
          `throttled/${id}-${part}`,
          'warn',
          `${nameOf(part)} held back for ${(100 * seen.throttled).toFixed(0)} % of ${run.name}, down to ${(100 * (seen.down ?? 1)).toFixed(0)} %: it is too warm there for what it can do.`,
          `${nameOf(part)} throttles`,
          [{ label: 'hottest', value: seen.highest, unit: '°C', source: READ }],
          [{ kind: 'part', id: part }],
        );
      else if (limit !== undefined && seen.highest > limit)
        say(
          `over/${id}-${part}`,
          'warn',
          `${nameOf(part)} reached ${seen.highest.toFixed(0)} °C in ${run.name}; it stands ${limit.toFixed(0)}.`,
          `${nameOf(part)} ${seen.highest.toFixed(0)} °C`,
          [{ label: 'hottest', value: seen.highest, unit: '°C', source: READ }],
          [{ kind: 'part', id: part }],
        );
    }
    const moving = Object.entries(run.parts).filter(([, p]) => !p.steady);
    if (moving.length > 0) {
      const [part, worst] = moving.reduce((a, b) => (Math.abs(b[1].slope) > Math.abs(a[1].slope) ? b : a));
      const end =
        worst.end === undefined || (worst.endDoubt ?? Infinity) > 10
          ? ''
          : ` It would have ended near ${(run.ambient + worst.end).toFixed(0)} ± ${Math.max(1, worst.endDoubt ?? 1).toFixed(0)} °C.`;
      say(
        `short/${id}`,
        'note',
        `${run.name} ended before ${nameOf(part)} was level (${worst.slope >= 0 ? '+' : '−'}${Math.abs(worst.slope).toFixed(2)} K a minute).${end}`,
        `${run.name}: not level`,
      );
    }
  }
  for (const row of acceptance.filter((a) => a.state === 'not met'))
    say(
      `target/${row.id}`,
      'warn',
      `${row.label}: ${row.value === undefined ? 'not met' : `${row.value.toFixed(1)} ${row.unit}`}, and the brief wants ${row.target.limit} ${row.unit}.${row.words ? ` (${row.words})` : ''}`,
      `${row.label} not met`,
      [],
      [{ kind: 'target', id: row.id }],
    );
  if (report.signedBefore)
    say(
      'signed',
      'warn',
      'It was signed off, and the plan has changed since: what was proven is another machine.',
      'changed since signed',
    );
  const simulated =
    proof.signed !== undefined &&
    [...Object.values(proof.runs), ...Object.values(proof.noises), ...Object.values(proof.checks)].filter(
      (r) => r.simulated,
    ).length;
  if (simulated)
    say(
      'simulated',
      'note',
      `${simulated} ${simulated === 1 ? 'reading that it rests on is' : 'readings that it rests on are'} simulated: of a real machine they prove nothing.`,
      `${simulated} simulated`,
    );
  if (checks.length === 0) return findings;
  const open = checks.filter((c) => c.state === 'open');
  const gates = open.filter((c) => c.gate && (c.group === 'before power' || c.group === 'liquid'));
  const ok = open.length === 0 && acceptance.every((a) => a.state === 'met') && runs.length > 0;
  if (ok && proof.signed && !report.signedBefore && !findings.some((f) => f.verdict === 'warn' || f.verdict === 'stop'))
    say(
      'done',
      // What was never run on the machine itself is no proof of it.
      simulated ? 'note' : 'good',
      `${simulated ? 'Complete, but on simulated readings' : 'Proven'}: ${checks.length} checks, ${runs.length} ${runs.length === 1 ? 'burn-in' : 'burn-ins'}, every target met; signed off by ${proof.signed.by} on ${proof.signed.on}.`,
      simulated ? 'complete, simulated' : 'proven',
    );
  else
    say(
      'open',
      'note',
      gates.length > 0
        ? `${gates.length} checks come before the plug goes in. Next: ${gates[0]!.name}.`
        : open.length > 0
          ? `${open.length} checks are left. Next: ${open[0]!.name}.`
          : runs.length === 0
            ? 'All is looked at; a burn-in with the lid closed is left.'
            : acceptance.some((a) => a.state === 'open')
              ? `${acceptance.filter((a) => a.state === 'open').length} targets of the brief have no evidence yet.`
              : 'All is looked at and run; it can be signed off.',
      open.length > 0 ? `${open.length} to check` : 'nearly proven',
    );
  return findings;
}

/** Where the model says other than the newest sound burn-in. It computes the air twice: not for every move. */
export function modelFindings(document: Conversion): Finding[] {
  const findings: Finding[] = [];
  const say = teller('proof', findings);
  const runs = Object.entries(document.proof.runs);
  const last = newestOf(runs.filter(([, r]) => r.lid === 'closed' && Object.values(r.parts).some((p) => p.steady)));
  if (last) {
    const [id, run] = last;
    const { parts } = predictedFor(document, run);
    for (const p of parts.filter((o) => o.steady && !o.within))
      say(
        `off/${id}-${p.part}`,
        'note',
        `${p.name} was ${p.measured.toFixed(0)} °C in ${run.name}; the model says ${p.predicted.toFixed(0)} ± ${p.doubt.toFixed(0)}. Correct the model by this run, and all stations reckon with it.`,
        `${p.name}: model off`,
        [
          { label: 'measured', value: p.measured, unit: '°C', source: READ, worse: 'more' },
          { label: 'computed', value: p.predicted, unit: '°C', source: MODEL },
        ],
        [{ kind: 'part', id: p.part }],
        true,
      );
  }
  return findings;
}
