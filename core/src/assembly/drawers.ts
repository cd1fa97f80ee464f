import type { Body, Shell } from '../document';
import { add, chain, exactly, scale, shift, type Linear } from '../quantity';
import type { Axis, Vec3 } from '../solid';
import { wallOf, type HullModel } from './hull';
import type { Solid } from './placed';

const METALS = new Set(['steel', 'aluminium']);

/** Owner of a body's solids, apart from the ids of features. */
export const bodyOwner = (id: string) => `body/${id}`;

/**
 * Does a plug go down through the floor of a drawer? Its room reaches under the board; it is plugged from underneath
 * through an opening that is cut there.
 */
export const throughFloor = (room: Solid, floor: Solid): boolean =>
  room.role === 'plug room' &&
  floor.rides !== undefined &&
  floor.id === `${bodyOwner(floor.rides)}/floor` &&
  room.shape.low[2] < floor.shape.low[2] - UNDER &&
  room.shape.high[2] > floor.shape.low[2] &&
  [0, 1].every((i) => room.shape.low[i]! < floor.shape.high[i]! && room.shape.high[i]! > floor.shape.low[i]!);

/** The name of a board's solid in a sentence: “Machine drawer, floor” as “the floor of Machine drawer”. */
export function boardName(name: string): string {
  const at = name.lastIndexOf(', ');
  return at < 0 ? name : `the ${name.slice(at + 2)} of ${name.slice(0, at)}`;
}

/** Less than this under the board is no plug that goes through it, mm. */
const UNDER = 1;

/** A drawer: the block of room it takes from all else, and the boards it is made of, for what lies in it. */
export interface Drawer {
  block: Solid;
  boards: Solid[];
}

const drawersKnown = new WeakMap<Shell['bodies'], { hull: HullModel; drawers: Readonly<Record<string, Drawer>> }>();

/**
 * The drawers of a shell by body: behind their front, as deep as they reach in, moving. A drawer in a face that is not
 * square to an axis is left out. Floor, sides and back are as thick as the front unless it is said; a rail beside each
 * side takes its room. It is open on top.
 */
export function drawersOf({ bodies }: Pick<Shell, 'bodies'>, hull: HullModel): Readonly<Record<string, Drawer>> {
  const known = drawersKnown.get(bodies);
  if (known?.hull === hull) return known.drawers;
  const drawers = Object.fromEntries(
    Object.entries(bodies).flatMap(([id, body]) => {
      const drawer = drawerOf(id, body, hull);
      return drawer ? [[id, drawer]] : [];
    }),
  );
  drawersKnown.set(bodies, { hull, drawers });
  return drawers;
}

type Ends = [Linear, Linear, Linear];

function drawerOf(id: string, body: Body, hull: HullModel): Drawer | undefined {
  const { cut, motion } = body;
  if (cut.kind !== 'face' || motion.kind !== 'slide') return undefined;
  const frame = hull.frames.find((f) => f.face === cut.face);
  const wall = wallOf(hull, cut.face);
  const axis = ([0, 1, 2] as Axis[]).find((k) => Math.abs(frame?.outward[k] ?? 0) > 0.999);
  if (!frame || !wall || axis === undefined) return undefined;
  const base = `/shell/bodies/${id}`;
  const low: Linear[] = [];
  const high: Linear[] = [];
  const set = (k: number, p: Linear, q: Linear) => ([low[k], high[k]] = p.value <= q.value ? [p, q] : [q, p]);
  for (const [direction, place, size] of [
    [frame.u, 'u', 'width'],
    [frame.v, 'v', 'height'],
  ] as const) {
    const k = direction.findIndex((n) => Math.abs(n) > 0.999);
    const sign = direction[k]!;
    const middle = shift(scale(chain(`${base}/cut/${place}`, cut[place]), sign), frame.origin[k]!);
    const half = scale(chain(`${base}/cut/${size}`, cut[size]), 0.5);
    set(k, add(middle, half, -1), add(middle, half));
  }
  // From the inside of the face inward, by the depth of the drawer.
  const outward = frame.outward[axis]!;
  const middle = [0, 1, 2].map((k) => (k === axis ? 0 : (low[k]!.value + high[k]!.value) / 2));
  const front = add(exactly(0), wall.chainNear(middle as Vec3), -outward);
  set(axis, front, add(front, chain(`${base}/motion/depth`, motion.depth), -outward));
  const solid = (name: string, p: Ends, q: Ends): Solid => {
    const made: Solid = {
      id: name === '' ? bodyOwner(id) : `${bodyOwner(id)}/${name}`,
      owner: bodyOwner(id),
      ownerKind: 'feature',
      name: [body.name || body.kind, name].filter((w) => w !== '').join(', '),
      role: 'body',
      shape: { kind: 'box', low: p.map((l) => l.value) as Vec3, high: q.map((l) => l.value) as Vec3 },
      moving: true,
      rides: id,
      contact: [],
      outside: false,
      end: (k, atHigh) => (atHigh ? q : p)[k],
    };
    if (METALS.has(body.material)) made.conducts = 'metal';
    return made;
  };
  const block = solid('', low as Ends, high as Ends);
  const board = motion.board ? chain(`${base}/motion/board`, motion.board) : exactly(wall.thickness);
  const rail = motion.rail ? chain(`${base}/motion/rail`, motion.rail) : exactly(0);
  const beside = ([0, 1, 2] as Axis[]).find((k) => k !== axis && k !== 2) ?? 0;
  const [p, q] = [[...low] as Ends, [...high] as Ends];
  p[beside] = add(p[beside], rail);
  q[beside] = add(q[beside], rail, -1);
  const piece = (name: string, k: Axis, atHigh: boolean) => {
    const [from, to]: [Ends, Ends] = [[...p], [...q]];
    if (atHigh) from[k] = add(q[k], board, -1);
    else to[k] = add(p[k], board);
    return solid(name, from, to);
  };
  const sides = [false, true].map((atHigh) => piece(SIDE_NAMES[beside]![atHigh ? 1 : 0]!, beside, atHigh));
  // The board at the far end from the face it comes out of.
  return { block, boards: [piece('floor', 2, false), ...sides, piece('back', axis, outward < 0)] };
}

const SIDE_NAMES = [
  ['left side', 'right side'],
  ['front side', 'rear side'],
  ['', ''],
];

const forPart = new WeakMap<readonly Solid[], Map<string, Solid[]>>();

/**
 * What stands in the shell for something that rides on a body, or on none: of the drawers that carry something it sees
 * the boards of its own, and the whole room of all others.
 */
export function standingFor(
  { features, drawers }: { features: Solid[]; drawers: Readonly<Record<string, Drawer>> },
  on: string | undefined,
): Solid[] {
  const others = Object.entries(drawers).filter(([id]) => id !== on);
  const open = others.filter(([, { boards }]) => boards.length > 0 && features.includes(boards[0]!));
  if (open.length === 0) return features;
  let known = forPart.get(features);
  if (!known) forPart.set(features, (known = new Map<string, Solid[]>()));
  const key = on ?? '';
  let made = known.get(key);
  if (!made) {
    const boards = new Set(open.flatMap(([, d]) => d.boards));
    made = [...features.filter((f) => !boards.has(f)), ...open.map(([, d]) => d.block)];
    known.set(key, made);
  }
  return made;
}
