import type { Assembly } from '../assembly';
import type { Watch } from '../station';
import { judge } from './judge';
import { marginsOf } from './margins';

/** Margins that are looked at. */
const TIGHTEST = 40;
/** A margin this far from zero, in half-widths, can no longer fail. */
const SURE = 3;

/** The tight margins: those whose sign is not sure yet count most. */
export const marginWatches = (assembly: Assembly): Watch[] =>
  marginsOf(assembly)
    .slice(0, TIGHTEST)
    .map((m) => judge(assembly, m))
    .filter((m) => m.spread.half95 > 0)
    .map((m) => {
      const sure = Math.abs(m.chain.value) / m.spread.half95;
      return {
        name: `how ${partName(assembly, m.part)} clears ${otherName(assembly, m)}`,
        chain: m.chain,
        weight: sure > SURE ? 0.02 : 1 / (0.2 + sure) ** 2,
      };
    });

const partName = ({ parts }: Assembly, id: string) => parts.find((p) => p.id === id)?.part.name ?? id;

function otherName(assembly: Assembly, { other }: ReturnType<typeof judge>): string {
  if (other.kind === 'part') return partName(assembly, other.id);
  if (other.kind === 'feature') return assembly.features.find((f) => f.owner === other.id)?.name ?? other.id;
  return `the ${other.id} wall`;
}
