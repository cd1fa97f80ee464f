import { thermalOf } from '../air';
import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { assessPower } from '../power';
import { acceptanceOf, markOfPlan, type Accepted } from './acceptance';
import { checksOf, type LookedAt } from './checks/all';

export interface ProofReport {
  checks: LookedAt[];
  lost: string[];
  acceptance: Accepted[];
  /** °C that each part stands, where it is known. */
  limits: Record<string, number>;
  /** The plan has changed since it was signed off. */
  signedBefore: boolean;
}

/** Is it safe to switch on, does it hold, does it keep what was promised? Pure. */
export function proofReport(document: Conversion, assembly: Assembly): ProofReport {
  const { checks, lost } = checksOf(document, assembly, assessPower(document, assembly).report);
  const limits: Record<string, number> = {};
  for (const [id, part] of Object.entries(document.kit.parts)) {
    const thermal = thermalOf(part, document.air.thermal[id]);
    if (thermal) limits[id] = thermal.limit;
  }
  return {
    checks,
    lost,
    acceptance: acceptanceOf(document),
    limits,
    signedBefore: document.proof.signed !== undefined && document.proof.signed.of !== markOfPlan(document),
  };
}
