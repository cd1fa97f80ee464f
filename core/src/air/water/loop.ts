import type { Conversion } from '../../document';
import { kindOf } from '../../parts';

/** A loop of water as the plan has it: what it cools and what cools it, in the order in which it runs. */
export interface WaterLoop {
  order: string[];
  blocks: string[];
  radiators: string[];
}

/** Of a part’s heat, what a block on it takes over. Common practice, no source. */
export const TAKEN = { board: 0.75, card: 0.9, other: 0.8 } as const;

/** The loop of a plan with the parts that are in the shell; undefined without one. */
export function loopOf({ air, kit, layout }: Pick<Conversion, 'air' | 'kit' | 'layout'>): WaterLoop | undefined {
  if (!air.loop) return undefined;
  const order = air.loop.order.filter((id) => id in kit.parts && id in layout.placements);
  const kind = (id: string) => kindOf(kit.parts[id]!);
  return {
    order,
    blocks: order.filter((id) => kind(id) !== 'radiator'),
    radiators: order.filter((id) => kind(id) === 'radiator'),
  };
}

/** The share of a part’s heat that its block takes over. */
export function takenShare({ kit }: Pick<Conversion, 'kit'>, part: string): number {
  const kind = kindOf(kit.parts[part]!);
  return kind === 'board' ? TAKEN.board : kind === 'card' ? TAKEN.card : TAKEN.other;
}
