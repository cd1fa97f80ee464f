import { isOutside, lidOf, ringOf, type Conversion, type Part, type Placement, type Shell } from '../document';
import { add, subtract, type Linear } from '../quantity';
import { axisOf, moved, signOf, type Axis, type Vec3 } from '../solid';
import { clearancesOf, type Clearances } from './clearances';
import { drawersOf, type Drawer } from './drawers';
import { ducted } from './ducts';
import { featureSolids, materialSolids } from './features';
import { hullModel, type HullModel, type Wall } from './hull';
import { placePart, type PlacedPart, type Solid } from './placed';
import { boardOpenings, type OpeningInBoard } from './boardOpenings';
import { outerOf } from './outer';
import { pluggedIn } from './slots';

/** The conversion as geometry in shell coordinates. */
export interface Assembly {
  hull: HullModel;
  /** Faces of metal shells conduct. */
  metalShell: boolean;
  /** What things keep from each other here. */
  clearances: Clearances;
  /** What stands in the shell; of drawers that carry something the boards, of others their whole room. */
  features: Solid[];
  drawers: Readonly<Record<string, Drawer>>;
  /** Openings in the boards of drawers. */
  inBoards: OpeningInBoard[];
  parts: PlacedPart[];
  /** Fans that are screwed to the outside of a face. */
  outer: PlacedPart[];
  /** Ids of parts that are in the kit but not in the shell. */
  unplaced: string[];
}

const METALS = new Set(['steel', 'aluminium']);

/** Within this of a wall a part counts as bolted to it, mm. */
const SEATED = 0.05;

/** What a part is bolted to along each axis: a wall that one of its contact sides touches. */
function seatsOf(placed: PlacedPart, walls: readonly Wall[]): (Linear | undefined)[] {
  const seats: (Linear | undefined)[] = [undefined, undefined, undefined];
  const centre: Vec3 = [
    (placed.low[0] + placed.high[0]) / 2,
    (placed.low[1] + placed.high[1]) / 2,
    (placed.low[2] + placed.high[2]) / 2,
  ];
  for (const solid of placed.solids)
    for (const direction of solid.contact) {
      const axis = axisOf(direction);
      if (seats[axis]) continue;
      const sign = signOf(direction);
      const wall = walls.find((w) => w.normal[axis] === -sign);
      if (!wall) continue;
      const end = sign > 0 ? solid.shape.high[axis] : solid.shape.low[axis];
      if (Math.abs(-sign * end - wall.offset) > SEATED) continue;
      const plane = wall.chainNear(centre);
      // The part's low end hangs on the wall through the part's own dimensions.
      const offset = subtract(solid.end(axis, sign > 0), placedLow(placed, axis));
      const wallAt: Linear = {
        value: -sign * plane.value,
        terms: plane.terms.map((t) => ({ ...t, coefficient: -sign * t.coefficient })),
      };
      seats[axis] = subtract(wallAt, offset);
    }
  return seats;
}

function placedLow(placed: PlacedPart, axis: Axis): Linear {
  const value = placed.low[axis];
  const lowest = placed.solids.find(
    (s) => (s.role === 'body' || s.role === 'mount') && Math.abs(s.shape.low[axis] - value) < 1e-9,
  );
  return lowest ? lowest.end(axis, false) : { value, terms: [] };
}

/**
 * How exactly a part stands on holes as they were drilled and measured, mm (95 %): the calipers that measured them, and
 * half of what a medium clearance hole gives its screw (ISO 273, M3 to M4, from memory), as a root of squares.
 */
export const ON_DRILLED = Math.hypot(0.1, 0.2);

/** What places of parts follow from; without `cut` all count as marked out, without `air` there are no ducts. */
type Placing = Pick<Conversion, 'shell' | 'layout'> & Partial<Pick<Conversion, 'cut' | 'air'>>;

/** How exactly a part is where it is said to be: as marked out, or as its holes were drilled, where that is better. */
function playOf(id: string, document: Placing): number {
  const marked = clearancesOf(document).markingOut;
  const drilled = Object.entries(document.cut?.adjusted ?? {}).filter(
    ([key, { made }]) => made && key.startsWith(`${id}.`) && /\.hole-\d+$/.test(key),
  ).length;
  return drilled >= 2 ? Math.min(marked, ON_DRILLED) : marked;
}

