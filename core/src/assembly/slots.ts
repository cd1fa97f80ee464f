import type { Conversion, Part, Placement } from '../document';
import { FREED, type PlugKind } from '../parts';
import { placePart, type PlacedPart } from './placed';

/** A part within this of its place in a socket is in it, mm along each axis. */
const IN_SOCKET = 0.25;

/** Parts without what they need no more where they are plugged together, and back. Kept: assemblies are made for every move of a hand. */
const without = new WeakMap<PlacedPart, Map<string, PlacedPart>>();
const loose = new WeakMap<PlacedPart, PlacedPart>();

/** Where a part is plugged in. */
type Plugged = Required<Pick<PlacedPart, 'pluggedInto' | 'pluggedAt' | 'pluggedOut'>>;

/** A part without some of its blocks: the same object each time. */
function less(part: PlacedPart, blocks: readonly string[], into?: Plugged): PlacedPart {
  const all = without.get(part) ?? new Map<string, PlacedPart>();
  without.set(part, all);
  const key = [into?.pluggedInto, into?.pluggedAt, into?.pluggedOut, ...blocks].join();
  const made = all.get(key) ?? {
    ...part,
    solids: part.solids.filter((s) => !blocks.includes(s.id.slice(part.id.length + 1))),
    ...into,
  };
  all.set(key, made);
  loose.set(made, part);
  return made;
}

const sameTilt = ({ tilt: a }: Placement, { tilt: b }: Placement) =>
  (a?.degrees ?? 0) === (b?.degrees ?? 0) && (!a?.degrees || a.axis === b?.axis);

/**
 * Which parts are plugged into which board or cage: those whose plug is where a socket is, the same way up. These need no
 * cable and no room for one, and fill the socket; what is unplugged gets all of it back. Order and other parts stay as they are.
 */
export function pluggedIn(parts: readonly PlacedPart[]): PlacedPart[] {
  const all = parts.map((part) => loose.get(part) ?? part);
  const into = new Map<PlacedPart, Plugged>();
  const taken = new Map<PlacedPart, { kind: PlugKind; at: number }[]>();
  for (const part of all) {
    const { plug, placement } = part;
    if (!plug) continue;
    for (const board of all) {
      if (!board.sockets?.[plug.into] || !sameWay(board.placement, placement)) continue;
      const used = taken.get(board) ?? [];
      const at = board.sockets[plug.into]!.findIndex(
        (socket, i) =>
          !used.some((t) => t.kind === plug.into && t.at === i) &&
          socket.at.every((v, k) => Math.abs(v - plug.at[k]!) <= IN_SOCKET),
      );
      if (at < 0) continue;
      into.set(part, { pluggedInto: board.id, pluggedAt: at, pluggedOut: board.sockets[plug.into]![at]!.out });
      taken.set(board, [...used, { kind: plug.into, at }]);
      break;
    }
  }
  return all.map((part) => {
    const plugged = into.get(part);
    if (plugged) return less(part, FREED[part.plug!.into].other, plugged);
    const used = taken.get(part);
    return used
      ? less(
          part,
          used.flatMap(({ kind }) => FREED[kind].board),
        )
      : part;
  });
}

const sameWay = (a: Placement, b: Placement) => a.rear === b.rear && a.top === b.top && sameTilt(a, b);

/** Sockets of a board that a part could go into and nothing else sits in, by their numbers. */
export function freeSockets(parts: readonly PlacedPart[], board: PlacedPart, id: string, into: PlugKind): number[] {
  return (board.sockets?.[into] ?? [])
    .map((_, i) => i)
    .filter(
      (i) =>
        !parts.some((p) => p.id !== id && p.pluggedInto === board.id && p.plug?.into === into && p.pluggedAt === i),
    );
}

/** Where a part sits in one of the sockets of a placed board; undefined when the board has none for it, or the part no plug. */
export function socketPlacement(board: PlacedPart, id: string, part: Part, which = 0): Placement | undefined {
  const { rear, top, tilt, on } = board.placement;
  // Where the board rides, it rides.
  const same = { rear, top, locked: false, ...(tilt ? { tilt } : {}), ...(on === undefined ? {} : { on }) };
  const { plug } = placePart(id, part, { x: 0, y: 0, z: 0, ...same });
  const socket = plug && board.sockets?.[plug.into]?.[which];
  if (!socket) return undefined;
  const [x, y, z] = socket.at.map((v, i) => Math.round((v - plug.at[i]!) * 1000) / 1000) as [number, number, number];
  return { x, y, z, ...same };
}

/** Which parts are plugged into which board of a plan: ids by the board's id. */
export function pluggedOf(parts: readonly PlacedPart[]): Record<string, string[]> {
  const found: Record<string, string[]> = {};
  for (const { id, pluggedInto } of parts) if (pluggedInto) (found[pluggedInto] ??= []).push(id);
  return found;
}

/** Where a part and what is plugged into it are when the part is put somewhere: these go with their board. */
export function movedWithPlugged(
  { kit, layout }: Conversion,
  plugged: Readonly<Record<string, readonly string[]>>,
  id: string,
  placement: Placement,
): Record<string, Placement> {
  const board = kit.parts[id];
  const before = layout.placements[id];
  const all: Record<string, Placement> = { [id]: placement };
  for (const other of board ? (plugged[id] ?? []) : []) {
    const was = layout.placements[other];
    if (!was || was.locked) continue;
    // The socket it sits in stays its own.
    const part = kit.parts[other]!;
    const seats = (at: Placement) => socketsOf(placePart(id, board!, at), other, part);
    const which = before ? seats(before).findIndex((s) => nearly(s, was)) : -1;
    const seat = seats(placement)[Math.max(0, which)];
    if (seat) all[other] = seat;
  }
  return all;
}

/** Are two places so near that a part at one is in the socket of the other? */
export const nearly = (a: Placement, b: Placement): boolean =>
  a.rear === b.rear &&
  a.top === b.top &&
  (['x', 'y', 'z'] as const).every((k) => Math.abs(a[k] - b[k]) <= 2 * IN_SOCKET);

/** Where a part sits in each socket of a board that it could go into. */
export function socketsOf(board: PlacedPart, id: string, part: Part): Placement[] {
  const seats: Placement[] = [];
  for (let i = 0; ; i++) {
    const seat = socketPlacement(board, id, part, i);
    if (!seat) return seats;
    seats.push(seat);
  }
}
