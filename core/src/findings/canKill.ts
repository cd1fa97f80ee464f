import type { Finding } from './finding';

/** Mains, high voltage, stored charge, and power before it was looked at. */
const DEADLY =
  /^(power\/(fuse|poles|separate|strain|earth|decoration|discharge)(\/|$)|panel\/mains\/|proof\/(early$|bad\/))/;
/** What is over its rating burns, and what was found in an old shell may poison: only where it stops. */
const BURNS = /^(power\/(wire|plug|chain)|shell\/hazard)\//;

/** Is it about what can kill or burn? Nobody lives with that by a click: the measure, or somebody who answers for it. */
export const canKill = ({ id, verdict }: Pick<Finding, 'id' | 'verdict'>): boolean =>
  verdict === 'stop' ? DEADLY.test(id) || BURNS.test(id) : verdict === 'warn' && DEADLY.test(id);
