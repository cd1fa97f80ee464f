import { drawersOf, hullModel, innerOf, placePart, type PlacedFace, type PlacedPart } from '../assembly';
import { mayCut, survives } from '../brief';
import { faceWords, wallWords, axisIndex, type Conversion } from '../document';
import { shortBelow } from '../hold';
import { axisOf, directionOf, signOf, type Orientation } from '../solid';
import { isChosen, ledOut } from './outlook';

/** Coordinates that rules fix, and what for. */
export interface Seat {
  at: (number | undefined)[];
  /** Where a coordinate is fixed by faces alone that work from a little farther in or out: from where to where they do. */
  span: ([number, number] | undefined)[];
  reasons: string[];
  /** Lower is better; mm-like units. */
  cost: number;
}

/** May a face be opened for sockets, air and hands, as the brief has it? */
function mayOpen({ brief }: Conversion, face: string): boolean {
  if (brief.blockedFaces.includes(face) || survives(brief, 'face', face)) return false;
  // Under Conserve an old opening may serve; a sleeper's seen faces are out of the question.
  return brief.policy !== 'sleeper' || mayCut(brief.policy, face);
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
  const placed = placePart(id, document.kit.parts[id]!, { x: 0, y: 0, z: 0, locked: false, ...orientation });
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
        const { policy } = document.brief;
        // What it shows to the outside it shows through what carries it.
        if (!isMount && mounts && !mounts.faces.has(wall.face)) continue;
        if (!isMount && (!mayOpen(document, wall.face) || shortBelow(document, placed, face, wall.thickness))) continue;
        const chosen = isMount || isChosen(document, id, face.direction, wall.face);
        if (!chosen && !anyFace) continue;
        // Screws want holes: where none may be drilled, only holes that are there will do.
        const drills = isMount && face.cuts.length > 0 && !mayCut(policy, wall.face);
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
        next.push({
          at,
          span,
          reasons: [
            ...way.reasons,
            isMount ? `screwed to the ${wallWords(wall.face)}` : `${face.name} at the ${faceWords(wall.face)}`,
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
