import { FAN_SIZES, practice } from '../standards';
import { add, airBlock, box, drillings, point, scale, shift, zero, type Dimensions } from './build';
import type { PartFace, PartModel } from './model';

/** A fan upright: it is screwed on by its rear (y = thickness) and takes its air from the front. */
export function fanModel(d: Dimensions): PartModel {
  const size = d.at('size');
  const thickness = d.at('thickness');
  const s = size.value;
  const room = d.at('airRoom');
  return {
    blocks: [
      box('frame', 'frame', 'body', point(0, 0, 0), point(size, thickness, size), {
        contact: ['rear', 'left', 'right', 'bottom', 'top'],
      }),
      airBlock(
        'air',
        'air at the fan',
        point(s * 0.08, scale(room, -1), s * 0.08),
        point(s * 0.92, 0, s * 0.92),
        'front',
        room.value,
      ),
    ],
    faces: [
      {
        id: 'fan',
        name: 'screwed side',
        direction: 'rear',
        mustReachOutside: true,
        reach: 1,
        setback: 0,
        plane: thickness,
        cuts: [
          {
            id: 'opening',
            name: 'fan opening',
            kind: 'cut',
            shape: { kind: 'round', diameter: d.number('opening') },
            at: [s / 2, thickness.value, s / 2],
            allowance: false,
            source: d.row.source,
          },
          ...squareHoles(d, s / 2, s / 2, thickness.value),
        ],
      },
    ],
  };
}

/** Four screw holes around the middle of a fan, at the part's own spacing. */
function squareHoles(d: Dimensions, x: number, z: number, y: number) {
  const half = d.number('spacing') / 2;
  const own = {
    ...d.row,
    holes: [
      { x: x - half, y: z - half },
      { x: x + half, y: z - half },
      { x: x + half, y: z + half },
      { x: x - half, y: z + half },
    ],
  };
  return drillings(own, (px, pz) => [px, y, pz]);
}

/** A radiator with its fans in front: long side along x, screwed on by its rear. */
export function radiatorModel(d: Dimensions): PartModel {
  const [length, width] = [d.at('length'), d.at('width')];
  const thickness = add(d.at('thickness'), d.at('fanThickness'));
  const fans = d.row.holes.length / 4;
  const size = d.row.dimensions.width!.value;
  const room = d.at('airRoom');
  const face: PartFace = {
    id: 'fan',
    name: 'screwed side',
    direction: 'rear',
    mustReachOutside: true,
    reach: 1,
    setback: 0,
    plane: thickness,
    cuts: [
      ...Array.from({ length: fans }, (_, i) => ({
        id: `opening-${i + 1}`,
        name: `fan opening ${i + 1}`,
        kind: 'cut' as const,
        shape: { kind: 'round' as const, diameter: FAN_SIZES[size]!.opening },
        at: [length.value / 2 + (i - (fans - 1) / 2) * size, thickness.value, width.value / 2] as [
          number,
          number,
          number,
        ],
        allowance: false,
        source: practice,
      })),
      ...drillings(d.row, (x, z) => [x, thickness.value, z]),
    ],
  };
  return {
    blocks: [
      box('core', 'radiator and fans', 'body', point(0, 0, 0), point(length, thickness, width), {
        conducts: 'metal',
        contact: ['rear', 'left', 'right', 'bottom', 'top'],
      }),
      airBlock(
        'air',
        'air at the radiator',
        point(shift(zero, 10), scale(room, -1), 5),
        point(length.value - 10, 0, width.value - 5),
        'front',
        room.value,
      ),
    ],
    faces: [face],
  };
}
