import { placePart, placedConnectors, type PlacedConnector, type PlacedPart } from '../assembly';
import type { Conversion, Part } from '../document';
import { boxedOf, solidsFromLow, type Enough, type RoomySolid } from '../fit';
import { axisOf, type Direction, type Orientation, type Vec3 } from '../solid';

/** A part in one orientation, set on its low ends. */
export interface PosedPart {
  orientation: Orientation;
  solids: RoomySolid[];
  size: Vec3;
  connectors: PlacedConnector[];
  /** Openings that its faces need, as boxes without an end along the face's direction. */
  openings: {
    direction: Direction;
    low: Vec3;
    high: Vec3;
    /** What a box takes more than a round one, mm. */ more: number;
  }[];
  hot: boolean;
}

function openingsOf(placed: PlacedPart, allowance: number): PosedPart['openings'] {
  return placed.faces
    .filter((face) => face.mustReachOutside)
    .flatMap((face) =>
      face.cuts
        .filter((cut) => cut.kind === 'cut')
        .map((cut) => {
          const half = [Infinity, Infinity, Infinity];
          const { shape } = cut;
          const axis = axisOf(face.direction);
          for (let i = 0; i < 3; i++) if (i !== axis && shape.kind === 'round') half[i] = shape.diameter / 2;
          if (shape.kind === 'rectangle') shape.axes.forEach((a, k) => (half[a] = shape.size[k]! / 2));
          const grown = (v: number, i: number, sign: number) => v + sign * (half[i]! + (cut.allowance ? allowance : 0));
          const radius = shape.kind === 'round' ? shape.diameter / 2 + (cut.allowance ? allowance : 0) : 0;
          return {
            more: radius * (1 - Math.SQRT1_2),
            direction: face.direction,
            low: cut.at.map((v, i) => grown(v, i, -1)) as Vec3,
            high: cut.at.map((v, i) => grown(v, i, 1)) as Vec3,
          };
        }),
    );
}

const known = new WeakMap<Part, Map<string, PosedPart>>();

/** A part in an orientation, on its low ends and on standoffs of a length, with what its faces open: one and the same each time it is asked for. */
export function pose(
  document: Conversion,
  id: string,
  orientation: Orientation,
  enough: Enough,
  standoffs?: number,
): PosedPart {
  const part = document.kit.parts[id]!;
  const poses = known.get(part) ?? new Map<string, PosedPart>();
  known.set(part, poses);
  const key = [id, orientation.rear, orientation.top, enough, document.cut.allowance, standoffs].join();
  const posed = poses.get(key) ?? posedAnew(document, id, orientation, enough, standoffs);
  poses.set(key, posed);
  return posed;
}

function posedAnew(
  document: Conversion,
  id: string,
  orientation: Orientation,
  enough: Enough,
  standoffs: number | undefined,
): PosedPart {
  const placed = placePart(id, document.kit.parts[id]!, {
    ...{ x: 0, y: 0, z: 0, locked: false },
    ...orientation,
    ...(standoffs === undefined ? {} : { standoffs }),
  });
  return {
    orientation,
    solids: solidsFromLow(placed, enough),
    size: placed.high,
    connectors: placedConnectors(placed),
    openings: openingsOf(placed, document.cut.allowance),
    hot: boxedOf(placed).hot,
  };
}

/** The box of a posed part at a place. */
export const boxAt = (id: string, { size, orientation, hot }: PosedPart, at: Vec3) => ({
  id,
  low: at,
  high: [at[0] + size[0], at[1] + size[1], at[2] + size[2]] as Vec3,
  rear: orientation.rear,
  hot,
});
