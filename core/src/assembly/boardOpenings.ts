import type { BoardOpening, Shell } from '../document';
import { axisOf, DIRECTIONS, opposite, signOf, type Axis, type Direction, type Vec3 } from '../solid';
import { bodyOwner, type Drawer } from './drawers';
import type { Solid } from './placed';

/** An opening in a board of a drawer, in the axes of the shell. */
export interface OpeningInBoard {
  /** `drawer-1/2`: its body and its number there. */
  id: string;
  body: string;
  board: Solid;
  opening: BoardOpening;
  /** From inside the drawer through the board. */
  direction: Direction;
  /** The box that is cut out of the board. */
  low: Vec3;
  high: Vec3;
  /** mm². */
  area: number;
  /** How far it reaches over the edge of its board, mm; 0 or less: it does not. */
  over: number;
}

/** The axes of a plate seen from a side of the shell: to the right and up, and whether the first runs backwards. */
export const PLATE_AXES: Readonly<Record<Direction, { u: Axis; v: Axis; back: boolean }>> = {
  top: { u: 0, v: 1, back: false },
  bottom: { u: 0, v: 1, back: true },
  front: { u: 0, v: 2, back: false },
  rear: { u: 0, v: 2, back: true },
  right: { u: 1, v: 2, back: false },
  left: { u: 1, v: 2, back: true },
};

/** The openings that were put into the boards of drawers, those whose board is there. */
export function boardOpenings(
  { bodies }: Pick<Shell, 'bodies'>,
  drawers: Readonly<Record<string, Drawer>>,
): OpeningInBoard[] {
  return Object.entries(drawers).flatMap(([body, { block, boards }]) => {
    const motion = bodies[body]?.motion;
    const openings = motion?.kind === 'slide' ? (motion.openings ?? []) : [];
    return openings.flatMap((opening, i): OpeningInBoard[] => {
      const board = boards.find((b) => b.id === `${bodyOwner(body)}/${opening.board}`);
      if (!board) return [];
      const direction = outOf(block, board);
      const { u, v, back } = PLATE_AXES[opposite(direction)];
      const { shape } = opening;
      const round = shape.kind === 'round';
      const half = round
        ? [shape.diameter.value / 2, shape.diameter.value / 2]
        : [shape.width.value / 2, shape.height.value / 2];
      const [low, high]: [Vec3, Vec3] = [[...board.shape.low], [...board.shape.high]];
      const middle = [back ? high[u] - opening.u.value : low[u] + opening.u.value, low[v] + opening.v.value];
      const over = Math.max(
        ...[u, v].flatMap((axis, k) => [low[axis] - middle[k]! + half[k]!, middle[k]! + half[k]! - high[axis]]),
      );
      for (const [k, axis] of [u, v].entries())
        [low[axis], high[axis]] = [middle[k]! - half[k]!, middle[k]! + half[k]!];
      const area = round ? Math.PI * half[0]! ** 2 : 4 * half[0]! * half[1]!;
      return [{ id: `${body}/${i + 1}`, body, board, opening, direction, low, high, area, over }];
    });
  });
}

/** The way from inside a drawer through one of its boards: across the board, to the end of the drawer that it is nearer to. */
function outOf(block: Solid, { shape }: Solid): Direction {
  const sizes = [0, 1, 2].map((k) => shape.high[k]! - shape.low[k]!);
  const axis = sizes.indexOf(Math.min(...sizes)) as Axis;
  const middle = (shape.low[axis] + shape.high[axis]) / 2;
  const high = middle > (block.shape.low[axis] + block.shape.high[axis]) / 2;
  const ways = Object.keys(DIRECTIONS) as Direction[];
  return ways.find((d) => axisOf(d) === axis && signOf(d) > 0 === high) ?? 'bottom';
}
