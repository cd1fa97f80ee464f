import {
  carried,
  freeSockets,
  movedWith,
  placeInShell,
  placePart,
  pluggedIn,
  socketPlacement,
  turnedSize,
  type Assembly,
  type PlacedPart,
} from '../assembly';
import { axisIndex, placesInRow, rowOf, type Conversion, type Placement } from '../document';
import { FREED, kindOf, partModel, type PlugKind } from '../parts';
import { axisOf, ORIENTATIONS, turnOf, type Axis, type Orientation, type Vec3 } from '../solid';
import { facesHold } from './behind';
import { outwardOf, spanAlong } from './opening/motion';
import { freePositions } from './freePositions';
import { eachFree, valueOf, type Enough, type Run } from './space';
import { shortAt, stopsAt } from './margin';
import { marginsOfPart } from './margins';
import { seatsWith, standingOn } from './carriers/seats';
import { seatsFor, type Seat } from './seats';

/** A place found for a part, with what speaks for it. */
export interface Proposal {
  placement: Placement;
  /** Lower is better; mm-like units. */
  cost: number;
  reasons: string[];
}

export interface PlaceResult {
  proposals: Proposal[];
  /** What was searched, in words that claim no more than was done. */
  searched: string;
}

export interface PlaceOptions {
  /** Only these orientations; all 24 otherwise. */
  orientations?: readonly Orientation[];
  /** Prefer positions near this one (for remedies); otherwise low, square and to the rear. */
  near?: Placement;
  /** Grid step of positions, mm. */
  step?: number;
  /** Only with all the room that is wanted; otherwise with as little as does not stop where there is no such place. */
  enough?: 'wanted';
}

/**
 * Finds places for one part among everything that is already in the shell: every allowed orientation, every
 * position on a grid, faces that must reach outside set exactly against a wall they may use. Seated places
 * (screwed to a wall) are tried first, hanging ones only when there is none.
 */
export function placeFor(
  document: Conversion,
  assembly: Assembly,
  id: string,
  options: PlaceOptions = {},
): PlaceResult {
  const part = document.kit.parts[id];
  if (!part) throw new Error(`The kit has no part “${id}”.`);
  const step = options.step ?? 2;
  const orientations = options.orientations ?? ORIENTATIONS;
  const found: Proposal[] = [];
  const mates = new Set([id, ...Object.keys(rowOf(document.layout, id)?.row.parts ?? {}), ...standingOn(document, id)]);
  const others: Assembly = { ...assembly, parts: assembly.parts.filter((p) => !mates.has(p.id)) };
  // All the room it wants, screwed down or hanging; only then as little as does not stop.
  for (const enough of options.enough ? [options.enough] : (['wanted', 'touching'] as const))
    for (const seated of [true, false]) {
      if (found.length > 0) break;
      for (const orientation of orientations)
        for (const fixed of seatsWith(document, id, orientation, seated))
          found.push(...search(document, others, id, orientation, fixed, step, enough, options.near));
    }
  if (!options.near && document.layout.placements[id]?.on === undefined)
    found.push(...socketsFor(document, others, id, orientations));
  found.sort((a, b) => a.cost - b.cost);
  return {
    proposals: distinct(found).slice(0, 6),
    searched: `${orientations.length} orientation${orientations.length === 1 ? '' : 's'}, positions every ${step} mm${found.length === 0 ? ', seated on a wall and hanging' : ''}`,
  };
}

/** What a part needs where it is not plugged into its board. */
const SPARES: Readonly<Record<PlugKind, string>> = {
  slot: ', no riser',
  'main socket': ', no extension',
  'M.2 socket': '',
  '2.5 in bay': '',
  '3.5 in bay': '',
};

