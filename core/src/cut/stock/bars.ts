/** Lengths that come out of one bar, and what is left of it, mm. */
export interface CutBar {
  pieces: { name: string; length: number }[];
  left: number;
}

export interface CutBars {
  bars: CutBar[];
  /** No fewer bars will do: every way was tried, or the sum alone asks for so many. */
  proven: boolean;
}

/** Ways that are tried before what was found is taken. */
const MOST_TRIES = 200_000;

/**
 * Lengths from bars, as few bars as possible: depth first over the pieces, longest first, each into a bar that is begun or
 * a new one (bin packing, Martello and Toth, Knapsack Problems, chapter 8, from memory). A cut of `kerf` lies between two
 * pieces of a bar.
 * @throws Error for a piece that is longer than the bar
 */
export function cutBars(pieces: readonly { name: string; length: number }[], bar: number, kerf: number): CutBars {
  const long = pieces.find((p) => p.length > bar + 1e-9);
  if (long) throw new Error(`${long.name} is ${long.length} mm long, the bar ${bar} mm.`);
  const sorted = [...pieces].sort((a, b) => b.length - a.length);
  // A bar that is longer by one cut takes pieces each longer by one.
  const room = bar + kerf;
  const sizes = sorted.map((p) => p.length + kerf);
  const least = Math.ceil(sizes.reduce((sum, s) => sum + s, 0) / room - 1e-9);
  let best = firstFit(sizes, room);
  let tries = 0;
  const chosen = new Array<number>(sizes.length).fill(0);
  const rooms: number[] = [];
  const place = (i: number): void => {
    if (best.count <= least || tries > MOST_TRIES) return;
    if (i === sizes.length) {
      if (rooms.length < best.count) best = { count: rooms.length, at: [...chosen] };
      return;
    }
    const tried = new Set<number>();
    for (let k = 0; k < rooms.length; k++) {
      const key = Math.round(rooms[k]! * 1e6);
      if (rooms[k]! < sizes[i]! - 1e-9 || tried.has(key)) continue;
      tried.add(key);
      tries++;
      chosen[i] = k;
      rooms[k]! -= sizes[i]!;
      place(i + 1);
      rooms[k]! += sizes[i]!;
      // Where it fits to the end nothing else is better there.
      if (Math.abs(rooms[k]! - sizes[i]!) < 1e-9) return;
    }
    if (rooms.length + 1 < best.count) {
      tries++;
      chosen[i] = rooms.length;
      rooms.push(room - sizes[i]!);
      place(i + 1);
      rooms.pop();
    }
  };
  place(0);
  const bars = Array.from({ length: best.count }, (_, k): CutBar => {
    const own = sorted.filter((_p, i) => best.at[i] === k);
    const used = own.reduce((sum, p) => sum + p.length + kerf, 0);
    return { pieces: own, left: Math.max(0, room - used) };
  });
  return { bars, proven: best.count <= least || tries <= MOST_TRIES };
}

function firstFit(sizes: readonly number[], room: number): { count: number; at: number[] } {
  const rooms: number[] = [];
  const at = sizes.map((size) => {
    let k = rooms.findIndex((r) => r >= size - 1e-9);
    if (k < 0) k = rooms.push(room) - 1;
    rooms[k]! -= size;
    return k;
  });
  return { count: rooms.length, at };
}
