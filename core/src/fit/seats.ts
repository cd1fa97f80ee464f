import {
  clearancesOf,
  drawersOf,
  featureSolids,
  hullModel,
  innerOf,
  ownStandoffs,
  placePart,
  type PlacedFace,
  type PlacedPart,
  type Wall,
} from '../assembly';
import { mayCut, survives } from '../brief';
import { faceWords, MAX_BATTEN, MIN_BATTEN, wallWords, axisIndex, type Conversion } from '../document';
import { shortBelow } from '../hold';
import { spreadOf } from '../quantity';
import { axisOf, directionOf, signOf, type Orientation } from '../solid';
import { STANDOFF_LENGTHS } from '../standards';
import { isChosen, ledOut } from './outlook';

/** Coordinates that rules fix, and what for. */
export interface Seat {
  at: (number | undefined)[];
  /** Where a coordinate is fixed by faces alone that work from a little farther in or out: from where to where they do. */
  span: ([number, number] | undefined)[];
  reasons: string[];
  /** Lower is better; mm-like units. */
  cost: number;
  /** On standoffs so long, over what stands on its wall, mm. */
  standoffs?: number;
  /** On two battens so high, over what stands on the floor, mm. */
  battens?: number;
}

/** May a face be opened for sockets, air and hands, as the brief has it? */
function mayOpen({ brief }: Conversion, face: string): boolean {
  if (brief.blockedFaces.includes(face) || survives(brief, 'face', face)) return false;
  // Under Conserve an old opening may serve; a sleeper's seen faces are out of the question.
  return brief.policy !== 'sleeper' || mayCut(brief, face);
}

/** What speaks against standoffs that are longer than usual; mm-like units. */
const TALL = 12;
/** What washers and nuts under standoffs add or take, mm. Common practice, no source. */
const WASHERS = 0.3;
/** So many lengths are tried over what stands on one wall. */
const MOST_LENGTHS = 3;

const STANDOFFS: readonly number[] = STANDOFF_LENGTHS;
/** Battens are sawn to any whole height, mm. */
const BATTENS: readonly number[] = Array.from({ length: MAX_BATTEN - MIN_BATTEN + 1 }, (_, i) => MIN_BATTEN + i);

/** Lengths of standoffs that are sold, or heights of battens, with which a part passes over features that stand on a wall, mm. */
function lengthsOver(
  document: Conversion,
  part: PlacedPart,
  face: PlacedFace,
  wall: Wall,
  offered = STANDOFFS,
): number[] {
  const axis = axisOf(face.direction);
  const sign = signOf(face.direction);
  const own = ownStandoffs(part);
  const ends = part.solids
    .filter((s) => !s.outside && s.role !== 'air' && s.role !== 'mount')
    .map(({ shape }) => sign * ((sign > 0 ? shape.high : shape.low)[axis] - face.plane));
  // What hangs under the board itself: soldered pins, a plate behind the cooler.
  const under = Math.max(0, own + Math.max(...ends));
  const plane = -wall.offset * sign;
  const lengths = Object.entries(document.shell.features).flatMap(([id, feature]) => {
    if (feature.fate === 'removed' || feature.moving) return [];
    const { value } = feature.metal ? clearancesOf(document).conducting : clearancesOf(document).static;
    return featureSolids(id, feature).flatMap((solid) => {
      if (solid.swept) return [];
      const [foot, top] = [sign > 0, sign < 0].map((high) => -sign * (solid.end(axis, high).value - plane)) as [
        number,
        number,
      ];
      if (foot > offered.at(-1)! || top <= 0) return [];
      // As sure as the feature was measured and the standoffs are long.
      const half95 = Math.hypot(spreadOf(solid.end(axis, sign < 0)).half95, WASHERS);
      const length = offered.find((l) => l >= top + value + half95 + under - 1e-6);
      return length !== undefined && length > Math.max(own, face.setback) + 0.5 ? [length] : [];
    });
  });
  return [...new Set(lengths)].sort((a, b) => a - b).slice(0, MOST_LENGTHS);
}

/** A part that the user says is taped or glued needs no holes. */
function stuckBy({ cut }: Conversion, id: string): 'tape' | 'glue' | undefined {
  const kind = cut.mounts[id]?.kind;
  return kind === 'tape' || kind === 'glue' ? kind : undefined;
}

