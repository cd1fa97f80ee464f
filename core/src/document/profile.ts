import { chain, exactly, type Linear } from '../quantity';
import type { Point2 } from '../solid/polygon';
import type { FaceId, Hull } from './types';

/** One edge of the side profile: a face of the hull seen from its end. */
export interface ProfileEdge {
  face: FaceId;
  wall: Linear;
  /** Path of the wall's thickness in the document. */
  wallPath: string;
  from: { y: Linear; z: Linear };
  to: { y: Linear; z: Linear };
}

/** Every hull as a side profile in (y, z), counter-clockwise, extruded over the width. */
export interface Profile {
  width: Linear;
  left: Linear;
  right: Linear;
  edges: ProfileEdge[];
}

const HULL = '/shell/hull';

/** The profile of a hull with each length as a chain of the values that were measured. */
export function profileOf(hull: Hull): Profile {
  const width = chain(`${HULL}/width`, hull.width);
  const left = chain(`${HULL}/walls/left`, hull.walls.left);
  const right = chain(`${HULL}/walls/right`, hull.walls.right);
  if (hull.form === 'box') {
    const zero = exactly(0);
    const depth = chain(`${HULL}/depth`, hull.depth);
    const height = chain(`${HULL}/height`, hull.height);
    const corners = [
      { y: zero, z: zero },
      { y: depth, z: zero },
      { y: depth, z: height },
      { y: zero, z: height },
    ];
    const faces = ['bottom', 'rear', 'top', 'front'] as const;
    const edges = faces.map((face, i) => ({
      face,
      wall: chain(`${HULL}/walls/${face}`, hull.walls[face]),
      wallPath: `${HULL}/walls/${face}`,
      from: corners[i]!,
      to: corners[(i + 1) % 4]!,
    }));
    return { width, left, right, edges };
  }
  const corners = hull.profile.map((p, i) => ({
    y: chain(`${HULL}/profile/${i}/y`, p.y),
    z: chain(`${HULL}/profile/${i}/z`, p.z),
  }));
  const edges = hull.profile.map((p, i) => ({
    face: p.face,
    wall: chain(`${HULL}/profile/${i}/wall`, p.wall),
    wallPath: `${HULL}/profile/${i}/wall`,
    from: corners[i]!,
    to: corners[(i + 1) % corners.length]!,
  }));
  return { width, left, right, edges };
}

/** The profile's corners as numbers, (y, z) in mm. */
export const outlineOf = (profile: Profile): Point2[] =>
  profile.edges.map((edge) => [edge.from.y.value, edge.from.z.value]);

/** Ids of all faces of a hull. */
export const facesOf = (hull: Hull): FaceId[] => [...profileOf(hull).edges.map((edge) => edge.face), 'left', 'right'];
