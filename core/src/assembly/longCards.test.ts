import { expect, it } from 'vitest';
import { connectorsOf, partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { placePart, type PlacedPart } from './placed';
import { pluggedIn, socketPlacement } from './slots';

it.each(['board/atx', 'board/micro-atx'])(
  'a card longer than %s is deep goes into its slot: no socket stands up before it',
  (key) => {
    const board = partFrom(standardPart(key)!, 'board-1');
    const card = partFrom(standardPart('card/full-length-2')!, 'card-1');
    const long = { ...card, dimensions: { ...card.dimensions, length: measured(267) } };
    const placed = placePart('board-1', board, { x: 60, y: 60, z: 20, rear: 'rear', top: 'top', locked: false });
    const at = socketPlacement(placed, 'card-1', long)!;
    const [one, other] = pluggedIn([placed, placePart('card-1', long, at)]) as [PlacedPart, PlacedPart];
    expect(other.pluggedInto).toBe('board-1');
    for (const a of one.solids)
      for (const b of other.solids) {
        if (a.role === 'air' || b.role === 'air' || (a.role !== 'body' && b.role !== 'body')) continue;
        const deep = Math.min(
          ...[0, 1, 2].map(
            (i) => Math.min(a.shape.high[i]!, b.shape.high[i]!) - Math.max(a.shape.low[i]!, b.shape.low[i]!),
          ),
        );
        expect(deep, `${a.name} in ${b.name}`).toBeLessThan(0.01);
      }
    // Its data plug goes out to the front.
    expect(connectorsOf('board-1', board).find((c) => c.id === 'data')).toMatchObject({ direction: 'front' });
  },
);
