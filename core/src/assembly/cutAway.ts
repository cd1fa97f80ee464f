import type { CutAway } from '../document';
import { add, chain, shift, type Linear } from '../quantity';
import { across, AXES, type Axis, type Cylinder, type Vec3 } from '../solid';
import { boxPiece, type Piece } from './piece';

/** What is cut out leaves no sliver thinner than this, mm. */
const LEAST = 1e-6;
/** A cylinder that is cut from its side is held by so many boxes. */
const STRIPS = 16;

type Ends = Piece['low'];

/** The two corners of a block that is cut away, as tolerance chains. */
function endsOf(base: string, block: CutAway): { low: Ends; high: Ends } {
  const low = AXES.map((key) => chain(`${base}/${key}`, block[key])) as Ends;
  const size = (['width', 'depth', 'height'] as const).map((key) => chain(`${base}/${key}`, block[key]));
  return { low, high: low.map((end, i) => add(end, size[i]!)) as Ends };
}

/** The pieces of a feature that are left when its blocks are cut out; room that is only swept stays as it is. */
export function cutOut(id: string, blocks: readonly CutAway[] | undefined, pieces: readonly Piece[]): Piece[] {
  let left = [...pieces];
  blocks?.forEach((block, i) => {
    const { low, high } = endsOf(`/shell/features/${id}/cutAway/${i}`, block);
    left = left.flatMap((piece) => (piece.swept ? [piece] : without(piece, low, high)));
  });
  return left;
}

const overlaps = ({ shape }: Piece, low: Ends, high: Ends) =>
  [0, 1, 2].every((i) => shape.low[i]! < high[i]!.value - LEAST && shape.high[i]! > low[i]!.value + LEAST);

/** A piece less a block: itself where they do not meet, else what is left on each side of the block. */
function without(piece: Piece, low: Ends, high: Ends): Piece[] {
  if (!overlaps(piece, low, high)) return [piece];
  const { shape } = piece;
  if (shape.kind === 'cylinder') {
    const round = across(shape.axis);
    const through = round.every((i) => low[i].value <= shape.low[i] + LEAST && high[i].value >= shape.high[i] - LEAST);
    if (!through) return stripsOf(piece, shape).flatMap((strip) => without(strip, low, high));
    return split(piece, [shape.axis], low, high, (from, to) => ({
      ...piece,
      low: from,
      high: to,
      shape: { ...shape, low: valuesOf(from), high: valuesOf(to) },
    }));
  }
  return split(piece, [0, 1, 2], low, high, boxPiece);
}

const valuesOf = (ends: Ends) => ends.map((end) => end.value) as Vec3;

/** What is left of a piece below and above a block on each axis in turn, the block’s own extent between. */
function split(
  piece: Piece,
  axes: readonly Axis[],
  low: Ends,
  high: Ends,
  made: (low: Ends, high: Ends) => Piece,
): Piece[] {
  const left: Piece[] = [];
  const from = [...piece.low] as Ends;
  const to = [...piece.high] as Ends;
  for (const axis of axes) {
    if (low[axis].value > from[axis].value + LEAST) left.push(made([...from], replaced(to, axis, low[axis])));
    if (high[axis].value < to[axis].value - LEAST) left.push(made(replaced(from, axis, high[axis]), [...to]));
    if (low[axis].value > from[axis].value) from[axis] = low[axis];
    if (high[axis].value < to[axis].value) to[axis] = high[axis];
  }
  return left;
}

const replaced = (ends: Ends, axis: Axis, end: Linear): Ends => {
  const next = [...ends] as Ends;
  next[axis] = end;
  return next;
};

/** A cylinder as boxes that together hold it: strips across it, each as high as the circle is widest over it. */
function stripsOf(piece: Piece, { axis, low, high }: Cylinder): Piece[] {
  const [b, c] = across(axis);
  const radius = (high[b] - low[b]) / 2;
  const at = (k: number) => -radius + (2 * radius * k) / STRIPS;
  return Array.from({ length: STRIPS }, (_, k) => {
    const [u, v] = [at(k), at(k + 1)];
    const nearest = u <= 0 && v >= 0 ? 0 : Math.min(Math.abs(u), Math.abs(v));
    const half = Math.sqrt(Math.max(0, radius * radius - nearest * nearest));
    const from = [...piece.low] as Ends;
    const to = [...piece.high] as Ends;
    from[b] = shift(piece.low[b], u + radius);
    to[b] = shift(piece.high[b], v - radius);
    from[c] = shift(piece.low[c], radius - half);
    to[c] = shift(piece.high[c], half - radius);
    return boxPiece(from, to);
  });
}
