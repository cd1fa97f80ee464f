import type { Linear } from '../quantity';
import { AIR_ROOM, FIRST_SLOT, FLAT_SATA, IO_OPENING, SLOT } from '../standards';
import {
  add,
  airBlock,
  box,
  cylinder,
  drillings,
  mountFace,
  point,
  rectangleCut,
  scale,
  shift,
  subtract,
  zero,
  type Dimensions,
} from './build';
import type { Direction } from '../solid';
import type { Block, PartFace, PartModel, Point, Socket } from './model';

const STANDOFF_DIAMETER = 6;
/** Soldered pins under the board (common practice, no source), mm. */
const PINS = 2.5;
/** Sockets of the rear edge stick out over it by about this, and the panel stands this far off the edge (ATX 2.2, from memory). */
const SOCKETS_OVER_EDGE = 1.2;
const EDGE_TO_PANEL = 2.1;
const SOCKET_DEPTH = 30;
/** Sockets for power stand so high off the board (practice), mm. */
const MAIN_SOCKET = 13;
/** Plugs of SATA sockets that lie, and their first bend, go out so far, mm (common practice, no source). */
const SATA_PLUGS = 35;

/**
 * The first M.2 socket: the module lies lengthwise from so far behind the front edge, beside the card slot, so high over
 * the board; on boards without room for it there, under the board, its underside so far below it. mm, common practice,
 * no source: look at the board.
 */
const MODULE = { width: 22, beside: 30, fromFront: 40, over: 1.5, under: 4.1 };

/** SATA sockets at the front edge: lying, with plugs from the front, on boards that leave room for long cards; else upright. */
function sataBlocks(d: Dimensions, surface: Linear): Block[] {
  const w = d.at('width').value;
  const far = (from: number, least: number) => Math.max(w - from, least);
  if (!FLAT_SATA.has(d.row.key.slice('board/'.length)))
    return [
      box('sata-sockets', 'SATA sockets', 'body', point(22, 6, surface), point(far(157, 32), 22, shift(surface, 9))),
      box(
        'sata-plugs',
        'SATA plugs and their bend',
        'plug room',
        point(20, 4, surface),
        point(far(155, 34), 30, shift(surface, 35)),
      ),
    ];
  const top = add(surface, d.at('sataHeight'));
  return [
    box('sata-sockets', 'SATA sockets, lying', 'body', point(22, 0, surface), point(far(157, 32), 16, top)),
    box(
      'sata-front-plugs',
      'SATA plugs and their bend',
      'plug room',
      point(20, -SATA_PLUGS, surface),
      point(far(155, 34), 0, top),
    ),
  ];
}

/**
 * A board on its standoffs: origin at the lower end of the standoffs, rear edge at y = depth, the
 * input/output side at x = width. Where cooler and memory sit is common practice, no source.
 */
