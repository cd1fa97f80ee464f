import type { PlacedFace, PlacedPart } from '../assembly';
import type { Conversion } from '../document';
import { signOf, axisOf } from '../solid';

/** Height of the feet, mm: as said, as printed, else small ones of rubber (common practice, no source); none where it stands flat. */
export function feetOf({ air, cut, brief }: Pick<Conversion, 'air' | 'cut' | 'brief'>): number {
  if (air.feet !== undefined) return air.feet;
  const printed = Object.values(cut.prints).find((p) => p.kind === 'foot');
  if (printed) return printed.sizes.height ?? 8;
  return brief.blockedFaces.includes('bottom') ? 0 : 6;
}

/** A plug with its bend wants so much in front of sockets of which nothing more is known, mm. Common practice, no source. */
const PLUG = 25;
/** Faces in which something is plugged from outside. */
const PLUGGED: ReadonlySet<string> = new Set(['sockets', 'inlet', 'jack', 'bracket']);

/** Is something plugged into a face from outside: a socket, an inlet, the bracket of a card? */
const isPlugged = (part: PlacedPart, { id }: PlacedFace): boolean =>
  PLUGGED.has(id) || ['sockets', 'inlet'].includes(part.part.own?.faces[id]?.kind ?? '');

/** How far what is plugged into a face stands out before it, with its bend, mm; 0 where nothing is. */
export function plugOf(part: PlacedPart, face: PlacedFace): number {
  if (!face.mustReachOutside || !isPlugged(part, face)) return 0;
  const axis = axisOf(face.direction);
  const sign = signOf(face.direction);
  const out = part.solids
    .filter((s) => s.outside)
    .map((s) => sign * ((sign > 0 ? s.shape.high : s.shape.low)[axis] - face.plane));
  return Math.max(PLUG, ...out);
}

/**
 * What a face that looks through the floor wants under it, and how much of that the feet do not give, mm; undefined where
 * it looks elsewhere, nothing is plugged in there, or nothing is under the shell.
 * @param thickness of the floor: so much of the plug is in it
 */
export function shortBelow(
  document: Pick<Conversion, 'air' | 'cut' | 'brief'>,
  part: PlacedPart,
  face: PlacedFace,
  thickness: number,
): { wanted: number; feet: number; short: number } | undefined {
  if (face.direction !== 'bottom' || hangs(document)) return undefined;
  const wanted = plugOf(part, face) - thickness;
  const feet = feetOf(document);
  return wanted > feet ? { wanted, feet, short: wanted - feet } : undefined;
}

/** It hangs on a wall: its rear stands against something, its floor does not. */
const hangs = ({ brief }: Pick<Conversion, 'brief'>): boolean =>
  brief.blockedFaces.includes('rear') && !brief.blockedFaces.includes('bottom');
