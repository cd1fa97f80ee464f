import { AIR_ROOM } from '../standards';
import {
  add,
  airBlock,
  box,
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

/** A DC board that sits on the 24-pin plug: one block. */
export function brickModel(d: Dimensions): PartModel {
  return {
    blocks: [
      box('case', 'board', 'body', point(0, 0, 0), point(d.at('width'), d.at('depth'), d.at('height')), {
        conducts: 'live',
      }),
    ],
    faces: [],
  };
}
