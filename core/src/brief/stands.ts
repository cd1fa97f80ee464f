import { hullModel } from '../assembly';
import type { FaceId, Shell } from '../document';
import { DIRECTIONS, type Direction } from '../solid';

/** Where a shell stands, and what it then stands against: no sockets, fans or vents there. */
interface Standing {
  words: string;
  against: readonly Direction[];
}

/** Usual places; common practice, no source. */
export const STANDS = {
  table: { words: 'on a table or the floor, free around', against: ['bottom'] },
  wall: { words: 'pushed back against a wall', against: ['bottom', 'rear'] },
  shelf: { words: 'in a shelf, open to front and rear', against: ['bottom', 'top', 'left', 'right'] },
  hung: { words: 'hung on a wall', against: ['rear'] },
  under: { words: 'under a table top', against: ['top'] },
  feet: { words: 'on feet, with air under it', against: [] },
} as const satisfies Record<string, Standing>;

export type StandingPlace = keyof typeof STANDS;

/** Ids of the faces of a shell that look in one of some directions, within 30°. */
function facesTowards(shell: Pick<Shell, 'hull' | 'bodies'>, directions: readonly Direction[]): FaceId[] {
  const faces = new Set<FaceId>();
  for (const { face, normal } of hullModel(shell).walls)
    for (const direction of directions) {
      const out = DIRECTIONS[direction];
      if (normal[0] * out[0] + normal[1] * out[1] + normal[2] * out[2] < -Math.cos(Math.PI / 6)) faces.add(face);
    }
  return [...faces];
}

/** The faces that a shell stands against where it stands. */
export const facesAgainst = (shell: Pick<Shell, 'hull' | 'bodies'>, place: StandingPlace): FaceId[] =>
  facesTowards(shell, STANDS[place].against);

/** Where a shell stands by the faces that stand against something; undefined for none of the usual places. */
export function standingPlace(
  shell: Pick<Shell, 'hull' | 'bodies'>,
  blocked: readonly FaceId[],
): StandingPlace | undefined {
  const now = [...blocked].sort().join();
  return (Object.keys(STANDS) as StandingPlace[]).find((place) => facesAgainst(shell, place).sort().join() === now);
}