export function boardModel(d: Dimensions): PartModel {
  const width = d.at('width');
  const depth = d.at('depth');
  const standoff = d.at('standoffHeight');
  const surface = add(standoff, d.at('thickness'));
  const w = width.value;
  const isAtx = d.has('ioBeyondEdge');
  const blocks: Block[] = [
    box('plate', 'board', 'body', point(0, 0, standoff), point(width, depth, surface), { conducts: 'live' }),
    box(
      'pins',
      'soldered pins',
      'body',
      point(2, 2, shift(standoff, -PINS)),
      point(shift(width, -2), shift(depth, -2), standoff),
      {
        conducts: 'live',
      },
    ),
  ];
  // Hole patterns count from the input/output side and the rear edge.
  const place = (x: number, y: number): [number, number, number] => [w - x, depth.value - y, 0];
  d.row.holes.forEach((hole, i) => {
    const [x, y] = place(hole.x, hole.y);
    const r = STANDOFF_DIAMETER / 2;
    blocks.push(
      cylinder(
        `standoff-${i + 1}`,
        `standoff ${i + 1}`,
        'mount',
        2,
        point(x - r, y - r, 0),
        point(x + r, y + r, standoff),
        {
          contact: ['bottom'],
          // Around the board’s earthed holes: what it is screwed to may be metal.
          conducts: 'metal',
        },
      ),
    );
  });

  const socketTop = add(surface, d.at('socketHeight'));
  const ioFar = isAtx ? ioFromEdge(d) : 3;
  const ioWidth = Math.min(IO_OPENING.width, w - 6);
  const ioLeft = w - ioFar - ioWidth;
  const socketLow = Math.max(ioLeft, 3);
  const socketHigh = Math.min(ioLeft + ioWidth, w - 3);
  const socketFront = shift(depth, -Math.min(SOCKET_DEPTH, depth.value / 3));
  blocks.push(
    box(
      'sockets',
      'rear sockets',
      'body',
      point(socketLow, socketFront, surface),
      point(socketHigh, shift(depth, SOCKETS_OVER_EDGE), socketTop),
      {
        conducts: 'live',
        contact: ['rear'],
      },
    ),
    box(
      'rear-plugs',
      'plugs in the rear sockets',
      'plug room',
      point(socketLow, shift(depth, SOCKETS_OVER_EDGE), surface),
      point(socketHigh, shift(depth, SOCKETS_OVER_EDGE + 45), socketTop),
      {
        outside: true,
      },
    ),
  );

  // Cooler: its middle 45 % from the rear edge, towards the input/output side.
  const coolerX = w - Math.min(82, w / 2);
  const coolerY = depth.value * 0.52;
  const halfW = scale(d.at('coolerWidth'), 0.5);
  const halfD = scale(d.at('coolerDepth'), 0.5);
  const coolerTop = add(surface, d.at('coolerHeight'));
  const coolerLow = point(
    subtract({ value: coolerX, terms: [] }, halfW),
    subtract({ value: coolerY, terms: [] }, halfD),
    surface,
  );
  const coolerHigh = point(shift(halfW, coolerX), shift(halfD, coolerY), coolerTop);
  blocks.push(
    box('cooler', 'cooler', 'body', coolerLow, coolerHigh),
    airBlock(
      'cooler-air',
      'air over the cooler',
      point(coolerLow[0], coolerLow[1], coolerTop),
      point(coolerHigh[0], coolerHigh[1], shift(coolerTop, AIR_ROOM.wanted)),
      'top',
    ),
  );
  if (isAtx) {
    // Memory beside the cooler along the front edge; the 24-pin plug between slot and cooler, SATA beside it, power for the
    // processor behind the rear sockets at the side away from the slots.
    const slotX = w - FIRST_SLOT.fromEdge;
    const memoryTop = add(surface, d.at('memoryHeight'));
    blocks.push(
      box(
        'slot',
        'card slot',
        'body',
        point(slotX - SLOT.width / 2, shift(depth, -SLOT.fromRear - SLOT.length), surface),
        point(slotX + SLOT.width / 2, shift(depth, -SLOT.fromRear), shift(surface, SLOT.height)),
      ),
      box(
        'main-socket',
        '24-pin socket',
        'body',
        point(slotX + 9.5, depth.value * 0.32, surface),
        point(slotX + 21.5, depth.value * 0.32 + 52, shift(surface, MAIN_SOCKET)),
      ),
      box(
        'processor-socket',
        'processor power socket',
        'body',
        point(w - 21.5, shift(depth, -45.5), surface),
        point(w - 3, shift(depth, -34), shift(surface, MAIN_SOCKET)),
      ),
      box(
        'processor-plug',
        'processor power plug and its bend',
        'plug room',
        point(w - 22, shift(depth, -46), surface),
        point(w - 2, shift(depth, -32), shift(surface, 35)),
      ),
      box('memory', 'memory', 'body', point(w - 150, 6, surface), point(w - 10, 18, memoryTop)),
      box(
        'main-plug',
        '24-pin plug and its bend',
        'plug room',
        point(slotX + 9.5, depth.value * 0.32, surface),
        point(slotX + 21.5, depth.value * 0.32 + 52, shift(surface, 40)),
      ),
      ...sataBlocks(d, surface),
    );
  }

  const opening = isAtx
    ? rectangleCut(
        'io',
        'input/output opening',
        [ioLeft + ioWidth / 2, depth.value, surface.value - d.number('ioBelow') + IO_OPENING.height / 2],
        [0, 2],
        [IO_OPENING.width, IO_OPENING.height],
        IO_OPENING.radius,
        IO_OPENING.source,
      )
    : rectangleCut(
        'io',
        'socket opening',
        [ioLeft + ioWidth / 2, depth.value, (surface.value + socketTop.value) / 2],
        [0, 2],
        [ioWidth, socketTop.value - surface.value],
      );
  const faces: PartFace[] = [
    {
      id: 'sockets',
      name: 'rear sockets',
      direction: 'rear',
      mustReachOutside: true,
      reach: 8,
      setback: EDGE_TO_PANEL,
      plane: depth,
      cuts: [opening],
    },
    mountFace('bottom', zero, drillings(d.row, place)),
  ];
  if (!isAtx) return { blocks, faces };
  const slotX = w - FIRST_SLOT.fromEdge;
  const out = 'top' as const;
  // Beside the slots where the board is wide enough, else under it.
  const module: Socket<Point, Direction> =
    slotX > MODULE.beside + MODULE.width
      ? { at: point(slotX - MODULE.beside, MODULE.fromFront, shift(surface, MODULE.over)), out }
      : { at: point(w / 2, MODULE.fromFront, shift(standoff, -MODULE.under)), out: 'bottom' };
  const sockets: PartModel['sockets'] = {
    slot: [{ at: point(slotX, shift(depth, EDGE_TO_PANEL), shift(surface, FIRST_SLOT.seat)), out }],
    'main socket': [{ at: point(slotX + 15.5, depth.value * 0.32 + 26, shift(surface, MAIN_SOCKET)), out }],
    'M.2 socket': [module],
  };
  return { blocks, faces, sockets };
}

/** Where the input/output opening begins, counted inwards from the board's edge, mm. */
function ioFromEdge(d: Dimensions): number {
  // What was measured under an earlier name counted inwards; a guess of that time lay on the wrong side of the edge.
  const before = d.values.ioFromEdge;
  return before && before.tool !== 'guess' ? before.value : -d.number('ioBeyondEdge');
}
