import { placePart, socketPlacement } from '../../assembly';
import type { HoleMap, MadeTray } from '../../document';
import { partFrom, partModel } from '../../parts';
import { LIBRARY, standardPart } from '../../standards';
import type { Corrected } from '../holeMap/plate';
import type { HoleSolution } from '../holeMap/types';
import type { MadeBox } from './box';

/** Rim of a tray around its board, of a rear panel around what is open in it, mm. Common practice, no source. */
const RIM = 12;
/** Thickness of the sheet of a case, mm. Common practice, no source. */
const SHEET = 0.8;
/** Screws that hold a tray: so far from its edges, in holes for M4 (ISO 273 medium), mm. Where is common practice. */
const SCREWED = { from: 8, diameter: 4.5 };
/** Distance of card slots, mm (0.8 in, card specification). */
const SLOTS = 20.32;

const tidy = (v: number) => Math.round(v * 100) / 100;
const WHOLE: MadeTray['off'] = { left: 0, right: 0, front: 0, rear: 0, top: 0 };

/** Rows of the library that a donor's tray is usually made for. */
export const TRAY_ROWS = LIBRARY.filter((row) => row.kind === 'board' && row.holes.length > 0);

/**
 * The tray of a case for a board of the library, with its rear panel in one piece: standoffs at the board's holes, the
 * opening for its sockets, and the slots that fit beside it.
 * @throws Error for a row that is no board with holes
 */
export function standardTray(key: string): MadeTray {
  const row = standardPart(key);
  if (row?.kind !== 'board' || row.holes.length === 0) throw new Error(`“${key}” is no board with known holes.`);
  const board = partFrom(row);
  const upright = { x: 0, y: 0, z: 0, rear: 'rear', top: 'top', locked: false } as const;
  const model = partModel('board', board);
  const drills = model.faces.flatMap((f) => f.cuts).filter((c) => c.kind === 'drill');
  const sockets = model.faces.find((f) => f.mustReachOutside)!;
  const width = board.dimensions.width!.value + 2 * RIM;
  // Bent sheet is not exact: the bare sockets keep their millimetre to it.
  const inside = RIM + sockets.plane.value + sockets.setback + 0.2;
  const openings: MadeTray['openings'] = {};
  const open = (id: string, name: string, at: readonly number[], size: readonly [number, number]) => {
    const left = RIM + at[0]! - size[0] / 2;
    const right = left + size[0];
    const low = Math.max(0, at[2]! - size[1] / 2);
    openings[id] = {
      name,
      x: tidy(Math.max(0, left)),
      z: tidy(low),
      width: tidy(Math.min(width, right) - Math.max(0, left)),
      height: tidy(at[2]! + size[1] / 2 - low),
    };
  };
  for (const cut of sockets.cuts)
    if (cut.shape.kind === 'rectangle') open('sockets', cut.name, cut.at, cut.shape.size as [number, number]);
  // Where a card’s bracket comes through, from the first slot away from the sockets.
  const card = LIBRARY.find((r) => r.kind === 'card');
  const seat = card && socketPlacement(placePart('board', board, upright), 'card', partFrom(card));
  if (card && seat) {
    const placed = placePart('card', partFrom(card), seat);
    const bracket = placed.solids.find((s) => s.id.endsWith('bracket'))!.shape;
    const middle = bracket.high[0] - SLOTS / 2;
    const high = bracket.high[2] - RIM / 2;
    for (let i = 0; middle - i * SLOTS > RIM / 2 && i < 7; i++)
      open(`slot-${i + 1}`, `slot ${i + 1}`, [middle - i * SLOTS, 0, (high + 2) / 2], [14, high - 2]);
  }
  const top = Math.max(...Object.values(openings).map((o) => o.z + o.height));
  return {
    kind: 'tray',
    from: row.name,
    width: tidy(width),
    depth: tidy(inside + SHEET),
    thickness: SHEET,
    rear: tidy(top + RIM),
    standoffs: Object.fromEntries(
      drills.map((d, i) => [`hole-${i + 1}`, { x: tidy(RIM + d.at[0]), y: tidy(RIM + d.at[1]) }]),
    ),
    openings,
    off: WHOLE,
    held: 'screws',
    material: 'steel',
  };
}

/** The tray that a hole map describes: its holes as standoffs, no rear panel until it is measured. */
export function mappedTray(map: HoleMap, solution: HoleSolution, { positions }: Corrected): MadeTray {
  const all = Object.values(positions);
  const x0 = solution.width === undefined ? Math.min(...all.map((p) => p[0])) - RIM : 0;
  const y0 = solution.depth === undefined ? Math.min(...all.map((p) => p[1])) - RIM : 0;
  return {
    kind: 'tray',
    from: map.name,
    width: tidy(solution.width ?? Math.max(...all.map((p) => p[0])) + RIM - x0),
    depth: tidy(solution.depth ?? Math.max(...all.map((p) => p[1])) + RIM - y0),
    thickness: SHEET,
    rear: 0,
    standoffs: Object.fromEntries(
      Object.entries(positions)
        .filter(([id]) => map.points[id]?.kind === 'hole')
        .map(([id, p]) => [id, { x: tidy(p[0] - x0), y: tidy(p[1] - y0) }]),
    ),
    openings: {},
    off: WHOLE,
    held: 'screws',
    material: 'steel',
  };
}

/** What is left of a tray’s plate after it is cut down, in the whole plate’s axes, mm. */
export const keptOf = ({ width, depth, off }: MadeTray) => ({
  low: [off.left, off.front] as [number, number],
  high: [width - off.right, depth - off.rear] as [number, number],
});

