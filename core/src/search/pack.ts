import type { Vec3 } from '../solid';
import { packCorners, type PackOptions } from './corners';
import { packJoined, type PackedPart } from './joined';

export type { PackedPart };

/**
 * Packs boxes into a block, each turned in any of six ways: first by joining boxes that share a face, which finds what
 * straight cuts through whole boxes make, then corner by corner, which finds other patterns, too.
 * @param block size along x, y, z, mm
 * @param boxes sizes, mm
 * @returns undefined when none was found, which proves nothing
 */
export function pack(block: Vec3, boxes: readonly Vec3[], options: PackOptions = {}): PackedPart[] | undefined {
  return packJoined(block, boxes, options.stop) ?? packCorners(block, boxes, options);
}

/**
 * A block cut into boxes by random guillotine cuts: a packing is known to exist (a standard device of the packing
 * literature). No piece gets thinner than an eighth of the block.
 */
export function dissected(block: Vec3, pieces: number, random: () => number): Vec3[] {
  const parts: Vec3[] = [[...block]];
  while (parts.length < pieces) {
    // The largest of a few is cut, across one of its longer sides.
    const pick = [0, 1, 2].map(() => Math.floor(random() * parts.length));
    const index = pick.reduce((a, b) =>
      parts[a]![0] * parts[a]![1] * parts[a]![2] >= parts[b]![0] * parts[b]![1] * parts[b]![2] ? a : b,
    );
    const part = parts[index]!;
    const axis = Math.floor(random() * 3);
    const least = Math.ceil(Math.max(8, block[axis]! / 8));
    if (part[axis]! < 2 * least) continue;
    const at = least + Math.floor(random() * (part[axis]! - 2 * least + 1));
    const rest: Vec3 = [...part];
    rest[axis] = part[axis]! - at;
    part[axis] = at;
    parts.push(rest);
  }
  return parts;
}
