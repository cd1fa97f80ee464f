import { lidAt, partsInside, type BoxHull, type Change, type Conversion } from '../../document';
import { measured } from '../../quantity';
import type { Assess } from '../judged';
import type { Layout } from '../layout';
import { searchLayouts } from '../layouts';
import { belonging } from '../riders';
import { boundOf, outsideOf } from './bound';

export const GOALS = ['litres', 'height', 'footprint'] as const;
export type Goal = (typeof GOALS)[number];

/** Sizes inside a box: across, in depth, in height; mm. */
export type Room = [number, number, number];

/** A box that was found for a kit, with its layout. */
export interface Smallest {
  id: string;
  goal: Goal;
  /** Inside and outside, mm. */
  room: Room;
  outside: Room;
  /** What was made least: litres outside, mm of height outside, cm² of footprint outside. */
  value: number;
  /** No box is under this, whatever its layout. */
  bound: number;
  /** Searches that were made. */
  searched: number;
  change: Change;
  /** What stops with it by what stations say after a while: cables, order, what opens. */
  later?: string[];
}

export interface SmallestOptions {
  goal: Goal;
  /** Thickness of all walls, mm. */
  wall: number;
  /** Sizes inside that are given, mm. */
  fixed?: Partial<Record<0 | 1 | 2, number>>;
  seed?: number;
  assess?: Assess;
  stop?: () => boolean;
  onFound?: (found: Smallest, share: number) => void;
}

/** Searches in all, placings of each, and how exactly a side is found, mm. */
const MOST = 150;
const STEPS = 140;
const EXACT = 1;
/** A side is no longer at the start than so many times that of a cube of three times the bound. */
const WIDE = 2.2;

/** A shape to begin with, and along which axes it is made smaller, one after the other, those of a step together. */
interface Course {
  shape: Room;
  axes: readonly (readonly (0 | 1 | 2)[])[];
}

/** Stacked or side by side are different hollows to go down into: each is begun from a shape of its own. */
const COURSES: Readonly<Record<Goal, readonly Course[]>> = {
  litres: [
    { shape: [1, 1, 1], axes: [[0, 1, 2], [2], [1], [0], [2], [1]] },
    { shape: [1.7, 1.7, 1], axes: [[2], [2], [1], [0], [1]] },
    { shape: [1.7, 1.7, 1], axes: [[2], [2], [0], [1], [0]] },
    { shape: [1.3, 1, 1.5], axes: [[1], [1], [0], [2], [0]] },
    { shape: [1, 1.3, 1.5], axes: [[0], [0], [1], [2], [1]] },
  ],
  height: [{ shape: [WIDE, WIDE, 1], axes: [[2], [2], [0, 1], [1], [0]] }],
  footprint: [
    { shape: [1, 1, WIDE], axes: [[0, 1], [0], [1], [2]] },
    { shape: [1.3, 0.8, WIDE], axes: [[1], [0], [1], [2]] },
    { shape: [0.8, 1.3, WIDE], axes: [[0], [1], [0], [2]] },
  ],
};

/** A shell of a room with such walls and a lid, its kit in no place yet. */
export function boxAround(document: Conversion, room: Room, wall: number): Conversion {
  const { brief, layout } = document;
  // What was to ride on a body that is gone goes anywhere.
  const { rides: _gone, ...rest } = layout;
  return {
    ...document,
    brief: { ...brief, survivors: {} },
    shell: {
      ...document.shell,
      hull: hullOf(room, wall),
      bodies: { lid: lidOfBox(room, wall) },
      features: {},
      openings: {},
    },
    layout: { ...rest, ...belonging(document), placements: {}, wishes: {} },
    cut: { ...document.cut, openings: {} },
  };
}

function hullOf(room: Room, wall: number): BoxHull {
  const sure = (v: number) => measured(Number(v.toFixed(2)), 'rule', 0.5);
  const [width, depth, height] = room.map((v) => sure(v + 2 * wall)) as [never, never, never];
  const thick = measured(wall, 'calipers');
  const walls = { front: thick, rear: thick, left: thick, right: thick, top: thick, bottom: thick };
  return { form: 'box', width, depth, height, walls };
}

const lidOfBox = (room: Room, wall: number) => lidAt(measured(Number((room[2] + wall).toFixed(2)), 'rule', 0.5));

const valueOf = (goal: Goal, [w, d, h]: Room, wall: number) =>
  goal === 'litres'
    ? ((w + 2 * wall) * (d + 2 * wall) * (h + 2 * wall)) / 1e6
    : goal === 'height'
      ? h + 2 * wall
      : ((w + 2 * wall) * (d + 2 * wall)) / 100;

/**
 * The smallest box that a search finds for a kit: from several shapes, each first as small as it gets in all directions,
 * then side by side as far as a layout is found, until none gets shorter. Least height: as flat as it gets on a wide floor,
 * then its floor shrunk; least footprint likewise. What is found is no proof of the least; the bound beside it is one of how
 * far off it can be. @returns undefined where no layout is found in any box
 */