/** The place of a part in the socket of each board that stands in the shell, where nothing is in its way. */
function socketsFor(
  document: Conversion,
  others: Assembly,
  id: string,
  orientations: readonly Orientation[],
): Proposal[] {
  const part = document.kit.parts[id]!;
  const into = partModel(id, part).plug?.into;
  if (!into) return [];
  const sockets = others.parts.flatMap((board) =>
    freeSockets(others.parts, board, id, into).map((which) => ({ board, which })),
  );
  return sockets.flatMap(({ board, which }): Proposal[] => {
    const { rear, top } = board.placement;
    const placement = socketPlacement(board, id, part, which);
    if (!placement || !orientations.some((o) => o.rear === rear && o.top === top)) return [];
    const parts = pluggedIn([...others.parts, placeInShell(id, part, placement, document)]);
    const plugged = parts.at(-1)!;
    const at = [placement.x, placement.y, placement.z];
    // What looks out of the shell has to have a wall there; a module or a drive in its bay needs none.
    const seat = FREED[into].fitted
      ? { reasons: [] }
      : seatsFor(document, id, { rear, top }, false).find((s) =>
          s.at.every((v, i) => v === undefined || Math.abs(v - at[i]!) <= 0.5),
        );
    const assembly: Assembly = { ...others, parts };
    if (plugged.pluggedInto !== board.id || !seat || !facesHold(document, assembly, plugged)) return [];
    if (shortAt(marginsOfPart(assembly, plugged)).length > 0) return [];
    return [
      {
        placement,
        cost: 0,
        reasons: [`in the ${into} of ${board.part.name}${SPARES[into]}`, ...seat.reasons],
      },
    ];
  });
}

/** Places that are checked exactly before an orientation is given up, and places among which these are looked for. */
const MOST_CHECKED = 40;
const MOST_KEPT = 2000;

/** The cheapest few of all that is offered, cheapest first: a part that may hang anywhere has millions of places. */
function cheapest(most: number, each: (offer: (cost: number, at: Vec3) => void) => void) {
  const kept: { cost: number; at: Vec3 }[] = [];
  let worst = Infinity;
  const byCost = (a: { cost: number }, b: { cost: number }) => a.cost - b.cost;
  each((cost, at) => {
    if (cost >= worst) return;
    kept.push({ cost, at });
    if (kept.length < 2 * most) return;
    kept.sort(byCost).length = most;
    worst = kept[most - 1]!.cost;
  });
  return kept.sort(byCost);
}

function search(
  document: Conversion,
  assembly: Assembly,
  id: string,
  orientation: Orientation,
  fixed: Seat,
  step: number,
  enough: Enough,
  near?: Placement,
): Proposal[] {
  const part = document.kit.parts[id]!;
  const size = turnedSize(id, part, turnOf(orientation));
  const bounds = roomOf(document, assembly, id);
  const runs = bounds.map(([low, high], i): Run => {
    const at = fixed.at[i];
    if (at !== undefined) return { from: at, step: 1, count: 1 };
    const room = high - low - size[i]!;
    return { from: low, step, count: room < 0 ? 0 : Math.floor(room / step) + 1 };
  }) as [Run, Run, Run];
  if (runs.some((r) => r.count === 0)) return [];
  // It stays on what it rides on.
  const on = document.layout.placements[id]?.on;
  const body = on === undefined ? undefined : document.shell.bodies[on];
  const hangs = body?.cut.kind === 'plane' && body.cut.side === 'above';
  const carries = standingOn(document, id).length > 0;
  const origin: Placement = {
    ...{ x: 0, y: 0, z: 0, locked: false },
    ...orientation,
    ...(on === undefined ? {} : { on }),
    ...(fixed.standoffs === undefined ? {} : { standoffs: fixed.standoffs }),
    ...(fixed.battens === undefined ? {} : { battens: fixed.battens }),
  };
  /** The part at a place, with those that are in a row with it, and what stands on it, at theirs. */
  const placedAt = (placement: Placement): [PlacedPart, ...PlacedPart[]] => {
    const all = Object.entries({
      ...placesInRow(document.layout, id, placement),
      ...(carries ? movedWith(document, {}, id, placement) : {}),
    });
    const made = all.map(([one, there]) => carried(placePart(one, document.kit.parts[one]!, there), document.shell));
    const own = made.find((p) => p.id === id)!;
    return [own, ...made.filter((p) => p !== own)];
  };
  const [own, ...mates] = placedAt(origin);
  const whole: PlacedPart = { ...own, solids: [own, ...mates].flatMap((p) => p.solids) };
  const map = freePositions(assembly, whole, runs, enough);
  const kind = kindOf(part);
  const tilt = orientation.top === 'top' ? 0 : orientation.top === 'bottom' ? 40 : kind === 'card' ? 2 : 15;
  const cells = cheapest(MOST_KEPT, (offer) =>
    eachFree(map, (ix, iy, iz) => {
      const at: Vec3 = [valueOf(runs[0], ix), valueOf(runs[1], iy), valueOf(runs[2], iz)];
      offer(near ? distanceTo(near, at) : placeCost(at, size, bounds, hangs), at);
    }),
  );
  // The grid took cylinders as boxes and walls as exact: the first that passes exactly is the best.
  let checked = 0;
  for (const { at, cost } of cells) {
    const placement: Placement = { ...origin, x: round(at[0]), y: round(at[1]), z: round(at[2]) };
    const [placed, ...beside] = placedAt(placement);
    if (![placed, ...(carries ? beside : [])].every((p) => facesHold(document, assembly, p))) continue;
    if (checked++ >= MOST_CHECKED) break;
    const margins = [placed, ...beside].flatMap((p) => marginsOfPart(assembly, p));
    if ((enough === 'wanted' ? shortAt(margins) : stopsAt(margins)).length > 0) continue;
    return [
      {
        placement,
        cost: cost + tilt + fixed.cost,
        reasons: [
          ...fixed.reasons,
          ...(enough === 'touching' ? ['with less room than is wanted'] : []),
          ...(near ? [`${Math.round(distanceTo(near, at))} mm from where it was`] : []),
        ],
      },
    ];
  }
  return [];
}

