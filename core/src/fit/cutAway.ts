import { assemble, type Assembly, type Solid } from '../assembly';
import {
  applyChange,
  lidOf,
  ringOf,
  MOST_CUT_AWAY,
  type Change,
  type Conversion,
  type CutAway,
  type Feature,
} from '../document';
import { measured } from '../quantity';
import { sizeWords, unheldOf } from '../shell';
import type { Vec3 } from '../solid';
import { judge } from './judge';
import { shortAt } from './margin';
import { marginsOfPart } from './margins';

/** A strip thinner than this beside what is cut out breaks off, and goes with it, mm. Common practice, no source. */
const BREAKS = 3;
/** What a saw or a rotary tool is off by freehand, mm, all round. Common practice, no source. */
const FREEHAND = 1;

/** Of less than this share one takes out the whole thing: a stub holds nothing. Common practice, no source. */
const LEFT_AT_LEAST = 0.25;

interface Block {
  low: Vec3;
  high: Vec3;
}

/**
 * What has to be cut out of a feature so that parts have their room there: the blocks that are there already, and one for
 * each piece of it that stands in their way. Undefined where nothing of it would be left, where what is left loses its
 * hold, or where little is left. Tried on a copy.
 */
export function cutAwayFor(
  document: Conversion,
  assembly: Assembly,
  partIds: readonly string[],
  feature: string,
): CutAway[] | undefined {
  const pieces = assembly.features.filter((s) => s.owner === feature && !s.swept);
  const blocks = pieces.map(() => undefined as Block | undefined);
  for (const id of partIds) {
    const part = assembly.parts.find((p) => p.id === id);
    if (!part) continue;
    const short = marginsOfPart(assembly, part).filter((m) => m.other.id === feature && m.kind !== 'duct');
    const keep = Math.max(0, ...short.map((m) => m.required.value + judge(assembly, m).spread.half95)) + FREEHAND;
    for (const solid of part.solids.filter(takesRoom))
      pieces.forEach((piece, i) => {
        blocks[i] = around(blocks[i], common(piece, solid, keep));
      });
  }
  // What hangs on a raised lid is cut where it was before the lid went up.
  const { shell } = document;
  const lift = shell.features[feature]?.body === lidOf(shell)?.id ? (ringOf(shell)?.height.value ?? 0) : 0;
  const found = blocks.flatMap((block, i) => (block ? [lowered(toEdges(block, pieces[i]!), lift)] : []));
  if (found.length === 0) return undefined;
  const before = document.shell.features[feature]?.cutAway ?? [];
  const after = [...before, ...found.map(asCutAway)];
  return after.length <= MOST_CUT_AWAY && serves(document, partIds, feature, after) ? after : undefined;
}

const takesRoom = ({ role, outside }: Solid) => role !== 'air' && role !== 'duct' && !outside;

/** What a piece has of the room around a solid. */
function common(piece: Solid, { shape }: Solid, keep: number): Block | undefined {
  const low = piece.shape.low.map((v, i) => Math.max(v, shape.low[i]! - keep)) as Vec3;
  const high = piece.shape.high.map((v, i) => Math.min(v, shape.high[i]! + keep)) as Vec3;
  return [0, 1, 2].every((i) => high[i]! > low[i]! + 1e-6) ? { low, high } : undefined;
}

function around(a: Block | undefined, b: Block | undefined): Block | undefined {
  if (!a || !b) return a ?? b;
  return {
    low: a.low.map((v, i) => Math.min(v, b.low[i]!)) as Vec3,
    high: a.high.map((v, i) => Math.max(v, b.high[i]!)) as Vec3,
  };
}

/** A block to whole millimetres, and on to the edge where only a thin strip would be left. */
function toEdges({ low, high }: Block, { shape }: Solid): Block {
  const to = (v: number, end: number, outward: 1 | -1) => {
    const whole = outward > 0 ? Math.ceil(v - 1e-6) : Math.floor(v + 1e-6);
    return outward * (end - whole) < BREAKS ? end : whole;
  };
  return {
    low: low.map((v, i) => to(v, shape.low[i]!, -1)) as Vec3,
    high: high.map((v, i) => to(v, shape.high[i]!, 1)) as Vec3,
  };
}

const lowered = ({ low, high }: Block, by: number): Block => ({
  low: [low[0], low[1], low[2] - by],
  high: [high[0], high[1], high[2] - by],
});

const asCutAway = ({ low, high }: Block): CutAway => ({
  x: planned(low[0]),
  y: planned(low[1]),
  z: planned(low[2]),
  width: planned(high[0] - low[0]),
  depth: planned(high[1] - low[1]),
  height: planned(high[2] - low[2]),
});
const planned = (value: number) => measured(value, 'jigsaw', FREEHAND);

const volumeOf = ({ features }: Assembly, id: string) =>
  features
    .filter((s) => s.owner === id && !s.swept)
    .reduce((sum, { shape: { low, high } }) => sum + (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]), 0);

/** Do the parts have their room then, and does something of the feature stay, held? */
function serves(document: Conversion, partIds: readonly string[], feature: string, blocks: CutAway[]): boolean {
  const change: Change = { type: 'setCutAway', id: feature, blocks };
  const next = applyChange(document, change).document;
  const assembly = assemble(next);
  const whole = applyChange(document, { type: 'setCutAway', id: feature, blocks: [] }).document;
  if (volumeOf(assembly, feature) < LEFT_AT_LEAST * volumeOf(assemble(whole), feature)) return false;
  const before = new Set(unheldOf(document).map(({ id }) => id));
  if (unheldOf(next).some(({ id }) => !before.has(id))) return false;
  return partIds.every((id) => {
    const part = assembly.parts.find((p) => p.id === id);
    return !part || shortAt(marginsOfPart(assembly, part)).every((m) => m.other.id !== feature);
  });
}

/** Blocks that are new in a feature, in words: `62 × 12 × 9 mm`, or `3 pieces`. */
export function cutAwayWords({ cutAway = [] }: Feature, blocks: readonly CutAway[]): string {
  const fresh = blocks.slice(cutAway.length);
  const [one] = fresh;
  return one && fresh.length === 1
    ? sizeWords([one.width.value, one.depth.value, one.height.value])
    : `${fresh.length} pieces`;
}