export function smallestBox(document: Conversion, options: SmallestOptions): Smallest | undefined {
  const { goal, wall, fixed = {}, seed = 1, assess, stop = () => false, onFound } = options;
  const ids = partsInside(document);
  if (ids.length === 0) return undefined;
  const bound = boundOf(document, ids);
  const cube = Math.cbrt(3 * bound.volume);
  let searched = 0;
  let best: { room: Room; layout: Layout } | undefined;
  const ask = (room: Room): Layout | undefined => {
    if (searched >= MOST || stop()) return undefined;
    searched++;
    const plan = boxAround(document, room, wall);
    // What is built new gives everything all the room it wants.
    return searchLayouts(plan, { seed, wanted: 1, steps: STEPS, enough: 'wanted', ...(assess ? { assess } : {}), stop })
      .layouts[0];
  };
  const told = (): Smallest | undefined => best && resultOf(document, best, { goal, wall, bound, searched });
  /** Takes a room for the best so far, if it is. */
  const keep = (room: Room, layout: Layout) => {
    // Of two that are equal in what is asked the one with less room.
    const [now, was] = [room, best?.room].map((r) => r && [valueOf(goal, r, wall), valueOf('litres', r, wall)]);
    if (was && (now![0]! > was[0]! + 1e-9 || (now![0]! > was[0]! - 1e-9 && now![1]! >= was[1]! - 1e-9))) return;
    best = { room, layout };
    onFound?.(told()!, Math.min(1, searched / MOST));
  };
  const given = (room: Room): Room => room.map((v, i) => fixed[i as 0 | 1 | 2] ?? v) as Room;
  /** Shrinks along some axes together, from a room that holds, as far as a layout is found. */
  const shrunk = (room: Room, axes: readonly (0 | 1 | 2)[], exact: number): Room => {
    const free = axes.filter((i) => fixed[i] === undefined);
    if (free.length === 0) return room;
    const least = Math.max(...free.map((i) => bound.side / room[i]));
    let [low, high] = [Math.min(1, least), 1];
    let held = room;
    while ((high - low) * Math.max(...free.map((i) => room[i])) > exact && searched < MOST && !stop()) {
      const middle = (low + high) / 2;
      const next = room.map((v, i) => (free.includes(i as 0 | 1 | 2) ? v * middle : v)) as Room;
      const layout = ask(next);
      if (layout) {
        [high, held] = [middle, next];
        keep(next, layout);
      } else low = middle;
    }
    return held;
  };
  for (const { shape, axes } of COURSES[goal]) {
    if (stop() || searched >= MOST) break;
    let room = given(shape.map((v) => v * cube) as Room);
    let layout = ask(room);
    for (let grown = 0; !layout && grown < 5 && searched < MOST; grown++) {
      room = given(room.map((v) => v * 1.25) as Room);
      layout = ask(room);
    }
    if (!layout) continue;
    keep(room, layout);
    for (const [i, together] of axes.entries()) room = shrunk(room, together, i === 0 ? 6 : EXACT);
  }
  return told();
}

/** The same box a share larger in all that is not given, with a layout of its own; undefined where none is found. */
export function grownBox(
  document: Conversion,
  from: Smallest,
  by: number,
  options: SmallestOptions,
): Smallest | undefined {
  const { goal, wall, fixed = {}, seed = 1, assess, stop } = options;
  const room = from.room.map((v, i) => fixed[i as 0 | 1 | 2] ?? v * by) as Room;
  const search = { seed, wanted: 1, steps: STEPS, enough: 'wanted' as const };
  const [layout] = searchLayouts(boxAround(document, room, wall), {
    ...search,
    ...(assess ? { assess } : {}),
    ...(stop ? { stop } : {}),
  }).layouts;
  const bound = boundOf(document, partsInside(document));
  return layout && resultOf(document, { room, layout }, { goal, wall, bound, searched: from.searched + 1 });
}

function resultOf(
  document: Conversion,
  { room, layout }: { room: Room; layout: Layout },
  { goal, wall, bound, searched }: { goal: Goal; wall: number; bound: ReturnType<typeof boundOf>; searched: number },
): Smallest {
  const outside = room.map((v) => v + 2 * wall) as Room;
  const least = {
    litres: outsideOf(bound.volume, wall) / 1e6,
    height: bound.side + 2 * wall,
    footprint: (bound.side + 2 * wall) ** 2 / 100,
  }[goal];
  const words = outside.map((v) => v.toFixed(0)).join(' × ');
  const { shell, cut } = document;
  return {
    id: goal,
    goal,
    room,
    outside,
    value: valueOf(goal, room, wall),
    bound: least,
    searched,
    change: {
      type: 'all',
      what: `a box of ${words} mm`,
      changes: [
        ...Object.keys(cut.openings).map((id): Change => ({ type: 'setCutOpening', id, opening: null })),
        ...Object.keys(shell.openings).map((id): Change => ({ type: 'setOpening', id, opening: null })),
        ...Object.keys(shell.features).map((id): Change => ({ type: 'setFeature', id, feature: null })),
        ...Object.keys(shell.bodies).map((id): Change => ({ type: 'setBody', id, body: null })),
        { type: 'setHull', hull: hullOf(room, wall) },
        { type: 'setBody', id: 'lid', body: lidOfBox(room, wall) },
        ...Object.entries(layout.placements).map(([id, placement]): Change => ({ type: 'placePart', id, placement })),
      ],
    },
  };
}
