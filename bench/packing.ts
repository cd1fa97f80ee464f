import { dissected, pack, randomFrom } from '@young-shell/core/search';
import { pack3D } from 'binpackingjs/3d';

type Size = [number, number, number];
const BLOCK: Size = [480, 380, 260];

/**
 * Blocks dissected by guillotine cuts, each piece 1 mm smaller: how many are packed again, turned any way, within a time;
 * beside how many pieces a general packing library gets into the same block.
 */
export function packingLines(short: boolean): string[] {
  const [instances, seconds] = short ? [1, 1] : [20, 20];
  return [12, 15, 20].map((count) => {
    let ours = 0;
    let theirs = 0;
    let put = 0;
    for (let i = 0; i < instances; i++) {
      const pieces = dissected(BLOCK, count, randomFrom(1000 * count + i)).map((p) => p.map((v) => v - 1) as Size);
      const end = performance.now() + 1000 * seconds;
      if (pack(BLOCK, pieces, { seed: i + 1, steps: 1e9, stop: () => performance.now() > end })) ours++;
      const [width, height, depth] = BLOCK;
      const { unfitItems } = pack3D({
        bins: [{ name: 'block', width, height, depth, maxWeight: 1e9 }],
        items: pieces.map(([w, h, d], k) => ({ name: `${k}`, width: w, height: h, depth: d, weight: 1 })),
      });
      if (unfitItems.length === 0) theirs++;
      put += (count - unfitItems.length) / count;
    }
    const percent = (n: number) => `${Math.round((100 * n) / instances)} %`;
    return `dissected block, ${count} pieces, ${seconds} s: ${percent(ours)} packed again; a general packing library ${percent(theirs)}, with ${percent(put)} of the pieces in`;
  });
}
