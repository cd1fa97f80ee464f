import type { Assembly } from '../../assembly';
import type { CheckSeen, Conversion } from '../../document';
import type { PowerReport } from '../../power';
import { panelReport } from '../../panel';
import { hashToUnit } from '../../quantity';
import { beforePower } from './beforePower';
import { bringUp } from './bringUp';
import { judgeReading, type Check } from './check';
import { firstPower } from './firstPower';
import { liquidChecks } from './liquid';

/** A check with what was seen. */
export interface LookedAt extends Check {
  seen?: CheckSeen;
  /** Seen, but the plan has changed since. */
  touched: boolean;
  /** Checks before it that are not good yet. */
  waitsFor: string[];
  /** As it counts now: what was said, unless its figure says otherwise. */
  state: 'open' | 'good' | 'bad' | 'not here';
}

/** What a check rests on, short. */
export const markOfCheck = (check: Pick<Check, 'of'>): string =>
  Math.floor(hashToUnit(check.of) * 2 ** 32).toString(36);

/** All checks of a plan in their order, with what was seen; and what was seen of what is gone. Pure. */
export function checksOf(
  document: Conversion,
  assembly: Assembly,
  power: PowerReport,
): { checks: LookedAt[]; lost: string[] } {
  const { matched } = panelReport(document, assembly);
  const before = beforePower(document, assembly, power, matched);
  const liquid = liquidChecks(document, assembly);
  const gates = [...before, ...liquid].filter((c) => c.gate).map((c) => c.id);
  const all = [
    ...before,
    ...liquid,
    ...firstPower(document, assembly, power, matched, gates),
    ...bringUp(document, assembly, matched),
  ];
  const known = new Set(all.map((c) => c.id));
  const { checks } = document.proof;
  const stateOf = (check: Check): LookedAt['state'] => {
    const seen = checks[check.id];
    if (!seen) return 'open';
    if (seen.result === 'not here') return 'not here';
    // A figure outside is bad, whatever was said.
    return judgeReading(check, seen.value) === 'bad' ? 'bad' : seen.result;
  };
  const states = new Map(all.map((c) => [c.id, stateOf(c)]));
  return {
    checks: all.map((check) => {
      const seen = checks[check.id];
      const made: LookedAt = {
        ...check,
        after: check.after.filter((id) => known.has(id)),
        touched: seen !== undefined && seen.of !== '' && seen.of !== markOfCheck(check),
        waitsFor: check.after.filter((id) => known.has(id) && !['good', 'not here'].includes(states.get(id)!)),
        state: states.get(check.id)!,
      };
      if (seen) made.seen = seen;
      return made;
    }),
    lost: Object.keys(checks).filter((id) => !known.has(id)),
  };
}
