import type { Conversion, Part, Placement } from '../document';
import { FREED, type PlugKind } from '../parts';
import { placePart, type PlacedPart } from './placed';

/** A part within this of its place in a socket is in it, mm along each axis. */
const IN_SOCKET = 0.25;

/** Parts without what they need no more where they are plugged together, and back. Kept: assemblies are made for every move of a hand. */
const without = new WeakMap<PlacedPart, Map<string, PlacedPart>>();
const loose = new WeakMap<PlacedPart, PlacedPart>();

/** A part without some of its blocks: the same object each time. */
function less(part: PlacedPart, blocks: readonly string[], into?: string): PlacedPart {
  const all = without.get(part) ?? new Map<string, PlacedPart>();
  without.set(part, all);
  const key = [into, ...blocks].join();
  const made = all.get(key) ?? {
    ...part,
    solids: part.solids.filter((s) => !blocks.includes(s.id.slice(part.id.length + 1))),
    ...(into === undefined ? {} : { pluggedInto: into }),
  };
  all.set(key, made);
  loose.set(made, part);
  return made;
}

const sameTilt = ({ tilt: a }: Placement, { tilt: b }: Placement) =>
  (a?.degrees ?? 0) === (b?.degrees ?? 0) && (!a?.degrees || a.axis === b?.axis);

/**
 * Which parts are plugged into which board: those whose plug is where its socket is, the same way up. These need no cable
 * and no room for one, and fill the socket; what is unplugged gets all of it back. Order and other parts stay as they are.
 */
export function pluggedIn(parts: readonly PlacedPart[]): PlacedPart[] {
  const all = parts.map((part) => loose.get(part) ?? part);
  const into = new Map<PlacedPart, PlacedPart>();
  const taken = new Map<PlacedPart, PlugKind[]>();
  for (const part of all) {
    const { plug, placement } = part;
    if (!plug) continue;
    const board = all.find(
      (b) =>
        b.placement.rear === placement.rear &&
        b.placement.top === placement.top &&
        sameTilt(b.placement, placement) &&
        !taken.get(b)?.includes(plug.into) &&
        b.sockets?.[plug.into]?.every((v, i) => Math.abs(v - plug.at[i]!) <= IN_SOCKET),
    );
    if (!board) continue;
    into.set(part, board);
    taken.set(board, [...(taken.get(board) ?? []), plug.into]);
  }
  return all.map((part) => {
    const board = into.get(part);
    if (board) return less(part, FREED[part.plug!.into].other, board.id);
    const kinds = taken.get(part);
    return kinds
      ? less(
          part,
          kinds.flatMap((kind) => FREED[kind].board),
        )
      : part;
  });
}

/** Where a part sits in the socket of a placed board; undefined when the board has none for it, or the part no plug. */
export function socketPlacement(board: PlacedPart, id: string, part: Part): Placement | undefined {
  const { rear, top, tilt } = board.placement;
  const same = { rear, top, locked: false, ...(tilt ? { tilt } : {}) };
  const { plug } = placePart(id, part, { x: 0, y: 0, z: 0, ...same });
  const socket = plug && board.sockets?.[plug.into];
  if (!socket) return undefined;
  const [x, y, z] = socket.map((v, i) => Math.round((v - plug.at[i]!) * 1000) / 1000) as [number, number, number];
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
  const all: Record<string, Placement> = { [id]: placement };
  for (const other of board ? (plugged[id] ?? []) : []) {
    const was = layout.placements[other];
    if (!was || was.locked) continue;
    const seat = socketPlacement(placePart(id, board!, placement), other, kit.parts[other]!);
    if (seat) all[other] = seat;
  }
  return all;
}
