import type { Assembly, PlacedPart } from '../../assembly';
import type { Conversion, State } from '../../document';
import { drawOf, kindOf } from '../../parts';
import { budgetOf, carriedBy, ratingOf } from '../../power';
import { DC_BOARD_EFFICIENCY, efficiencyAt } from '../../standards';
import type { Zones } from './zones';

/** Heat that a part sets free, and where. */
export interface PartHeat {
  part: string;
  name: string;
  watts: number;
  /** Shares by zone. */
  zones: readonly (readonly [zone: number, share: number])[];
}

/** Air so far around a body takes its heat, mm. */
const AROUND = 12;
/** Of a board’s heat, what leaves at the cooler. Common practice, no source. */
const AT_COOLER = 0.75;

export const drawn = (document: Conversion, id: string, state: State): number => {
  const draw = drawOf(document.kit.parts[id]!);
  return state === 'full' ? draw.peak : draw[state];
};

/** Heat of every part that is in the shell; of supplies what they lose. */
export function heatsOf(document: Conversion, assembly: Assembly, zones: Zones, state: State): PartHeat[] {
  const inside = assembly.parts.map((p) => p.id);
  const total = inside.reduce((sum, id) => sum + drawn(document, id, state), 0);
  const supplies = assembly.parts.filter((p) => kindOf(p.part) === 'supply');
  const bricks = assembly.parts.filter((p) => kindOf(p.part) === 'brick');
  const share = supplies.length > 0 ? lossesOf(document, assembly, state) : undefined;
  return assembly.parts.flatMap((placed): PartHeat[] => {
    const kind = kindOf(placed.part);
    const own = drawn(document, placed.id, state);
    const lost =
      kind === 'supply'
        ? (share?.get(placed.id) ?? 0)
        : kind === 'brick' && supplies.length === 0
          ? (total / bricks.length) * (1 / DC_BOARD_EFFICIENCY - 1)
          : 0;
    const watts = own + lost;
    if (watts <= 0) return [];
    return [{ part: placed.id, name: placed.part.name, watts, zones: sharesOf(placed, zones) }];
  });
}

/** W that each supply loses: what hangs on it of the parts that are in the shell, at its own share of its rating. */
function lossesOf(document: Conversion, assembly: Assembly, state: State): Map<string, number> {
  const supplies = Object.keys(document.kit.parts).filter((id) => kindOf(document.kit.parts[id]!) === 'supply');
  const budget = budgetOf(document);
  const inside = new Set(assembly.parts.map((p) => p.id));
  const whole = carriedBy(document, assembly, budget, supplies);
  const now = carriedBy(document, assembly, { parts: budget.parts.filter((p) => inside.has(p.part)) }, supplies);
  return new Map(
    supplies.map((id) => {
      const watts = now.get(id)!.loads[state === 'full' ? 'peak' : state].total;
      const rating = ratingOf(document, id, whole.get(id)!.loads);
      return [id, watts > 0 ? watts * (1 / efficiencyAt(watts / rating) - 1) : 0];
    }),
  );
}

/** How the air around a part is spread over the zones. */
export function sharesOf(placed: PlacedPart, { zones }: Zones): PartHeat['zones'] {
  const weights = new Map<number, number>();
  const bodies = placed.solids.filter((s) => s.role === 'body' && !s.outside);
  const cooler = kindOf(placed.part) === 'board' && bodies.some((b) => b.id.endsWith('/cooler'));
  for (const body of bodies) {
    const weight = !cooler ? 1 : body.id.endsWith('/cooler') ? AT_COOLER : (1 - AT_COOLER) / (bodies.length - 1);
    const { low, high } = body.shape;
    const shares = zones.map((zone) => {
      let volume = 1;
      for (let i = 0; i < 3; i++)
        volume *= Math.max(0, Math.min(zone.high[i]!, high[i]! + AROUND) - Math.max(zone.low[i]!, low[i]! - AROUND));
      return volume;
    });
    const all = shares.reduce((a, b) => a + b, 0);
    const size = cooler ? 1 : (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
    if (all > 0)
      shares.forEach(
        (s, i) => s > 0 && weights.set(zones[i]!.id, (weights.get(zones[i]!.id) ?? 0) + (weight * size * s) / all),
      );
  }
  const sum = [...weights.values()].reduce((a, b) => a + b, 0);
  return [...weights].map(([zone, w]) => [zone, w / sum] as const).sort((a, b) => b[1] - a[1]);
}