/** What a body offers to what rides on it: its faces, or the boards of a drawer. */
function sidesToMountOn(document: Conversion, on: string) {
  const body = document.shell.bodies[on];
  const hull = hullModel(document.shell);
  const faces = new Set<string>();
  if (body?.cut.kind === 'face') faces.add(body.cut.face);
  if (body?.cut.kind === 'plane') {
    const side = directionOf(axisIndex(body.cut.axis), body.cut.side === 'above' ? 1 : -1);
    const axis = axisOf(side);
    for (const wall of hull.walls)
      if (wall.normal[axis] * signOf(side) < -0.999 || (side === 'top' && wall.inLid)) faces.add(wall.face);
  }
  const { boards, block } = drawersOf(document.shell, hull)[on] ?? {};
  return { name: body?.name || body?.kind || on, faces, boards, block };
}

/** What speaks against a face that looks out of nothing: leads have to go from it, and it is reached with the body open. */
const LED = 60;

/** Where a face of something that rides on a body may be besides the walls: at a board of its drawer, or anywhere inside. */
function onBody(
  { brief }: Conversion,
  way: Seat,
  part: PlacedPart,
  face: PlacedFace,
  { name, boards, block }: ReturnType<typeof sidesToMountOn>,
  on: string,
): Seat[] {
  const axis = axisOf(face.direction);
  const sign = signOf(face.direction);
  const seats: Seat[] = [];
  for (const board of boards ?? []) {
    const plane = innerOf(board, block!, face.direction);
    // Old boards stay whole under Conserve.
    if (plane === undefined || brief.policy === 'conserve') continue;
    const value = plane - sign * face.setback - face.plane;
    if (way.at[axis] !== undefined && Math.abs(way.at[axis] - value) > 0.5) continue;
    const at = way.at.slice();
    at[axis] ??= value;
    const span = way.span.slice();
    span[axis] = [plane - sign * face.reach - face.plane, value].sort((a, b) => a - b) as [number, number];
    const side = board.id.slice(board.id.lastIndexOf('/') + 1);
    seats.push({ at, span, reasons: [...way.reasons, `${face.name} at the ${side} of ${name}`], cost: way.cost });
  }
  // A fan that looks at nothing only stirs; sockets are led out by cables.
  if (ledOut(part.part, on))
    seats.push({
      ...way,
      reasons: [...way.reasons, `${face.name} inside ${name}: leads from it`],
      cost: way.cost + LED,
    });
  return seats;
}

/** What speaks against an opening in a face that was not chosen, and in one that is not the rear; mm-like units. */
const NOT_CHOSEN = 70;
const NOT_REAR = 20;

/**
 * The ways in which a part's face rules and seat can be met in an orientation.
 * @param on the body it rides on: it is screwed to that
 * @param seated screwed to a wall as well @param anyFace its faces may look through any face that may be opened, not only a chosen one
 */
