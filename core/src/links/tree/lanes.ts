/** A socket of lanes on a host that something is in. */
export interface LaneSocket {
  id: string;
  lanes: number;
  /** The board’s sheet says so: it stays. */
  typed: boolean;
}

/** Slots of so many lanes and more are parted; a smaller socket has its lanes to itself. */
const PARTED_FROM = 16;

/**
 * Lanes of each used socket of a host: a host has only so many. Where they ask for more, the wide slots are halved, the
 * last of the widest first, as boards part them (16; 8 and 8; 8, 4 and 4: common practice, no source).
 * @param has lanes of the host
 */
export function partedLanes(has: number, sockets: readonly LaneSocket[]): Map<string, number> {
  const lanes = new Map(sockets.map((s) => [s.id, s.lanes]));
  const wide = sockets.filter((s) => !s.typed && s.lanes >= PARTED_FROM);
  const sum = (of: readonly LaneSocket[]) => of.reduce((a, s) => a + lanes.get(s.id)!, 0);
  // What is over a power of two goes to small sockets and the chipset, never to wide slots.
  const forWide = 2 ** Math.floor(Math.log2(Math.max(1, has)));
  while (sum(sockets) > has || sum(wide) > forWide) {
    const widest = Math.max(...wide.map((s) => lanes.get(s.id)!));
    if (!(widest > 1)) break;
    const last = wide.findLast((s) => lanes.get(s.id) === widest)!;
    lanes.set(last.id, widest / 2);
  }
  return lanes;
}
