import type { PlacedCut, PlacedFace, PlacedPart } from '../../assembly';
import { standardPart } from '../../standards';
import { isFamily } from './mounts';

/**
 * Holes that a larger board of its family would want besides its own: all boards of the ATX family share the corner at
 * their input/output side and rear edge (ATX Specification 2.2, from memory).
 */
export function familyCuts(part: PlacedPart, face: PlacedFace): PlacedCut[] {
  const row = standardPart(part.part.standard);
  const [known] = face.cuts;
  const largest = standardPart('board/atx');
  if (!isFamily(part) || !row || !largest || !known) return [];
  const width = part.part.dimensions.width!.value;
  const depth = part.part.dimensions.depth!.value;
  return largest.holes
    .filter((hole) => !row.holes.some((own) => Math.hypot(own.x - hole.x, own.y - hole.y) < 0.1))
    .map((hole, i): PlacedCut => ({
      ...known,
      id: `family-${i + 1}`,
      name: `hole ${i + 1} for larger boards`,
      at: part.toShell([width - hole.x, depth - hole.y, 0]),
    }));
}