const placedCache = new WeakMap<
  Part,
  { id: string; placement: Placement; shell: HullModel; bodies: Shell['bodies']; play: number; placed: PlacedPart }
>();

/** A part in the shell of a plan, its seat on the walls taken into account. */
export function placeInShell(id: string, part: Part, placement: Placement, document: Placing): PlacedPart {
  const hull = hullModel(document.shell);
  const play = playOf(id, document);
  const known = placedCache.get(part);
  if (
    known &&
    known.id === id &&
    known.placement === placement &&
    known.shell === hull &&
    known.play === play &&
    known.bodies === document.shell.bodies
  )
    return known.placed;
  const loose = placePart(id, part, placement);
  const placed = carried(placePart(id, part, placement, seatsOf(loose, hull.walls), play), document.shell);
  placedCache.set(part, { id, placement, shell: hull, bodies: document.shell.bodies, play, placed });
  return placed;
}

/** A part that lies in a drawer slides past everything that does not. */
export function carried(placed: PlacedPart, { bodies }: Pick<Shell, 'bodies'>): PlacedPart {
  const { on } = placed.placement;
  if (on !== undefined && bodies[on]?.motion.kind === 'slide') for (const solid of placed.solids) solid.moving = true;
  return placed;
}

const materials = new WeakMap<Shell['hull'], Solid[]>();

function materialOf(hull: Shell['hull']): Solid[] {
  if (hull.form !== 'solid') return [];
  const known = materials.get(hull);
  if (known) return known;
  const solids = materialSolids(hullModel({ hull, bodies: {} }).material);
  materials.set(hull, solids);
  return solids;
}

/** A solid of the lid, moved up with it. */
function raisedSolid(solid: Solid, by: Linear): Solid {
  return {
    ...solid,
    shape: moved(solid.shape, [0, 0, by.value]),
    end: (axis, high) => (axis === 2 ? add(solid.end(axis, high), by) : solid.end(axis, high)),
  };
}

const featuresKnown = new WeakMap<Shell, Map<string, Solid[]>>();

/** All that stands in the shell and belongs to it; the same list as long as the shell is the same. */
function shellSolids(shell: Shell, drawers: Assembly['drawers'], loaded: readonly string[]): Solid[] {
  let all = featuresKnown.get(shell);
  if (!all) featuresKnown.set(shell, (all = new Map<string, Solid[]>()));
  const key = loaded.join(' ');
  const known = all.get(key);
  if (known) return known;
  const ring = ringOf(shell);
  const lid = lidOf(shell)?.id;
  const raise = (solid: Solid) => raisedSolid(solid, ring!.height);
  const solids = [
    ...Object.entries(shell.features)
      .filter(([, f]) => f.fate !== 'removed')
      .flatMap(([id, f]) => (ring && f.body === lid ? featureSolids(id, f).map(raise) : featureSolids(id, f))),
    ...Object.entries(drawers).flatMap(([id, { block, boards }]) => (loaded.includes(id) ? boards : [block])),
    ...materialOf(shell.hull),
  ];
  all.set(key, solids);
  return solids;
}

/** Document → solids in shell coordinates. Features that are already removed are left out. */
export function assemble(document: Placing & Pick<Conversion, 'kit'>): Assembly {
  const { shell, kit, layout, air } = document;
  const parts: PlacedPart[] = [];
  const unplaced: string[] = [];
  for (const [id, part] of Object.entries(kit.parts)) {
    const placement = layout.placements[id];
    if (placement) parts.push(placeInShell(id, part, placement, document));
    else if (!isOutside(layout, id) && part.later === undefined) unplaced.push(id);
  }
  const hull = hullModel(shell);
  const drawers = drawersOf(shell, hull);
  const loaded = Object.keys(drawers).filter((id) => parts.some((p) => p.placement.on === id));
  return {
    hull,
    clearances: clearancesOf(document),
    metalShell: METALS.has(shell.material),
    features: shellSolids(shell, drawers, loaded),
    drawers,
    inBoards: boardOpenings(shell, drawers),
    parts: ducted(pluggedIn(parts), air?.fans),
    outer: outerOf(document, hull),
    unplaced,
  };
}
