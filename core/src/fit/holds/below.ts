import type { Assembly, PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import { meeting, undersideOf, type Met } from '../../hold';

/** As far down as it is looked for something to stand on, mm. */
const DEEP = 2000;

/** What is nearest under a part, anywhere under it: what it would come to stand on if it were let down. */
export function belowOf(document: Conversion, assembly: Assembly, part: PlacedPart): Met | undefined {
  const not = new Set(
    assembly.parts.filter((p) => p.placement.with === part.id || p.pluggedInto === part.id).map((p) => p.id),
  );
  const meet = meeting({ document, assembly, part, not }, 'bottom', DEEP);
  return undersideOf(part)
    .flatMap((p) => meet(p) ?? [])
    .reduce<Met | undefined>((best, met) => (best && best.distance <= met.distance ? best : met), undefined);
}