/** Brackets on a lid reach so far past its joint, mm. Common practice, no source. */
const BRACKET = 60;

/** Where a part may be along each axis: in the shell, or in the drawer that it rides in. */
function roomOf(document: Conversion, { hull, drawers }: Assembly, id: string): [number, number][] {
  const on = document.layout.placements[id]?.on;
  const block = on === undefined ? undefined : drawers[on]?.block.shape;
  const body = on === undefined ? undefined : document.shell.bodies[on];
  const outward = body && !block ? outwardOf(body, hull) : undefined;
  // A door or a panel takes along only what stands behind its own window.
  if (body?.cut.kind === 'face' && outward)
    return ([0, 1, 2] as Axis[]).map((i) =>
      i === axisOf(outward) ? [hull.innerLow[i], hull.innerHigh[i]] : spanAlong(document, hull, body, i),
    );
  // A lid or half holds what is in it, or hangs from it on brackets.
  if (body?.cut.kind === 'plane') {
    const { axis, at, side } = body.cut;
    const above = side === 'above';
    return ([0, 1, 2] as Axis[]).map((i): [number, number] => {
      if (i !== axisIndex(axis)) return [hull.innerLow[i], hull.innerHigh[i]];
      return above
        ? [Math.max(hull.innerLow[i], at.value - BRACKET), hull.innerHigh[i]]
        : [hull.innerLow[i], Math.min(hull.innerHigh[i], at.value + BRACKET)];
    });
  }
  return [0, 1, 2].map((i): [number, number] => [
    block ? block.low[i]! : hull.innerLow[i]!,
    // A drawer is open on top: what stands in it may stand higher than its sides.
    block && i !== 2 ? block.high[i]! : hull.innerHigh[i]!,
  ]);
}

const round = (value: number) => Math.round(value * 1000) / 1000;

const distanceTo = (near: Placement, at: Vec3) => Math.hypot(at[0] - near.x, at[1] - near.y, at[2] - near.z);

/** Low (or high, on what is above), at a side and to the rear: what keeps the free room in one piece (common practice, no source). */
function placeCost(at: Vec3, size: Vec3, bounds: [number, number][], hangs: boolean): number {
  const gap = (i: Axis) => Math.min(at[i] - bounds[i]![0], bounds[i]![1] - at[i] - size[i]);
  const stands = hangs ? bounds[2]![1] - at[2] - size[2] : at[2] - bounds[2]![0];
  return 0.5 * stands + 0.15 * gap(0) + 0.1 * (bounds[1]![1] - at[1] - size[1]);
}

function distinct(found: readonly Proposal[]): Proposal[] {
  const kept: Proposal[] = [];
  for (const p of found)
    if (
      !kept.some(
        (k) =>
          k.placement.rear === p.placement.rear &&
          k.placement.top === p.placement.top &&
          distanceTo(k.placement, [p.placement.x, p.placement.y, p.placement.z]) < 20,
      )
    )
      kept.push(p);
  return kept;
}
