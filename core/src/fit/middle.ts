import { hullModel, turnedSize } from '../assembly';
import type { Conversion, Placement } from '../document';
import { turnOf } from '../solid';

/** A place to start from by hand: upright, on the floor in the middle of the room, whatever stands there. */
export function middleFor({ shell, kit }: Conversion, id: string): Placement {
  const upright = { rear: 'rear', top: 'top' } as const;
  const size = turnedSize(id, kit.parts[id]!, turnOf(upright));
  const { innerLow, innerHigh } = hullModel(shell);
  const middle = (i: 0 | 1) => Math.round((innerLow[i] + innerHigh[i] - size[i]) / 2);
  return { x: middle(0), y: middle(1), z: innerLow[2], locked: false, ...upright };
}
