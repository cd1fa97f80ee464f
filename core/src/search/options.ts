import { placePart, standingFor, type Assembly } from '../assembly';
import type { Conversion, Part, Wish } from '../document';
import {
  allFree,
  contactsAlong,
  countFree,
  evenRun,
  isFree,
  paintWalls,
  paintZone,
  seatsFor,
  solidsInShell,
  TOUCHING,
  wallLimits,
  withPlaces,
  zonesBetween,
  type Enough,
  type Positions,
  type RoomySolid,
  type Run,
  type Seat,
} from '../fit';
import { kindOf } from '../parts';
import { axisOf, ORIENTATIONS, signOf, type Axis, type Orientation, type Vec3 } from '../solid';
import { keepFacesOnTheirWalls, keepWishes } from './keep';
import { pose, type PosedPart } from './posed';

/** One way a part may stand: an orientation, the coordinates its faces and seat fix, and where that is free. */
export interface Option {
  posed: PosedPart;
  seat: Seat;
  positions: Positions;
  free: number;
  /** Half the size of a cell, mm along each axis: 0 where the coordinate is exact. */
  half: Vec3;
  /** What speaks against it before anything else is placed; mm-like units. */
  cost: number;
  /** Takes from a grid of its positions all that are not free among what does not move. */
  paint: (p: Positions, around: Assembly) => void;
  /** Is a place off the grid free of what does not move? */
  freeAt: (at: Vec3) => boolean;
}

/** A part that is to be placed. */
export interface Piece {
  id: string;
  options: Option[];
}

export interface OptionSettings {
  /** Largest step of positions, mm. */
  step: number;
  /** `seated`: screwed to a wall; `hanging`: on a bracket anywhere; `any`: whatever is not excluded, for proofs. */
  stand: 'seated' | 'hanging' | 'any';
  wishes: readonly Wish[];
  /** All the room that is wanted (otherwise), or no more than what Fit does not stop at. */
  enough?: Enough;
  /** Faces may look through any face (otherwise), or through one that was not chosen only where they have no other. */
  anyFace?: boolean;
  /** Try, besides the grid, every place along an axis at which the part just touches something. */
  contacts?: boolean;
  /** These lie flat: their thin side is up. */
  flat?: readonly string[];
  /** Only this orientation. */
  only?: Orientation;
}

/** More positions than this are not looked at one by one: the step is widened until there are fewer. */
const MOST_POSITIONS = 400_000;
/** For one orientation there may be more. */
const MOST_OF_ONE = 4_000_000;

/** All ways in which a part may stand among what does not move. */
export function pieceOf(document: Conversion, base: Assembly, id: string, settings: OptionSettings): Piece {
  const piece = standing(document, base, id, settings);
  // What has no chosen face to look through looks through another.
  return piece.options.length > 0 || settings.anyFace !== false
    ? piece
    : standing(document, base, id, { ...settings, anyFace: true });
}

function standing(document: Conversion, base: Assembly, id: string, settings: OptionSettings): Piece {
  const options: Option[] = [];
  const seen = new Set<string>();
  for (const orientation of settings.only ? [settings.only] : ORIENTATIONS) {
    const facing = settings.wishes.find((w) => w.kind === 'facing' && w.part === id);
    if (facing && facing.face !== orientation.rear) continue;
    if (settings.flat?.includes(id) && (axisOf(orientation.rear) === 2 || axisOf(orientation.top) === 2)) continue;
    const posed = pose(document, id, orientation, enoughOf(settings));
    const seats =
      settings.stand === 'any'
        ? anySeats(document, base, id, orientation)
        : seatsFor(document, id, orientation, settings.stand === 'seated', settings.anyFace).map((seat) => ({
            seat,
            half: [0, 0, 0],
          }));
    for (const { seat, half } of seats) {
      const there =
        seat.standoffs === undefined ? posed : pose(document, id, orientation, enoughOf(settings), seat.standoffs);
      const option = knownOption(document, base, id, there, seat, half as Vec3, settings);
      if (!option || option.free === 0) continue;
      // For a proof two turns that make the same solids in the same places are one.
      const same = `${JSON.stringify(there.solids.map(outlineOf))} ${option.positions.runs.map((r) => r.from).join()}`;
      if (settings.stand === 'any' && seen.has(same)) continue;
      seen.add(same);
      options.push(option);
    }
  }
  return { id, options };
}

