import { AIR_ROOM, SLOT_PITCH } from '../standards';
import { add, airBlock, box, point, rectangleCut, scale, shift, zero, type Dimensions } from './build';
import type { Block, PartModel } from './model';

/** Clearance under the slot edge to the foot of the bracket, and the bracket's sheet; mm (practice). */
const BRACKET_BELOW = 4;
const BRACKET_SHEET = 1;

/** From the free end of the bracket's last slot to the middle of the card's board, mm (card specification, from memory). */
const BRACKET_TO_BOARD = 3.5;

/**
 * Only its slot edge reaches down into the slot: everything else of a card ends so high over it, and that edge lies between
 * these from the bracket, mm (card specification, edge connector of 16 lanes; from memory).
 */
const TONGUE = 8.25;
const TONGUE_FROM = { rear: 46, front: 134 } as const;

/** Slots that a card of this thickness fills. */
const slotsOf = (thickness: number) => Math.max(1, Math.ceil((thickness - 0.5) / SLOT_PITCH.value));

/**
 * A card standing on its slot edge: bracket to the rear, slot edge down, fans to the left, power plug at
 * the top near the front.
 */
export function cardModel(d: Dimensions): PartModel {
  const length = d.at('length');
  const height = d.at('height');
  const thickness = d.at('thickness');
  const slots = slotsOf(thickness.value);
  const [l, h, t] = [length.value, height.value, thickness.value];
  const bracket = d.at('bracketHeight');
  const board = slots * SLOT_PITCH.value - 2 - BRACKET_TO_BOARD;
  const blocks: Block[] = [
    box('cooler', 'card', 'body', point(0, 0, Math.min(TONGUE, h / 4)), point(thickness, length, height), {
      conducts: 'live',
    }),
    box(
      'edge',
      'slot edge',
      'body',
      point(board - 1, l - TONGUE_FROM.front, 0),
      point(board + 1, l - TONGUE_FROM.rear, Math.min(TONGUE, h / 4)),
      { conducts: 'live' },
    ),
    box(
      'bracket',
      'bracket',
      'body',
      point(0, length, -BRACKET_BELOW),
      point(slots * SLOT_PITCH.value - 2, shift(length, BRACKET_SHEET), shift(bracket, -BRACKET_BELOW)),
      {
        conducts: 'metal',
        contact: ['rear'],
      },
    ),
    box(
      'riser',
      'riser plug and its bend',
      'plug room',
      point(t - 10, l - 140, scale(d.at('riserRoom'), -1)),
      point(t, l - 50, 0),
    ),
    box(
      'picture-plugs',
      'picture plugs',
      'plug room',
      point(4, shift(length, BRACKET_SHEET), 15),
      point(t - 4, add(shift(length, BRACKET_SHEET), d.at('socketRoom')), 95),
      {
        outside: true,
      },
    ),
  ];
  if (slots > 1)
    blocks.push(
      airBlock(
        'fan-air',
        'air at the card’s fans',
        point(-AIR_ROOM.wanted, l * 0.08, h * 0.08),
        point(zero, l * 0.92, h * 0.92),
        'left',
      ),
    );
  if (d.number('plugRoom') > 0)
    blocks.push(
      box(
        'power-plug',
        'power plug and its bend',
        'plug room',
        point(t / 2 - 10, l * 0.12, height),
        point(t / 2 + 10, l * 0.12 + 45, add(height, d.at('plugRoom'))),
      ),
    );
  return {
    blocks,
    plug: { into: 'slot', at: point(board, shift(length, BRACKET_SHEET), 0) },
    faces: [
      {
        id: 'bracket',
        name: 'bracket',
        direction: 'rear',
        mustReachOutside: true,
        reach: 4,
        setback: 0,
        plane: shift(length, BRACKET_SHEET),
        cuts: Array.from({ length: slots }, (_, i) =>
          rectangleCut(
            `slot-${i + 1}`,
            `card slot ${i + 1}`,
            [SLOT_PITCH.value * (i + 0.5) - 1, l, bracket.value / 2 - BRACKET_BELOW],
            [0, 2],
            [12.5, Math.max(20, bracket.value - 25)],
          ),
        ),
      },
    ],
  };
}
