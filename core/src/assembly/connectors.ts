import { connectorsOf, type Connector } from '../parts';
import { axisOf, DIRECTIONS, turnDirection, type Direction, type Vec3 } from '../solid';
import type { PlacedPart } from './placed';

/** A connector in the shell. */
export interface PlacedConnector extends Omit<Connector, 'at' | 'block'> {
  part: string;
  at: Vec3;
  direction: Direction;
}

const cache = new WeakMap<PlacedPart, PlacedConnector[]>();

/** Where a placed part's cables begin or end, in shell coordinates. */
export function placedConnectors(placed: PlacedPart): PlacedConnector[] {
  const known = cache.get(placed);
  if (known) return known;
  const solidOf = (block: string) => placed.solids.find((s) => s.id === `${placed.id}/${block}`);
  // A card in a slot has no riser's plug.
  const there = connectorsOf(placed.id, placed.part).filter(({ block }) => solidOf(block));
  const connectors = there.map(({ block, at, ...connector }): PlacedConnector => {
    const solid = solidOf(block)!;
    const box = solid.straight ?? solid.shape;
    const point: Vec3 = [0, 0, 0];
    for (let i = 0; i < 3; i++) {
      const axis = placed.turn.axis[i]!;
      const share = placed.turn.sign[i]! > 0 ? at[i]! : 1 - at[i]!;
      point[axis] = box.low[axis] + share * (box.high[axis] - box.low[axis]);
    }
    return {
      ...connector,
      part: placed.id,
      at: placed.tilted(point),
      direction: turnDirection(placed.turn, connector.direction),
    };
  });
  cache.set(placed, connectors);
  return connectors;
}

/** The end of a connector's plug, where its cable may bend. */
export function plugEnd({ at, direction, straight }: PlacedConnector): Vec3 {
  const end: Vec3 = [...at];
  const axis = axisOf(direction);
  end[axis] += DIRECTIONS[direction][axis]! * straight;
  return end;
}