/** All of a solid that decides what it may come near to. */
const outlineOf = ({ solid, shape }: RoomySolid) => [
  shape,
  solid.role,
  solid.conducts,
  [...solid.contact].sort(),
  solid.outside,
];

/** A proof speaks of what Fit stops at. */
const enoughOf = ({ stand, enough = 'wanted' }: OptionSettings): Enough => (stand === 'any' ? 'least' : enough);

/** Places that were found lately: searches one after the other mostly differ in a part, a face or two. */
const known = new WeakMap<Part, WeakMap<Conversion['shell'], Map<string, Option | 'none'>>>();

/**
 * As `optionOf`; in an empty shell that depends on the shell, the part, the allowance and whether anything may be cut, and
 * is kept as long as the shell and the part are.
 */
function knownOption(...of: Parameters<typeof optionOf>): Option | undefined {
  const [document, base, id, { orientation }, seat, half, { anyFace: _, only, flat: __, ...settings }] = of;
  if (base.parts.length > 0) return optionOf(...of);
  const part = document.kit.parts[id]!;
  const shells = known.get(part) ?? new WeakMap<Conversion['shell'], Map<string, Option | 'none'>>();
  const options = shells.get(document.shell) ?? new Map<string, Option | 'none'>();
  known.set(part, shells.set(document.shell, options));
  const conserves = document.brief.policy === 'conserve';
  const key = JSON.stringify([
    ...[id, orientation, seat.at, seat.span, seat.standoffs, seat.battens, half, settings, only !== undefined],
    ...[document.cut.allowance, conserves, document.layout.clearances, base.features.length],
  ]);
  const made = options.get(key) ?? optionOf(...of) ?? 'none';
  options.set(key, made);
  return made === 'none' ? undefined : { ...made, seat, cost: made.cost - made.seat.cost + seat.cost };
}

