import {
  onFace,
  type Assembly,
  type FaceFrame,
  type PlacedCut,
  type PlacedPart,
  faceReaches,
  halfSize,
} from '../assembly';
import { wallWords } from '../document';
import type { Conversion } from '../document';
import type { Point2 } from '../solid';
import { ledOut } from './outlook';

/** Something of the shell that stands right behind an opening in a face: what is cut ends on it. */
export interface Behind {
  kind: 'face' | 'feature';
  id: string;
  name: string;
  /** How far the opening reaches into it, mm. */
  by: number;
  /** A control that comes through the wall, all of it within the opening: what an opening made for it is there for. */
  sits?: boolean;
}

/** An opening by its middle and half its size in a face's (u, v), mm. */
export interface Opened {
  face: string;
  centre: Point2;
  half: Point2;
  round: boolean;
}

/** Behind the wall an opening has to be free so far, mm; less than this into something is a brush. */
const DEEP = 1;
const BRUSH = 0.3;

/** What stands behind an opening: side walls that it runs into, ribs, bosses and posts. */
export function behind(assembly: Assembly, opening: Opened): Behind[] {
  const view = viewOf(assembly, opening.face);
  return view ? [...wallsAt(view, opening), ...featuresAt(view, opening)] : [];
}

/** Nothing that stays is behind an opening; what may be cut can go. */
export const isThrough = (document: Conversion, assembly: Assembly, opening: Opened): boolean =>
  throughAt(document, assembly, opening)(...opening.centre);

/** Where the middle of an opening of such a size may be, in the face's (u, v), for nothing to stay behind it: for many places. */
export function throughAt(
  { shell }: Conversion,
  assembly: Assembly,
  opening: Omit<Opened, 'centre'>,
): (u: number, v: number) => boolean {
  const view = viewOf(assembly, opening.face);
  if (!view) return () => true;
  const at: Opened = { ...opening, centre: [0, 0] };
  const walls = view.walls.map(({ across, up }, i) => ({ across, up, least: into(view.walls[i]!, at) - BRUSH }));
  const staying = view.features.filter(({ id }) => shell.features[id]?.fate !== 'cut');
  const { half } = opening;
  return (u, v) => {
    for (const { across, up, least } of walls) if (across * u + up * v < least) return false;
    for (const feature of staying) {
      const { low, high } = feature;
      if (u + half[0] <= low[0] || u - half[0] >= high[0] || v + half[1] <= low[1] || v - half[1] >= high[1]) continue;
      at.centre = [u, v];
      if (over(feature, at) > BRUSH) return false;
    }
    return true;
  };
}

/** The opening that a cut of a placed part makes in a face. */
export function openedBy({ cut: { allowance } }: Conversion, frame: FaceFrame, cut: PlacedCut): Opened {
  const more = cut.allowance ? allowance : 0;
  const { u, v } = onFace(frame, cut.at);
  const [hu, hv] = halfSize(cut, frame);
  return { face: frame.face, centre: [u, v], half: [hu + more, hv + more], round: cut.shape.kind === 'round' };
}

/** Do all faces that must reach outside reach their wall, their openings wholly on it and nothing that stays behind them? */
export function facesHold(document: Conversion, assembly: Assembly, placed: PlacedPart): boolean {
  // Under Conserve openings lie in those that are there: nothing is cut.
  const cuts = document.brief.policy !== 'conserve';
  return faceReaches(assembly, placed).every(
    ({ face, frame, reaches, onWall }) =>
      !face.mustReachOutside ||
      (!reaches && ledOut(placed.part, placed.placement.on)) ||
      (reaches &&
        onWall &&
        (!frame ||
          face.cuts.every(
            (cut) => !cuts || cut.kind !== 'cut' || isThrough(document, assembly, openedBy(document, frame, cut)),
          ))),
  );
}

/** A face with what stands against its inside, seen from outside. */
interface FaceView {
  frame: FaceFrame;
  walls: SideWall[];
  features: Standing[];
}

/** A side wall just behind a face: what is opened there has `across · u + up · v ≥ from`. */
interface SideWall {
  face: string;
  across: number;
  up: number;
  from: number;
}

