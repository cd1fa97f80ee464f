import { hullModel, type Assembly } from '../../assembly';
import { applyChange, rowMates, type Conversion } from '../../document';
import { bodyPast } from './bodies';
import { featurePast } from './features';
import { movedPast, shorterHull, type Slab } from './hull';
import { adjustedPast, linesOf, openingPast, ownPast, shiftOn } from './onFaces';
import { KEYS, tidy, type CutDown, type Told } from './told';

export type { CutDown } from './told';

/**
 * Cuts a shell along two planes and joins it: hull, features, bodies, openings and parts beyond go nearer by what comes out.
 * @throws Error where the halves do not meet, or the joint of a lid or door lies in what comes out
 */
export function cutDown(document: Conversion, slab: Slab, assembly: Assembly): CutDown {
  const hull = shorterHull(document.shell.hull, slab);
  const told: Told = { shorter: [], lost: [], inTheWay: [], lines: [], changes: [{ type: 'setHull', hull }], sawn: 0 };
  const bodies = Object.entries(document.shell.bodies);
  for (const [id, body] of bodies) bodyPast(assembly, slab, id, body, told);
  for (const id of Object.keys(document.shell.features)) featurePast(document, slab, id, told);
  const frames = assembly.hull.frames;
  const after = hullModel({ ...document.shell, hull, bodies: {} }).frames;
  const shift = shiftOn(frames, after, slab);
  for (const [id, opening] of Object.entries(document.shell.openings)) openingPast(opening, id, shift, told);
  for (const [id, own] of Object.entries(document.cut.openings)) ownPast(own, id, shift, told);
  for (const [key, altered] of Object.entries(document.cut.adjusted)) adjustedPast(key, altered, shift, told);
  const sides = new Map(assembly.parts.map((p) => [p.id, p.low[slab.axis] >= slab.to - 1e-9]));
  for (const part of assembly.parts) {
    const mates = rowMates(document.layout, part.id).filter((id) => sides.has(id));
    const [low, high] = [part.low[slab.axis], part.high[slab.axis]];
    const moved = movedPast(slab, low);
    if (
      moved === undefined ||
      (low < slab.from && high > slab.from + 1e-9) ||
      mates.some((id) => sides.get(id) !== sides.get(part.id))
    ) {
      told.inTheWay.push({ id: part.id, name: part.part.name });
      continue;
    }
    if (moved === low) continue;
    const key = KEYS[slab.axis];
    const placement = { ...part.placement, [key]: tidy(part.placement[key] - (slab.to - slab.from)) };
    told.changes.push({ type: 'placePart', id: part.id, placement });
  }
  linesOf(document, frames, slab, told);
  const { changes, ...rest } = told;
  const by = (slab.to - slab.from).toFixed(0);
  return {
    ...slab,
    ...rest,
    change: { type: 'all', what: `cut the shell down by ${by} mm along ${KEYS[slab.axis]}`, changes },
  };
}

/** The plan after it. @throws Error where parts stand in what comes out */
export function afterCut(document: Conversion, cut: CutDown): Conversion {
  if (cut.inTheWay.length > 0)
    throw new Error(`${cut.inTheWay.map((p) => p.name).join(', ')} stand in what comes out: move them first.`);
  return applyChange(document, cut.change).document;
}