function optionOf(
  document: Conversion,
  base: Assembly,
  id: string,
  posed: PosedPart,
  seat: Seat,
  seatHalf: Vec3,
  settings: OptionSettings,
): Option | undefined {
  const proof = settings.stand === 'any';
  const enough = enoughOf(settings);
  // What counts as in each other for Fit counts for a proof, by what stands inside.
  const slack = proof ? TOUCHING : 0;
  const inside = posed.solids.filter(
    ({ solid }) => !solid.outside && solid.role !== 'air' && solid.role !== 'plug room',
  );
  const ends = ([0, 1, 2] as const).map((i): [number, number] => {
    const { innerLow, innerHigh } = base.hull;
    if (!proof || inside.length === 0) return [innerLow[i]!, innerHigh[i]! - posed.size[i]!];
    const low = Math.min(...inside.map(({ shape }) => shape.low[i]));
    const high = Math.max(...inside.map(({ shape }) => shape.high[i]));
    return [innerLow[i]! - slack - low, innerHigh[i]! + slack - high];
  });
  const zonesAmong = (around: Assembly) => {
    // What is placed rides on nothing: drawers are no room for it.
    const obstacles = [...standingFor(around, undefined), ...around.parts.flatMap((other) => other.solids)];
    return zonesBetween(posed.solids, solidsInShell(obstacles, enough), enough, base.clearances);
  };
  let { step } = settings;
  let runs: [Run, Run, Run];
  for (;;) {
    const made = [0, 1, 2].map((i): Run | undefined => {
      const at = seat.at[i];
      const span = enough === 'touching' ? seat.span[i] : undefined;
      if (at !== undefined && !span) return { from: at, step: 1, count: 1 };
      // From exactly as near to one wall as it may be to as near to the other.
      const limits = wallLimits(base, posed.solids, i as Axis, enough);
      // A face that reaches outside goes into its opening: what of the part is at the wall counts there, not its ends.
      const [low, high] = span ?? ends[i]!;
      const from = Math.max(low, limits.low);
      const run = evenRun(from, Math.min(high, limits.high) - from, step);
      return run && span ? withPlaces(run, [at!]) : run;
    });
    if (made.some((r) => !r)) return undefined;
    runs = made as [Run, Run, Run];
    if (runs[0].count * runs[1].count * runs[2].count <= (settings.only ? MOST_OF_ONE : MOST_POSITIONS)) break;
    step *= 1.5;
  }
  // Besides the grid, wherever it just touches what stands there.
  const zones = zonesAmong(base);
  if (settings.contacts && !proof)
    runs = runs.map((run, i) =>
      withPlaces(run, fewest(contactsAlong(zones, i as Axis), base.hull.convex ? MOST_CONTACTS : MOST_IN_DENTS)),
    ) as [Run, Run, Run];
  const half = runs.map((r, i) => (!proof ? 0 : r.count > 1 ? r.step / 2 : seatHalf[i]!)) as Vec3;
  const paint = (p: Positions, around: Assembly) => {
    paintWalls(p, around, posed.solids, half, enough);
    for (const zone of zonesAmong(around)) paintZone(p, zone, [0, 0, 0], half);
    if (proof) return;
    keepFacesOnTheirWalls(document, around, id, posed.orientation, p);
    keepWishes(around, id, posed, settings.wishes, p);
  };
  const positions = allFree(runs);
  paint(positions, base);
  const freeAt = (at: Vec3) => {
    const one = allFree(at.map((from): Run => ({ from, step: 1, count: 1 })) as [Run, Run, Run]);
    paintWalls(one, base, posed.solids, [0, 0, 0], enough);
    for (const zone of zones) paintZone(one, zone, [0, 0, 0]);
    return isFree(one, 0, 0, 0);
  };
  const { top } = posed.orientation;
  const kind = kindOf(document.kit.parts[id]!);
  const tilt = top === 'top' ? 0 : top === 'bottom' ? 40 : kind === 'card' ? 2 : kind === 'fan' ? 0 : 15;
  const hangs = settings.stand === 'hanging' ? 30 : 0;
  return { posed, seat, positions, free: countFree(positions), half, cost: tilt + seat.cost + hangs, paint, freeAt };
}

/** For proofs: only faces that must reach outside fix anything, anywhere in their reach; seats fix nothing. */
function anySeats(document: Conversion, base: Assembly, id: string, orientation: Orientation) {
  const placed = placePart(id, document.kit.parts[id]!, { x: 0, y: 0, z: 0, locked: false, ...orientation });
  return seatsFor(document, id, orientation, false).map((seat) => {
    const half: Vec3 = [0, 0, 0];
    const at = seat.at.slice();
    for (const face of placed.faces) {
      if (!face.mustReachOutside) continue;
      const axis = axisOf(face.direction);
      const wall = base.hull.walls.find((w) => w.normal[axis] * signOf(face.direction) < -0.999);
      // From as deep in the wall as it is thick to as far from it as it still works.
      const [deep, far] = [-(wall?.thickness ?? 0), face.reach];
      const middle = (deep + far) / 2;
      if (at[axis] !== undefined) at[axis] = seat.at[axis]! + signOf(face.direction) * (face.setback - middle);
      half[axis] = (far - deep) / 2;
    }
    return { seat: { ...seat, at }, half };
  });
}

/** More places of contact along an axis are not tried. */
const MOST_CONTACTS = 120;
/** In a hull with dents every place is measured against every wall. */
const MOST_IN_DENTS = 24;

const fewest = (places: readonly number[], most: number): number[] => {
  const all = [...new Set(places.map((v) => Number(v.toFixed(4))))];
  return all.length <= most ? all : [];
};
