import type { Photo, PhotoPick, Pixel } from '../../document';
import type { Point2 } from '../../solid';
import type { PhotoPoints } from '../holeMap';
import { homography, inverseOf, project, type Homography } from './homography';
import { bent, lensFrom, straightened, type Lens } from './lens';

/** A picked thing in the plane of the reference, mm from its lower left corner. */
export interface PickedPlace {
  id: string;
  name: string;
  x: number;
  y: number;
  /** Half-width, 95 %, in the worst direction, mm. */
  uncertainty: number;
  covariance: [xx: number, xy: number, yy: number];
  /** For a circle. */
  diameter?: number;
}

export interface PhotoMeasure {
  places: PickedPlace[];
  /** From the straightened picture to the plane, and the lens. */
  plane: Homography | undefined;
  lens: Lens | undefined;
  /** Why nothing can be measured yet. */
  refused: string | undefined;
}

/** How exactly a hand picks a point in a picture at this size: half-width, px. Common practice, no source. */
export const PICK = 1.5;
const SIGMAS_AT_95 = 1.959964;
const CHI2_2_95 = 5.991465;

/**
 * Places of everything picked in a photo, in the plane of its reference. Uncertainty by propagation (JCGM 100, from
 * memory) of the picking of the point and of the four corners, the lens curvature, the reference's size, and h · r/d
 * for a thing that lies h off the plane, r from the middle, seen from d.
 */
export function measurePhoto(photo: Photo): PhotoMeasure {
  const nothing = { places: [], plane: undefined, lens: undefined };
  if (photo.corners.length < 4)
    return { ...nothing, refused: `Pick the four corners of the reference: ${photo.corners.length} of 4 are there.` };
  const sigma = PICK / SIGMAS_AT_95;
  const lens = lensFrom(photo.width, photo.height, photo.straight, sigma);
  if ('refused' in lens) return { ...nothing, refused: lens.refused };
  const plane = (corners: readonly Pixel[], l: Lens) =>
    homography(
      corners.map((c) => straightened(l, c)),
      cornersOf(photo),
    );
  let main: Homography;
  try {
    main = plane(photo.corners, lens);
  } catch (problem) {
    return { ...nothing, lens, refused: (problem as Error).message };
  }
  const middle = project(main, [photo.width / 2, photo.height / 2]);
  const places = Object.entries(photo.picks).flatMap(([id, pick]): PickedPlace[] => {
    const place = (corners: readonly Pixel[], l: Lens, at: readonly Pixel[]) => {
      const h = plane(corners, l);
      return placeOf(
        pick,
        at.map((p) => project(h, straightened(l, p))),
      );
    };
    const here = place(photo.corners, lens, pick.at);
    if (!here) return [];
    let [xx, xy, yy] = [0, 0, 0];
    const spread = (there: ReturnType<typeof placeOf>, scale: number) => {
      if (!there) return;
      const [dx, dy] = [(there.x - here.x) * scale, (there.y - here.y) * scale];
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
    };
    const moved = (points: readonly Pixel[], i: number, k: 0 | 1): Pixel[] =>
      points.map((p, j): Pixel => (j === i ? (k === 0 ? [p[0] + 1, p[1]] : [p[0], p[1] + 1]) : p));
    for (const k of [0, 1] as const) {
      pick.at.forEach((_, i) => spread(place(photo.corners, lens, moved(pick.at, i, k)), sigma));
      photo.corners.forEach((_, i) => spread(place(moved(photo.corners, i, k), lens, pick.at), sigma));
    }
    spread(place(photo.corners, { ...lens, k: lens.k + lens.sigma }, pick.at), 1);
    const size = photo.reference;
    xx += ((here.x / size.width.value) * (size.width.uncertainty / SIGMAS_AT_95)) ** 2;
    yy += ((here.y / size.height.value) * (size.height.uncertainty / SIGMAS_AT_95)) ** 2;
    const off = Math.hypot(here.x - middle[0], here.y - middle[1]);
    const lean = ((photo.offPlane * off) / photo.distance / SIGMAS_AT_95) ** 2;
    xx += lean;
    yy += lean;
    const longest = Math.sqrt(CHI2_2_95 * ((xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy)));
    return [{ id, name: pick.name, ...here, covariance: [xx, xy, yy], uncertainty: longest }];
  });
  return { places, plane: main, lens, refused: undefined };
}

const cornersOf = ({ reference }: Photo): Point2[] => {
  const [w, h] = [reference.width.value, reference.height.value];
  return [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ];
};

function placeOf(pick: PhotoPick, at: readonly Point2[]): { x: number; y: number; diameter?: number } | undefined {
  if (pick.kind === 'point') return at[0] && { x: at[0][0], y: at[0][1] };
  if (at.length < 3) return undefined;
  return circleThrough(at);
}

/** Least-squares circle through three points or more (Kåsa, 1976, from memory). */
export function circleThrough(points: readonly Point2[]): { x: number; y: number; diameter: number } | undefined {
  const n = points.length;
  const [mx, my] = [0, 1].map((k) => points.reduce((s, p) => s + p[k]!, 0) / n) as [number, number];
  let [xx, xy, yy, xz, yz, zz] = [0, 0, 0, 0, 0, 0];
  for (const p of points) {
    const [x, y] = [p[0] - mx, p[1] - my];
    const z = x * x + y * y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xz += x * z;
    yz += y * z;
    zz += z;
  }
  const det = xx * yy - xy * xy;
  if (Math.abs(det) < 1e-12 * (xx + yy) ** 2) return undefined;
  const [a, b] = [(xz * yy - yz * xy) / det / 2, (yz * xx - xz * xy) / det / 2];
  return { x: mx + a, y: my + b, diameter: 2 * Math.sqrt(a * a + b * b + zz / n) };
}

/** What the photos show of a hole map, for the solver. Photos that can't be measured yet give nothing. */
export function photoPointsOf(photos: Readonly<Record<string, Photo>>, map: string): PhotoPoints[] {
  return Object.entries(photos).flatMap(([id, photo]): PhotoPoints[] => {
    const shown = Object.entries(photo.picks).filter(([, p]) => p.shows?.map === map);
    if (shown.length < 2) return [];
    const { places } = measurePhoto(photo);
    const points = shown.flatMap(([pick, { shows }]) => {
      const place = places.find((p) => p.id === pick);
      return place ? [{ point: shows!.point, x: place.x, y: place.y, uncertainty: place.uncertainty }] : [];
    });
    return points.length < 2 ? [] : [{ photo: id, points }];
  });
}

/** Where a place of the plane is seen in the picture; undefined while the photo can't be measured. */
export function pixelAt({ plane, lens }: PhotoMeasure, place: Point2): Pixel | undefined {
  if (!plane || !lens) return undefined;
  return bent(lens, project(inverseOf(plane), place));
}
