import { placePart, pluggedIn, type Assembly, faceReaches } from '../assembly';
import type { Conversion, Placement, Wish } from '../document';
import { balanceOf, facesHold, marginsOf, orderOf, shortAt, stopsAt, wishState } from '../fit';
import type { Vec3 } from '../solid';
import type { Spot } from './engine';
import type { Layout, Start } from './layout';
import type { Option } from './options';
import { refine } from './refine';
import { markOf, type Marked } from './rules';

const round = (v: number) => Math.round(v * 1000) / 1000;

/** Spots as a layout: taken off the grid, checked exactly, marked; undefined when the exact check fails. */
export function layoutOf(document: Conversion, start: Start, spots: readonly Spot[], id: string): Layout | undefined {
  const raw: Record<string, Placement> = {};
  for (const { piece, option, at } of spots) raw[piece.id] = placementAt(option, at);
  return markLayout(document, start, refine(document, start.base, raw), id) ?? markLayout(document, start, raw, id);
}

/** Checks placements by the exact rules and marks them; undefined when one is broken. */
export function markLayout(
  document: Conversion,
  { base, wishes, enough }: Start,
  placements: Record<string, Placement>,
  id: string,
): Layout | undefined {
  const placed = Object.entries(placements).map(([part, p]) => placePart(part, document.kit.parts[part]!, p));
  const assembly: Assembly = { ...base, parts: pluggedIn([...base.parts, ...placed]) };
  const margins = marginsOf(assembly);
  const broken = enough ? shortAt(margins) : stopsAt(margins);
  if (broken.length > 0 || !wishesHold(document, wishes, assembly)) return undefined;
  if (!placed.every((p) => facesHold(document, assembly, p))) return undefined;
  const reaches = new Map(placed.map((p) => [p.id, faceReaches(assembly, p)]));
  const mounts = (part: string) => reaches.get(part)!.filter((r) => !r.face.mustReachOutside);
  const hanging = placed.map((p) => p.id).filter((p) => mounts(p).length > 0 && !mounts(p).some((r) => r.reaches));
  const shown: Conversion = {
    ...document,
    layout: { ...document.layout, placements: { ...document.layout.placements, ...placements } },
  };
  const scene = { document: shown, assembly, margins, balance: balanceOf(document, assembly), hanging };
  return { id, placements, hanging, ...markOf(scene) };
}

/** Do all wishes hold whose parts are there? Whether a part is reachable asks for the order of the layout. */
function wishesHold(document: Conversion, wishes: readonly Wish[], assembly: Assembly): boolean {
  if (wishes.some((wish) => wishState(wish, assembly)?.holds === false)) return false;
  const reachable = wishes.filter((w) => w.kind === 'reachable' && assembly.parts.some((p) => p.id === w.part));
  if (reachable.length === 0) return true;
  const { first } = orderOf(document, assembly);
  return reachable.every((w) => first[w.part]?.length === 0);
}

/** Marks a plan as it stands, whatever is wrong with it, and counts what stops. */
export function markPlan(document: Conversion, assembly: Assembly): Marked & { stops: number } {
  const margins = marginsOf(assembly);
  const reaches = assembly.parts.map((p) => ({ id: p.id, all: faceReaches(assembly, p) }));
  const blind = reaches.flatMap((r) => r.all).filter((r) => r.face.mustReachOutside && !(r.reaches && r.onWall));
  const hanging = reaches
    .filter(
      ({ all }) => all.some((r) => !r.face.mustReachOutside) && !all.some((r) => !r.face.mustReachOutside && r.reaches),
    )
    .map((r) => r.id);
  const scene = { document, assembly, margins, balance: balanceOf(document, assembly), hanging };
  return { ...markOf(scene), stops: stopsAt(margins).length + blind.length };
}

export const placementAt = ({ posed, seat }: Option, at: Vec3): Placement => ({
  x: round(at[0]),
  y: round(at[1]),
  z: round(at[2]),
  locked: false,
  ...posed.orientation,
  ...(seat.standoffs === undefined ? {} : { standoffs: seat.standoffs }),
  ...(seat.battens === undefined ? {} : { battens: seat.battens }),
});
