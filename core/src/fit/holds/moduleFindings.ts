import type { Assembly, PlacedPart } from '../../assembly';
import type { Finding } from '../../findings';
import { axisOf, centreOf, opposite, signOf } from '../../solid';

/** So far over a module something stands in the way of a screwdriver and two fingers, mm. Common practice, no source. */
const HAND = 60;

/** Modules in the sockets of their boards that are not reached any more: from under the board, and what lies over them. */
export function moduleFindings({ parts }: Assembly): Finding[] {
  return parts.flatMap((part): Finding[] => {
    const board = parts.find((p) => p.id === part.pluggedInto);
    if (!board || part.plug?.into !== 'M.2 socket') return [];
    const { name } = part.part;
    const say = (sentence: string, brief: string, other: PlacedPart): Finding[] => [
      {
        id: `fit/covered/${part.id}`,
        station: 'fit',
        verdict: 'note',
        sentence,
        brief,
        figures: [],
        about: [
          { kind: 'part', id: part.id },
          { kind: 'part', id: other.id },
        ],
      },
    ];
    if (part.pluggedOut === opposite(board.placement.top))
      return say(
        `${name} sits under ${board.part.name}: plug it in before the board is screwed down. To swap it later the board comes out.`,
        `${name} under the board`,
        board,
      );
    const over = parts.find((p) => p !== part && p !== board && covers(part, p));
    return over
      ? say(
          `${name} lies under ${over.part.name}, which comes out before ${name} can be swapped.`,
          `${name} under ${over.part.name}`,
          over,
        )
      : [];
  });
}

/** Does something of another part stand within a hand's reach over the middle of a module, the way it comes out? */
function covers(module: PlacedPart, other: PlacedPart): boolean {
  const out = module.pluggedOut!;
  const [axis, sign] = [axisOf(out), signOf(out)];
  const from = sign > 0 ? module.high[axis] : module.low[axis];
  const middle = centreOf({ low: module.low, high: module.high });
  return other.solids.some(({ role, outside, shape: { low, high } }) => {
    if ((role !== 'body' && role !== 'mount') || outside) return false;
    const gap = sign * ((sign > 0 ? low : high)[axis] - from);
    return (
      gap > -1 &&
      gap < HAND &&
      ([0, 1, 2] as const).every((i) => i === axis || (low[i] <= middle[i] && high[i] >= middle[i]))
    );
  });
}
