import type { Assembly } from './assemble';
import { onFace, type FaceFrame } from './frames';
import { wallOf, type HullModel, type Wall } from './hull';
import type { PlacedFace, PlacedPart, Solid } from './placed';
import { axisOf, DIRECTIONS, signOf, type Direction } from '../solid';

/** A part's face against the wall it looks at. */
export interface FaceReach {
  part: PlacedPart;
  face: PlacedFace;
  /** The wall in front of the face; absent when it looks at none squarely. */
  wall?: Wall;
  frame?: FaceFrame;
  /** The board of the drawer that it lies in, where it looks through that. */
  board?: Solid;
  /** From the face to the inside of that wall, mm; negative: it is in the wall. */
  gap: number;
  /** Near enough to work through the wall, and square to it. */
  reaches: boolean;
  /** Near enough, but out of square: what it needs no straight opening gives. */
  askew?: boolean;
  /** Its openings lie wholly on the face. */
  onWall: boolean;
}

/** Every meaningful face of a placed part against the wall it looks at. */
export function faceReaches(assembly: Assembly, part: PlacedPart): FaceReach[] {
  if (part.outerFace !== undefined) return outerReach(assembly.hull, part);
  return part.faces.map((face) => reachOf(assembly, part, face));
}

function reachOf(assembly: Assembly, part: PlacedPart, face: PlacedFace): FaceReach {
  const direction = DIRECTIONS[face.direction];
  const sign = signOf(face.direction);
  const facing = assembly.hull.walls.filter(
    (w) => w.normal[0] * direction[0] + w.normal[1] * direction[1] + w.normal[2] * direction[2] < -0.999,
  );
  let best: FaceReach = { part, face, gap: Infinity, reaches: false, onWall: false };
  for (const wall of facing) {
    const gap = -wall.offset - sign * face.plane;
    if (Math.abs(gap) >= Math.abs(best.gap)) continue;
    const frame = assembly.hull.frames.find((f) => f.face === wall.face)!;
    const onWall = face.cuts.every((cut) => {
      const { u, v } = onFace(frame, cut.at);
      const [hu, hv] = halfSize(cut, frame);
      const us = frame.outline.map((p) => p[0]);
      const vs = frame.outline.map((p) => p[1]);
      return (
        u - hu >= Math.min(...us) - 1e-6 &&
        u + hu <= Math.max(...us) + 1e-6 &&
        v - hv >= Math.min(...vs) - 1e-6 &&
        v + hv <= Math.max(...vs) + 1e-6
      );
    });
    const near = gap <= face.reach && gap >= -wall.thickness;
    const askew = near && face.askew !== undefined;
    best = { part, face, wall, frame, gap, onWall, reaches: near && !askew, ...(askew ? { askew } : {}) };
  }
  const drawer = part.placement.on === undefined ? undefined : assembly.drawers[part.placement.on];
  for (const board of drawer?.boards ?? []) {
    const plane = innerOf(board, drawer!.block, face.direction);
    if (plane === undefined) continue;
    const gap = sign * (plane - face.plane);
    const axis = axisOf(face.direction);
    if (Math.abs(gap) >= Math.abs(best.gap)) continue;
    const { low, high } = board.shape;
    const onWall = face.cuts.every(({ at, shape }) =>
      ([0, 1, 2] as const).every((i) => {
        if (i === axis) return true;
        const half = shape.kind === 'round' ? shape.diameter / 2 : shape.size[shape.axes[0] === i ? 0 : 1] / 2;
        return at[i] - half >= low[i] - 1e-6 && at[i] + half <= high[i] + 1e-6;
      }),
    );
    const near = gap <= face.reach && gap >= -(high[axis] - low[axis]);
    const askew = near && face.askew !== undefined;
    best = { part, face, board, gap, onWall, reaches: near && !askew, ...(askew ? { askew } : {}) };
  }
  return best;
}

/**
 * Where the inside of a drawer’s board is that something in the drawer meets in a direction; undefined for boards that do
 * not lie across that way, or on its other side.
 */
export function innerOf(
  { shape: { low, high } }: Pick<Solid, 'shape'>,
  { shape: whole }: Pick<Solid, 'shape'>,
  direction: Direction,
): number | undefined {
  const axis = axisOf(direction);
  const sign = signOf(direction);
  const thin = ([0, 1, 2] as const).reduce((a, b) => (high[b] - low[b] < high[a] - low[a] ? b : a));
  const off = (low[axis] + high[axis] - whole.low[axis] - whole.high[axis]) / 2;
  return thin === axis && sign * off > 0 ? (sign > 0 ? low : high)[axis] : undefined;
}

/** Half the size of a cut along a face's u and v, mm. */
export function halfSize(cut: PlacedFace['cuts'][number], frame: FaceFrame): [number, number] {
  if (cut.shape.kind === 'round') return [cut.shape.diameter / 2, cut.shape.diameter / 2];
  const [first] = cut.shape.axes;
  const along = (axis: 0 | 1 | 2) => Math.abs(frame.u[axis]) > 0.5;
  const [a, b] = cut.shape.size;
  return along(first) ? [a / 2, b / 2] : [b / 2, a / 2];
}

/** The face of a part on the outside of the shell against its wall: it lies on it. */
function outerReach(hull: HullModel, part: PlacedPart): FaceReach[] {
  const frame = hull.frames.find((f) => f.face === part.outerFace);
  const wall = wallOf(hull, part.outerFace!);
  if (!frame || !wall) return [];
  return part.faces
    .filter((face) => face.mustReachOutside)
    .map((face) => {
      const us = frame.outline.map((p) => p[0]);
      const vs = frame.outline.map((p) => p[1]);
      const onWall = face.cuts.every((cut) => {
        const { u, v } = onFace(frame, cut.at);
        const half = cut.shape.kind === 'round' ? cut.shape.diameter / 2 : Math.max(...cut.shape.size) / 2;
        return (
          u - half >= Math.min(...us) &&
          u + half <= Math.max(...us) &&
          v - half >= Math.min(...vs) &&
          v + half <= Math.max(...vs)
        );
      });
      return { part, face, wall, frame, gap: 0, reaches: true, onWall };
    });
}
