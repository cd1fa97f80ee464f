import { AIR_ROOM } from '../standards';
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
import type { PartModel } from './model';

/** IEC plug and its bend outside the shell (practice), mm. */
const MAINS_PLUG = 65;

/** A supply: inlet face to the rear, cables out of the front, fan in the top. */
export function supplyModel(d: Dimensions): PartModel {
  const width = d.at('width');
  const depth = d.at('depth');
  const height = d.at('height');
  const [w, h] = [width.value, height.value];
  const fan = Math.min(w - 8, depth.value - 8);
  const middle = scale(depth, 0.5);
  // Seen from outside the rear, the part's x runs the other way.
  const holes = drillings(d.row, (x, z) => [w - x, depth.value, z]);
  return {
    blocks: [
      box('case', 'case', 'body', point(0, 0, 0), point(width, depth, height), {
        conducts: 'metal',
        contact: ['rear', 'bottom', 'left', 'right', 'front'],
      }),
      box(
        'cables',
        'cable exit',
        'plug room',
        point(w * 0.15, scale(d.at('cableRoom'), -1), h * 0.15),
        point(w * 0.85, 0, h * 0.85),
      ),
      airBlock(
        'fan-air',
        'air at the fan',
        point((w - fan) / 2, subtract(middle, { value: fan / 2, terms: [] }), height),
        point((w + fan) / 2, shift(middle, fan / 2), shift(height, AIR_ROOM.wanted)),
        'top',
      ),
      box(
        'mains-plug',
        'mains plug',
        'plug room',
        point(w * 0.1, depth, h * 0.2),
        point(w * 0.1 + 30, add(depth, { value: MAINS_PLUG, terms: [] }), h * 0.2 + 24),
        {
          outside: true,
        },
      ),
    ],
    faces: [
      {
        id: 'inlet',
        name: 'inlet face',
        direction: 'rear',
        mustReachOutside: true,
        reach: 1,
        setback: 0,
        plane: depth,
        cuts: [
          rectangleCut('inlet', 'supply opening', [w / 2, depth.value, h / 2], [0, 2], [w - 26, h - 8], 2),
          ...holes,
        ],
      },
      mountFace('bottom', zero, []),
    ],
  };
}

/** Room for a 24-pin extension under a DC board that is not on its board's socket (practice), mm. */
const EXTENSION_ROOM = 40;

/** A DC board that stands on the main socket of its board; only elsewhere it needs an extension and room for that. */
export function brickModel(d: Dimensions): PartModel {
  const [width, depth] = [d.at('width'), d.at('depth')];
  const [w, l] = [width.value, depth.value];
  return {
    blocks: [
      box('case', 'DC board', 'body', point(0, 0, 0), point(width, depth, d.at('height')), { conducts: 'live' }),
      box(
        'main-lead',
        '24-pin extension and its bend',
        'plug room',
        point(w / 2 - 6, 2, -EXTENSION_ROOM),
        point(w / 2 + 6, l - 2, 0),
      ),
    ],
    faces: [],
    plug: { into: 'main socket', at: point(w / 2, l / 2, 0) },
  };
}

/** Thickness of the nut inside and of the flange outside, and how far a plug stands out with its bend (practice), mm. */
const JACK_NUT = 3;
const JACK_FLANGE = 2;
const JACK_PLUG = 45;

/** A round DC jack that is screwed into a wall from inside: its thread goes through, a nut holds it. */
export function jackModel(d: Dimensions): PartModel {
  const [hole, nut, length] = [d.at('hole'), d.at('nut'), d.at('length')];
  const [n, l] = [nut.value, length.value];
  const low = (n - hole.value) / 2;
  return {
    blocks: [
      cylinder('body', 'jack', 'body', 1, point(low, 0, low), point(shift(hole, low), length, shift(hole, low)), {
        contact: ['rear'],
      }),
      cylinder('nut', 'nut', 'body', 1, point(0, l - JACK_NUT, 0), point(nut, length, nut), {
        conducts: 'metal',
        contact: ['rear'],
      }),
      cylinder('flange', 'flange', 'body', 1, point(0, l, 0), point(nut, shift(length, JACK_FLANGE), nut), {
        outside: true,
      }),
      box(
        'lead',
        'solder tags and their wires',
        'plug room',
        point(low, scale(d.at('wireRoom'), -1), low),
        point(n - low, 0, n - low),
      ),
      box(
        'plug',
        'DC plug and its cable',
        'plug room',
        point(0, l + JACK_FLANGE, 0),
        point(n, l + JACK_FLANGE + JACK_PLUG, n),
        {
          outside: true,
        },
      ),
    ],
    faces: [
      {
        id: 'jack',
        name: 'jack',
        direction: 'rear',
        mustReachOutside: true,
        reach: 1,
        setback: 0,
        plane: length,
        cuts: [
          {
            id: 'jack',
            name: 'jack hole',
            kind: 'cut',
            shape: { kind: 'round', diameter: hole.value },
            at: [n / 2, l, n / 2],
            allowance: false,
            source: d.row.holeSource,
          },
        ],
      },
    ],
  };
}
