import { put, section, type ValidationIssue } from '../../form';
import {
  form,
  type BurnIn,
  type CheckSeen,
  type Evidence,
  type LeakTest,
  type Loudness,
  type Proof,
  type Scores,
  type SignOff,
  type Speed,
} from './form';

export { CHANNELS, type ChannelKind } from './form';
export type {
  BurnIn,
  CheckSeen,
  Evidence,
  LeakTest,
  Loudness,
  MeasuredPart,
  Proof,
  Scores,
  SignOff,
  Speed,
} from './form';

export interface ProofSeen {
  proof: Proof;
}

/** The ways to write down what was proven. */
export type ProofChange =
  | { type: 'setCheck'; check: string; name: string; seen: CheckSeen | null }
  | { type: 'setRun'; id: string; run: BurnIn | null }
  | { type: 'setLoudness'; id: string; loudness: Loudness | null }
  | { type: 'setSpeed'; id: string; speed: Speed | null }
  | { type: 'setScores'; id: string; scores: Scores | null }
  | { type: 'setLeak'; id: string; leak: LeakTest | null }
  | { type: 'setEvidence'; target: string; name: string; evidence: Evidence | null }
  | { type: 'signOff'; signed: SignOff | null };

export const proofSection = section<'proof', Proof, ProofSeen, ProofChange>({
  key: 'proof',
  form,
  empty: () => ({ checks: {}, runs: {}, noises: {}, speeds: {}, scores: {}, leaks: {}, evidence: {} }),
  rules,
  changes: {
    setCheck: {
      alter: ({ proof }, { check, seen }) => put(proof.checks, check, seen),
      words: (_document, { name, seen }) => (seen ? `${seen.result}: ${name}` : `not looked at: ${name}`),
    },
    setRun: {
      alter: ({ proof }, { id, run }) => put(proof.runs, id, run),
      words: ({ proof }, { id, run }) => (run ? `burn-in: ${run.name}` : `delete ${proof.runs[id]?.name ?? id}`),
    },
    setLoudness: {
      alter: ({ proof }, { id, loudness }) => put(proof.noises, id, loudness),
      words: (_document, { loudness }) => (loudness ? `noise: ${loudness.name}` : 'delete a noise reading'),
    },
    setSpeed: {
      alter: ({ proof }, { id, speed }) => put(proof.speeds, id, speed),
      words: (_document, { speed }) => (speed ? `${speed.link}: ${speed.rate} MB/s` : 'delete a throughput'),
    },
    setScores: {
      alter: ({ proof }, { id, scores }) => put(proof.scores, id, scores),
      words: (_document, { scores }) => (scores ? `scores: ${scores.test}` : 'delete scores'),
    },
    setLeak: {
      alter: ({ proof }, { id, leak }) => put(proof.leaks, id, leak),
      words: (_document, { leak }) => (leak ? `leak test, ${leak.hours} h` : 'delete a leak test'),
    },
    setEvidence: {
      alter: ({ proof }, { target, evidence }) => put(proof.evidence, target, evidence),
      words: (_document, { name, evidence }) => (evidence ? `evidence: ${name}` : `no evidence: ${name}`),
    },
    signOff: {
      alter: ({ proof }, { signed }) => put(proof, 'signed', signed),
      words: (_document, { signed }) => (signed ? `signed off by ${signed.by}` : 'not signed off'),
    },
  },
  entities: ({ runs, noises, speeds, scores, leaks }) => ({
    run: runs,
    reading: { ...noises, ...speeds, ...scores, ...leaks },
  }),
  removeReferences: ({ proof }, { kind, id }) => {
    if (kind === 'target') delete proof.evidence[id];
    // The curve of a part that is gone stays, under its own name.
    if (kind === 'part')
      for (const run of Object.values(proof.runs)) {
        delete run.parts[id];
        for (const channel of run.trace.channels) if (channel.part === id) delete channel.part;
      }
    if (kind === 'link')
      for (const [key, { link }] of Object.entries(proof.speeds)) if (link === id) delete proof.speeds[key];
  },
});

function rules({ proof }: ProofSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  for (const [id, { trace }] of Object.entries(proof.runs)) {
    for (const [k, { values, column }] of trace.channels.entries())
      if (values.length !== trace.time.length)
        validationIssues.push({
          path: `/proof/runs/${id}/trace/channels/${k}`,
          message: `“${column}” has ${values.length} readings and ${trace.time.length} moments.`,
        });
    if (trace.time.some((t, i) => i > 0 && t < trace.time[i - 1]!))
      validationIssues.push({ path: `/proof/runs/${id}/trace/time`, message: 'Its time runs backwards.' });
  }
  return validationIssues;
}
