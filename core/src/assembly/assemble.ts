import { lidOf, ringOf, type Conversion, type Part, type Placement, type Shell } from '../document';
import { add, subtract, type Linear } from '../quantity';
import { axisOf, moved, signOf, type Axis, type Vec3 } from '../solid';
import { clearancesOf, type Clearances } from './clearances';
import { drawerSolids } from './drawers';
import { featureSolids, materialSolids } from './features';
import { hullModel, type HullModel, type Wall } from './hull';
import { placePart, type PlacedPart, type Solid } from './placed';
import { pluggedIn } from './slots';

/** The conversion as geometry in shell coordinates. */
export interface Assembly {
  hull: HullModel;
  /** Faces of metal shells conduct. */
  metalShell: boolean;
  /** What things keep from each other here. */
  clearances: Clearances;
  features: Solid[];
  parts: PlacedPart[];
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

const placedCache = new WeakMap<
  Part,
  { id: string; placement: Placement; shell: HullModel; play: number; placed: PlacedPart }
>();

/** A part in the shell of a plan, its seat on the walls taken into account. */
export function placeInShell(
  id: string,
  part: Part,
  placement: Placement,
  document: Pick<Conversion, 'shell' | 'layout'>,
): PlacedPart {
  const hull = hullModel(document.shell);
  const play = clearancesOf(document).markingOut;
  const known = placedCache.get(part);
  if (known && known.id === id && known.placement === placement && known.shell === hull && known.play === play)
    return known.placed;
  const loose = placePart(id, part, placement);
  const placed = placePart(id, part, placement, seatsOf(loose, hull.walls), play);
  placedCache.set(part, { id, placement, shell: hull, play, placed });
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

const featuresKnown = new WeakMap<Shell, Solid[]>();

/** All that stands in the shell and belongs to it; the same list as long as the shell is the same. */
function shellSolids(shell: Shell): Solid[] {
  const known = featuresKnown.get(shell);
  if (known) return known;
  const ring = ringOf(shell);
  const lid = lidOf(shell)?.id;
  const raise = (solid: Solid) => raisedSolid(solid, ring!.height);
  const solids = [
    ...Object.entries(shell.features)
      .filter(([, f]) => f.fate !== 'removed')
      .flatMap(([id, f]) => (ring && f.body === lid ? featureSolids(id, f).map(raise) : featureSolids(id, f))),
    ...drawerSolids(shell, hullModel(shell)),
    ...materialOf(shell.hull),
  ];
  featuresKnown.set(shell, solids);
  return solids;
}

/** Document → solids in shell coordinates. Features that are already removed are left out. */
export function assemble(document: Conversion): Assembly {
  const { shell, kit, layout } = document;
  const parts: PlacedPart[] = [];
  const unplaced: string[] = [];
  for (const [id, part] of Object.entries(kit.parts)) {
    const placement = layout.placements[id];
    if (placement) parts.push(placeInShell(id, part, placement, document));
    else unplaced.push(id);
  }
  return {
    hull: hullModel(shell),
    clearances: clearancesOf(document),
    metalShell: METALS.has(shell.material),
    features: shellSolids(shell),
    parts: pluggedIn(parts),
    unplaced,
  };
}
