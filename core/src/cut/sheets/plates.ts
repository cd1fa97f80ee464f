import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Point2 } from '../../solid';
import { wallWorks } from '../findings/walls';
import { openingsOf, PLATE_BEHIND } from '../openings/derived';
import { grown, measuresOf, type CutOpening } from '../openings/opening';
import { openingItems, sizeWords, type Sheet } from './sheet';

/** Distance of a plate's screws from its edge, mm. */
const PLATE_EDGE = 5;
const PLATE_SCREW = 3.4;

/** Every thin plate that stands behind a larger opening, as a sheet of its own. */
export function plateSheets(document: Conversion, assembly: Assembly): Sheet[] {
  return wallWorks(document, assembly, openingsOf(document, assembly))
    .filter((w) => w.how === 'plate')
    .map(({ opening, width, height, thickness, key }): Sheet => {
      const middle: Point2 = [width / 2, height / 2];
      const open: CutOpening = {
        ...opening,
        ...measured(grown(opening.shape, -PLATE_BEHIND.larger)),
        centre: middle,
      };
      const corners: Point2[] = [
        [PLATE_EDGE, PLATE_EDGE],
        [width - PLATE_EDGE, PLATE_EDGE],
        [width - PLATE_EDGE, height - PLATE_EDGE],
        [PLATE_EDGE, height - PLATE_EDGE],
      ];
      const screws = corners.map((centre, i): CutOpening => ({
        ...open,
        id: `${opening.id}/plate-${i + 1}`,
        kind: 'drill',
        name: `screw ${i + 1}`,
        centre,
        ...measured({ kind: 'round', diameter: PLATE_SCREW }),
      }));
      const all = [open, ...screws];
      const rim: Point2[] = [
        [0, 0],
        [width, 0],
        [width, height],
        [0, height],
      ];
      return {
        face: `plate-${key.replace(/\./g, '-')}`,
        title: `Plate, ${opening.name}`,
        width,
        height,
        mirrored: false,
        caption: `sheet of ${thickness.toFixed(1)} mm · it stands behind the wall: drill the wall through its screw holes`,
        items: [
          { layer: 'cut', kind: 'line', points: rim, closed: true },
          ...all.flatMap((o, i) => openingItems(o, o.centre, i + 1)),
        ],
        holes: all.map((o, i) => ({
          number: i + 1,
          name: o.name,
          kind: o.kind,
          u: o.centre[0],
          v: o.centre[1],
          size: sizeWords(o),
        })),
      };
    });
}

const measured = (shape: CutOpening['shape']) => ({ shape, ...measuresOf(shape) });