/** A feature against the inside of a face, in the face's (u, v), mm. */
interface Standing {
  id: string;
  name: string;
  low: Point2;
  high: Point2;
  /** A control that comes through the wall. */
  through: boolean;
}

const views = new WeakMap<Assembly['features'], Map<string, FaceView>>();

function viewOf({ hull, features }: Assembly, face: string): FaceView | undefined {
  const known = views.get(features)?.get(face);
  const frame = hull.frames.find((f) => f.face === face);
  const wall = hull.walls.find((w) => w.face === face);
  if (!frame || !wall) return undefined;
  if (known?.frame === frame) return known;
  const axis = frame.outward.findIndex((n) => Math.abs(n) > 0.999);
  const { origin, u, v, outward } = frame;
  const inner = [0, 1, 2].map((i) => origin[i]! - (wall.thickness + DEEP / 2) * outward[i]!);
  // In a hull with dents a wall ends where another begins: its plane says nothing beyond.
  const sides = hull.convex ? hull.walls.filter((w) => w.face !== face) : [];
  const walls = sides.map(({ face: id, normal, offset }) => ({
    face: id,
    across: dot(normal, u),
    up: dot(normal, v),
    from: offset - dot(normal, inner),
  }));
  const view: FaceView = { frame, walls, features: [] };
  if (axis >= 0)
    for (const { owner, name, shape, control } of features) {
      // From the inside of the wall so far in.
      const ends = [onFace(frame, shape.low), onFace(frame, shape.high)];
      const depths = ends.map(({ over }) => -over);
      if (Math.min(...depths) > wall.thickness + DEEP || Math.max(...depths) < wall.thickness) continue;
      view.features.push({
        id: owner,
        name,
        low: [Math.min(...ends.map((e) => e.u)), Math.min(...ends.map((e) => e.v))],
        high: [Math.max(...ends.map((e) => e.u)), Math.max(...ends.map((e) => e.v))],
        through: control === true && Math.min(...depths) <= BRUSH,
      });
    }
  if (!views.has(features)) views.set(features, new Map());
  views.get(features)!.set(face, view);
  return view;
}

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;

/** How far an opening reaches into a side wall, mm; negative: it stays clear of it. */
const into = ({ across, up, from }: SideWall, { centre, half, round }: Opened): number =>
  from +
  (round ? Math.hypot(across, up) * half[0] : Math.abs(across) * half[0] + Math.abs(up) * half[1]) -
  across * centre[0] -
  up * centre[1];

function wallsAt({ walls }: FaceView, opening: Opened): Behind[] {
  const worst = new Map<string, number>();
  for (const wall of walls) {
    const by = into(wall, opening);
    if (by > BRUSH) worst.set(wall.face, Math.max(by, worst.get(wall.face) ?? 0));
  }
  return [...worst].map(([id, by]) => ({
    kind: 'face',
    id,
    name: `the ${wallWords(id)}`,
    by,
  }));
}

/** How far an opening reaches over the nearest edge of what stands there, mm; negative: clear of it. */
function over({ low, high }: Standing, { centre, half, round }: Opened): number {
  const by = Math.min(
    centre[0] + half[0] - low[0],
    high[0] - centre[0] + half[0],
    centre[1] + half[1] - low[1],
    high[1] - centre[1] + half[1],
  );
  if (!round || by <= 0) return by;
  const off = [0, 1].map((i) => Math.max(low[i]! - centre[i]!, centre[i]! - high[i]!, 0));
  return Math.min(by, half[0] - Math.hypot(...off));
}

const featuresAt = ({ features }: FaceView, opening: Opened): Behind[] =>
  features.flatMap((feature): Behind[] => {
    const by = over(feature, opening);
    if (by <= BRUSH) return [];
    const { low, high, through } = feature;
    const { centre, half } = opening;
    const sits =
      through &&
      [0, 1].every((i) => low[i]! >= centre[i]! - half[i]! - BRUSH && high[i]! <= centre[i]! + half[i]! + BRUSH);
    return [{ kind: 'feature', id: feature.id, name: feature.name, by, ...(sits ? { sits } : {}) }];
  });

/** What is in the way of an opening that is made by hand: all but the control that comes through it. */
export const inTheWayOf = (assembly: Assembly, opening: Opened): Behind[] =>
  behind(assembly, opening).filter((b) => !b.sits);