export function seatsFor(
  document: Conversion,
  id: string,
  orientation: Orientation,
  seated: boolean,
  anyFace = true,
  on?: string,
): Seat[] {
  const placedOn = (standoffs?: number) =>
    placePart(id, document.kit.parts[id]!, {
      ...{ x: 0, y: 0, z: 0, locked: false },
      ...orientation,
      ...(standoffs === undefined ? {} : { standoffs }),
    });
  const placed = placedOn();
  const mounts = on === undefined ? undefined : sidesToMountOn(document, on);
  let ways: Seat[] = [{ at: [undefined, undefined, undefined], span: [], reasons: [], cost: 0 }];
  for (const face of placed.faces) {
    const axis = axisOf(face.direction);
    const sign = signOf(face.direction);
    const isMount = !face.mustReachOutside;
    if (isMount && !seated) continue;
    const walls = hullModel(document.shell).walls.filter((w) => w.normal[axis] * sign < -0.999);
    const next: Seat[] = [];
    const floor = mounts?.boards?.[0];
    if (isMount && floor && axis === 2 && sign < 0)
      for (const way of ways) {
        const at = way.at.slice();
        at[axis] ??= floor.shape.high[axis] - sign * face.setback - face.plane;
        next.push({ ...way, at, reasons: [...way.reasons, `screwed to the floor of ${mounts.name}`] });
      }
    for (const way of ways)
      for (const wall of walls) {
        // What it shows to the outside it shows through what carries it.
        if (!isMount && mounts && !mounts.faces.has(wall.face)) continue;
        if (!isMount && (!mayOpen(document, wall.face) || shortBelow(document, placed, face, wall.thickness))) continue;
        const chosen = isMount || isChosen(document, id, face.direction, wall.face);
        if (!chosen && !anyFace) continue;
        const stuck = isMount ? stuckBy(document, id) : undefined;
        // Tape keeps what lies on it; what hangs before a wall is glued.
        if (stuck === 'tape' && wall.face !== 'bottom') continue;
        // Screws want holes: where none may be drilled, only holes that are there will do.
        const drills = isMount && !stuck && face.cuts.length > 0 && !mayCut(document.brief, wall.face);
        if (drills && !Object.values(document.shell.openings).some((o) => o.face === wall.face)) continue;
        // Mounts on the lid come off with it.
        if (
          isMount &&
          (mounts ? mounts.boards !== undefined || !mounts.faces.has(wall.face) : wall.inLid || wall.face === 'top')
        )
          continue;
        const value = -wall.offset * sign - sign * face.setback - face.plane;
        const known = way.at[axis];
        if (known !== undefined && Math.abs(known - value) > 0.5) continue;
        const at = way.at.slice();
        at[axis] ??= value;
        const span = way.span.slice();
        if (isMount) span[axis] = undefined;
        else if (known === undefined || span[axis]) {
          // From as deep in the wall as it is thick to as far from it as the face still works.
          const ends = [-wall.thickness, face.reach].map((gap) => sign * (-wall.offset - gap) - face.plane);
          const was = span[axis] ?? [-Infinity, Infinity];
          span[axis] = [Math.max(was[0], Math.min(...ends)), Math.min(was[1], Math.max(...ends))];
        }
        // A stand is as high as it was made.
        const made = placed.part.own?.made?.kind === 'stand';
        if (isMount && known === undefined && face.cuts.length > 1 && !made)
          for (const length of lengthsOver(document, placed, face, wall)) {
            const raised = placedOn(length);
            const under = raised.faces.find((f) => f.id === face.id)!;
            const over = at.slice();
            over[axis] = -wall.offset * sign - sign * under.setback - under.plane;
            next.push({
              at: over,
              span,
              standoffs: length,
              reasons: [
                ...way.reasons,
                `on standoffs of ${length} mm on the ${wallWords(wall.face)}, over what stands there`,
              ],
              cost: way.cost + (wall.face === 'bottom' ? 0 : 25) + TALL + length / 2,
            });
          }
        // What has no holes to be screwed by stands on battens there.
        const bare = ownStandoffs(placed) > 0;
        if (isMount && known === undefined && face.cuts.length === 0 && !bare && wall.face === 'bottom')
          for (const height of lengthsOver(document, placed, face, wall, BATTENS)) {
            const over = at.slice();
            over[axis] = value + height;
            next.push({
              at: over,
              span,
              battens: height,
              reasons: [...way.reasons, `on battens of ${height} mm, over what stands on the floor`],
              cost: way.cost + TALL + height / 2,
            });
          }
        next.push({
          at,
          span,
          ...(way.battens === undefined ? {} : { battens: way.battens }),
          ...(way.standoffs === undefined ? {} : { standoffs: way.standoffs }),
          reasons: [
            ...way.reasons,
            isMount
              ? `${stuck === undefined ? 'screwed' : stuck === 'tape' ? 'taped' : 'glued'} to the ${wallWords(wall.face)}`
              : `${face.name} at the ${faceWords(wall.face)}`,
          ],
          cost:
            way.cost +
            (isMount && wall.face !== 'bottom' ? 25 : 0) +
            (isMount || wall.face === 'rear' ? 0 : chosen ? NOT_REAR : NOT_CHOSEN),
        });
      }
    if (!isMount && mounts) for (const way of ways) next.push(...onBody(document, way, placed, face, mounts, on!));
    ways = next;
  }
  return ways;
}
