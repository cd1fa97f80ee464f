import { applyChange, complaintsAfter, type Change, type Conversion } from '../document';
import { RANK, type Finding } from '../findings';
import { assessAll } from './assessAll';

/** What a change would do to the findings. */
export interface Effect {
  document: Conversion;
  /** Findings that go away or get milder, and those that come or get worse. */
  better: string[];
  worse: string[];
}

/** Tries a change on the plan without making it. @throws Error when the result is not a valid document. */
export function effectOf(document: Conversion, change: Change): Effect {
  const { document: next, operations } = applyChange(document, change);
  const [complaint] = complaintsAfter(next, operations);
  if (complaint) throw new Error(complaint.message);
  const before = openOf(assessAll(document).findings);
  const after = openOf(assessAll(next).findings);
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
  new Map(findings.filter((f) => RANK[f.verdict] < 3 && f.accepted === undefined).map((f) => [f.id, f]));
