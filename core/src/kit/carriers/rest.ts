import type { MadeAngles, MadeStand } from '../../document';
import type { MadeBox } from './box';

/** Side of a post under a plate, and what a screw M4 from below wants (ISO 273 medium), mm. Posts: common practice, no source. */
const POST = 10;
const SCREW = 4.5;

/** The plate of a stand and its four posts, or the block that it is. @throws Error where its plate is thicker than it is high */
export function standBlocks({ width, depth, height, thickness, foot }: MadeStand): MadeBox[] {
  if (foot === 'block') return [{ name: 'block', low: [0, 0, 0], high: [width, depth, height] }];
  if (thickness >= height)
    throw new Error(`A plate of ${thickness} mm leaves no posts under ${height} mm; make it a block, or thinner.`);
  const plate: MadeBox = { name: 'plate', low: [0, 0, height - thickness], high: [width, depth, height] };
  // Under a strip narrower than a post they are as narrow.
  const [w, d] = [Math.min(POST, width), Math.min(POST, depth)];
  const posts = postsOf({ width, depth }).map(([x, y], i): MadeBox => ({
    name: `post ${i + 1}`,
    low: [x - w / 2, y - d / 2, 0],
    high: [x + w / 2, y + d / 2, height - thickness],
  }));
  return [plate, ...posts];
}

/** Middles of the posts: at the corners, side by side with them where the plate is narrower than two posts. */
function postsOf({ width, depth }: Pick<MadeStand, 'width' | 'depth'>): [number, number][] {
  const ends = (size: number) => (size < 2 * POST ? [size / 2] : [POST / 2, size - POST / 2]);
  return ends(width).flatMap((x) => ends(depth).map((y): [number, number] => [x, y]));
}

/** Where a stand is screwed to what is under it: into its posts, or twice into a block. */
export function standHoles({ width, depth, foot }: MadeStand): { x: number; y: number; diameter: number }[] {
  const at: [number, number][] =
    foot === 'posts'
      ? postsOf({ width, depth })
      : width >= depth
        ? [
            [width / 4, depth / 2],
            [(3 * width) / 4, depth / 2],
          ]
        : [
            [width / 2, depth / 4],
            [width / 2, (3 * depth) / 4],
          ];
  return at.map(([x, y]) => ({ x, y, diameter: SCREW }));
}

/** Left corners of the two angles, in their own axes: the wall is under them, up is to their rear. */
const stripsOf = ({ width, strip }: MadeAngles): number[] => (width < 2 * strip ? [0] : [0, width - strip]);

/** The two legs of each angle; its carrying side is the rear end of all. @throws Error where legs are shorter than thick */
export function anglesBlocks(made: MadeAngles): MadeBox[] {
  const { reach, leg, strip, thickness: t } = made;
  if (t >= leg || t >= reach)
    throw new Error(`Angles of ${t} mm with legs of ${leg} and ${reach} mm: the legs are longer than they are thick.`);
  return stripsOf(made).flatMap((x, i): MadeBox[] => [
    { name: `leg at the wall ${i + 1}`, low: [x, 0, 0], high: [x + strip, leg, t] },
    { name: `carrying leg ${i + 1}`, low: [x, leg - t, t], high: [x + strip, leg, reach] },
  ]);
}

/** Two screws in each leg at the wall, one above the other. */
export function anglesHoles(made: MadeAngles): { x: number; y: number; diameter: number }[] {
  const { leg, strip, thickness: t } = made;
  const free = leg - t;
  return stripsOf(made).flatMap((x) =>
    (free >= 24 ? [free / 4, (3 * free) / 4] : [free / 2]).map((y) => ({ x: x + strip / 2, y, diameter: SCREW })),
  );
}
