import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Assessed } from '../station';
import { proofFindings } from './findings';
import { proofReport, type ProofReport } from './report';

/** Is it safe to switch on, does it hold its temperature, what was learnt? Pure. */
export function assessProof(document: Conversion, assembly: Assembly): Assessed<ProofReport> {
  const report = proofReport(document, assembly);
  return { report, findings: proofFindings(document, report), rest: 'nothing to prove yet' };
}