/** Height of what is left of the rear panel, mm; it goes with the strip along the rear edge. */
export const rearLeft = ({ rear, off }: MadeTray): number => (off.rear > 0 ? 0 : Math.max(0, rear - off.top));

/** The plate and the pieces of the rear panel around its openings. @throws Error where the cuts leave nothing */
export function trayBlocks(tray: MadeTray): MadeBox[] {
  const { low, high } = keptOf(tray);
  if (high[0] - low[0] < 1 || high[1] - low[1] < 1)
    throw new Error(
      `Cut off are ${tray.off.left} + ${tray.off.right} of ${tray.width} mm across and ${tray.off.front} + ${tray.off.rear} of ${tray.depth} mm along: nothing of the tray is left.`,
    );
  const { thickness: t } = tray;
  const boxes: MadeBox[] = [{ name: 'tray', low: [low[0], low[1], 0], high: [high[0], high[1], t] }];
  const rear = rearLeft(tray);
  if (rear <= 0) return boxes;
  for (const [x0, z0, x1, z1] of around([low[0], 0, high[0], rear], rectanglesOf(tray)))
    boxes.push({ name: 'rear panel', low: [x0, high[1] - t, t + z0], high: [x1, high[1], t + z1] });
  return boxes;
}

type Rectangle = [x0: number, z0: number, x1: number, z1: number];

const rectanglesOf = ({ openings }: MadeTray): Rectangle[] =>
  Object.values(openings).map((o) => [o.x, o.z, o.x + o.width, o.z + o.height]);

/** A rectangle less others, as few upright strips: between two edges of openings the same pieces stand. */
export function around([x0, z0, x1, z1]: Rectangle, holes: readonly Rectangle[]): Rectangle[] {
  const edges = [x0, x1, ...holes.flatMap((h) => [h[0], h[2]])].filter((x) => x >= x0 && x <= x1);
  const xs = [...new Set(edges)].sort((a, b) => a - b);
  const strips: { from: number; to: number; pieces: [number, number][] }[] = [];
  for (let i = 0; i + 1 < xs.length; i++) {
    const [from, to] = [xs[i]!, xs[i + 1]!];
    let pieces: [number, number][] = [[z0, z1]];
    for (const [a, low, b, high] of holes)
      if (a < to && b > from)
        pieces = pieces.flatMap(([p, q]): [number, number][] =>
          [[p, Math.min(q, low)] as [number, number], [Math.max(p, high), q] as [number, number]].filter(
            ([m, n]) => n - m > 1e-9,
          ),
        );
    const last = strips.at(-1);
    if (last && JSON.stringify(last.pieces) === JSON.stringify(pieces)) last.to = to;
    else strips.push({ from, to, pieces });
  }
  return strips.flatMap(({ from, to, pieces }) => pieces.map(([p, q]): Rectangle => [from, p, to, q]));
}

/** Holes by which what is left is screwed down, from its own left front corner, mm. */
export function trayHoles(tray: MadeTray): { x: number; y: number; diameter: number }[] {
  if (tray.held !== 'screws') return [];
  const { low, high } = keptOf(tray);
  const ends = (size: number) => (size > 4 * SCREWED.from ? [SCREWED.from, size - SCREWED.from] : [size / 2]);
  return ends(high[0] - low[0]).flatMap((x) =>
    ends(high[1] - low[1]).map((y) => ({ x, y, diameter: SCREWED.diameter })),
  );
}

/** What is lost when a tray is cut down. */
export interface TrayLoss {
  /** Standoffs in what comes off, and those whose screw head or foot the cut meets. */
  standoffs: string[];
  /** Openings of the rear panel that are opened to the edge or gone. */
  openings: string[];
  /** The rear panel goes, with what held it stiff. */
  panel: boolean;
  /** Length of the saw’s way, mm. */
  sawn: number;
  /** Share of the plate that is left. */
  left: number;
}

/** A standoff wants so much plate around it, mm. Common practice, no source. */
const FOOT = 5;

/** What comes off with the cuts along a tray's edges. */
export function lossOf(tray: MadeTray): TrayLoss {
  const { low, high } = keptOf(tray);
  const rear = rearLeft(tray);
  const standoffs = Object.entries(tray.standoffs)
    .filter(
      ([, { x, y }]) =>
        (tray.off.left > 0 && x < low[0] + FOOT) ||
        (tray.off.right > 0 && x > high[0] - FOOT) ||
        (tray.off.front > 0 && y < low[1] + FOOT) ||
        (tray.off.rear > 0 && y > high[1] - FOOT),
    )
    .map(([id]) => id);
  const openings = Object.entries(tray.openings)
    .filter(
      ([, o]) =>
        tray.rear > 0 &&
        (rear === 0 ||
          (tray.off.top > 0 && o.z + o.height > rear) ||
          (tray.off.left > 0 && o.x < low[0]) ||
          (tray.off.right > 0 && o.x + o.width > high[0])),
    )
    .map(([id]) => id);
  const across = high[0] - low[0];
  const along = high[1] - low[1];
  const { off } = tray;
  const sawn =
    (off.left > 0 ? along + rear : 0) +
    (off.right > 0 ? along + rear : 0) +
    (off.front > 0 ? across : 0) +
    (off.rear > 0 ? across : 0) +
    (off.top > 0 && rear > 0 ? across : 0);
  return {
    standoffs,
    openings,
    panel: tray.rear > 0 && rear === 0,
    sawn,
    left: (across * along) / (tray.width * tray.depth),
  };
}
