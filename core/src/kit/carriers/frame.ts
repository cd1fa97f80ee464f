import type { MadeFrame, Part } from '../../document';
import { ELASTIC } from '../../standards';
import type { MadeBox } from './box';

/** A bar of a frame: where it lies, and what it is cut from. */
export interface Bar {
  name: string;
  /** As it is sawn, mm. */
  length: number;
  /** Area of its section, mm². */
  area: number;
  along: 0 | 1 | 2;
  low: [number, number, number];
  high: [number, number, number];
  /** Where the legs of an angle stand: its lower one lies, its other one is on this side across. */
  outer: -1 | 1;
}

/** Section of a bar: area mm², second moment about the lying axis mm⁴, farthest fibre mm. */
export interface Section {
  area: number;
  inertia: number;
  fibre: number;
}

/**
 * The section of a bar of a side and a wall (composed rectangles; beam tables, from memory). An angle stands on one leg, a
 * flat bar lies.
 */
export function sectionOf({ profile, side: s, wall }: Pick<MadeFrame, 'profile' | 'side' | 'wall'>): Section {
  const t = Math.min(wall, s / 2);
  if (profile === 'solid') return { area: s * s, inertia: s ** 4 / 12, fibre: s / 2 };
  if (profile === 'square tube') {
    const inner = s - 2 * t;
    return { area: s * s - inner * inner, inertia: (s ** 4 - inner ** 4) / 12, fibre: s / 2 };
  }
  if (profile === 'flat bar') return { area: s * t, inertia: (s * t ** 3) / 12, fibre: t / 2 };
  // Standing leg s × t, lying leg (s − t) × t.
  const [a1, a2] = [s * t, (s - t) * t];
  const area = a1 + a2;
  const middle = (a1 * (s / 2) + a2 * (t / 2)) / area;
  const inertia = (t * s ** 3) / 12 + a1 * (s / 2 - middle) ** 2 + ((s - t) * t ** 3) / 12 + a2 * (t / 2 - middle) ** 2;
  return { area, inertia, fibre: Math.max(middle, s - middle) };
}

/** Height that a bar takes in the frame, mm: a flat bar lies. */
const highOf = ({ profile, side, wall }: MadeFrame) => (profile === 'flat bar' ? wall : side);

/** All bars of a frame. Those along the width run through, the others stand between them. @throws Error where they don’t fit */
export function barsOf(frame: MadeFrame): Bar[] {
  const { width: w, depth: d, side: s, cross } = frame;
  const h = highOf(frame);
  const { area } = sectionOf(frame);
  const box = frame.shape === 'box';
  if (w < 2 * s + 1 || d < 2 * s + 1)
    throw new Error(`A frame of ${w} × ${d} mm has no room between bars of ${s} mm; it would be over ${2 * s + 1} mm.`);
  if (box && frame.height < 2 * h + 1)
    throw new Error(
      `A box frame ${frame.height} mm high has no room between bars of ${h} mm; it would be over ${2 * h + 1} mm.`,
    );
  const between = (w - s) / (cross + 1);
  if (cross > 0 && between < s + 1)
    throw new Error(
      `${cross} cross members of ${s} mm do not fit in ${w} mm; ${Math.floor((w - s) / (s + 1)) - 1} would.`,
    );
  const bars: Bar[] = [];
  const bar = (name: string, along: Bar['along'], low: Bar['low'], high: Bar['high'], outer: Bar['outer']) =>
    bars.push({ name, length: high[along] - low[along], area, along, low, high, outer });
  const level = (z: number, words: string) => {
    bar(`${words}front bar`, 0, [0, 0, z], [w, s, z + h], -1);
    bar(`${words}rear bar`, 0, [0, d - s, z], [w, d, z + h], 1);
    bar(`${words}left bar`, 1, [0, s, z], [s, d - s, z + h], -1);
    bar(`${words}right bar`, 1, [w - s, s, z], [w, d - s, z + h], 1);
    for (let i = 1; i <= cross; i++) {
      const x = i * between;
      bar(`${words}cross member ${i}`, 1, [x, s, z], [x + s, d - s, z + h], 1);
    }
  };
  level(0, box ? 'lower ' : '');
  if (!box) return bars;
  level(frame.height - h, 'upper ');
  // A flat bar stands with its wide side to the front.
  const deep = frame.profile === 'flat bar' ? h : s;
  for (const [name, x, y] of [
    ['left front', 0, 0],
    ['right front', w - s, 0],
    ['left rear', 0, d - deep],
    ['right rear', w - s, d - deep],
  ] as const)
    bar(`${name} upright`, 2, [x, y, h], [x + s, y + deep, frame.height - h], x === 0 ? -1 : 1);
  return bars;
}

/** Is it mesh of a frame, by the name of its block? Air goes through. */
export const isMesh = (part: Part, name: string): boolean => part.own?.made?.kind === 'frame' && name.startsWith(MESH);
const MESH = 'mesh, ';

/** Mesh of a frame as plates on the outside of its bars; of a flat one only over and under it. */
export function meshOf(frame: MadeFrame): MadeBox[] {
  const { mesh, width: w, depth: d, shape } = frame;
  if (!mesh) return [];
  const t = mesh.thickness;
  const h = shape === 'box' ? frame.height : highOf(frame);
  const of = frame.material === 'aluminium' ? 'aluminium' : 'steel';
  const plates: Record<(typeof mesh.sides)[number], [MadeBox['low'], MadeBox['high']]> = {
    top: [
      [0, 0, h],
      [w, d, h + t],
    ],
    bottom: [
      [0, 0, -t],
      [w, d, 0],
    ],
    left: [
      [-t, 0, 0],
      [0, d, h],
    ],
    right: [
      [w, 0, 0],
      [w + t, d, h],
    ],
    front: [
      [0, -t, 0],
      [w, 0, h],
    ],
    rear: [
      [0, d, 0],
      [w, d + t, h],
    ],
  };
  return [...new Set(mesh.sides)]
    .filter((side) => shape === 'box' || side === 'top' || side === 'bottom')
    .map((side) => ({ name: `${MESH}${side}`, low: plates[side][0], high: plates[side][1], of, open: mesh.open }));
}

/** The bars as boxes; an angle as its two legs; and its mesh. */
export function frameBlocks(frame: MadeFrame): MadeBox[] {
  const t = Math.min(frame.wall, frame.side / 2);
  const bars = barsOf(frame).flatMap(({ name, low, high, along, outer }): MadeBox[] => {
    if (frame.profile !== 'angle') return [{ name, low, high }];
    // Standing bars: one leg to the side, one to the front or rear. Lying bars: one leg lies, one stands on the outer side.
    const across = along === 0 ? 1 : 0;
    const other = along === 2 ? 1 : 2;
    const first: MadeBox = { name, low: [...low], high: [...high] };
    if (outer < 0) first.high[across] = low[across] + t;
    else first.low[across] = high[across] - t;
    const second: MadeBox = { name, low: [...low], high: [...high] };
    if (along === 2 && low[1] > 0) second.low[1] = high[1] - t;
    else second.high[other] = low[other] + t;
    if (outer < 0) second.low[across] = low[across] + t;
    else second.high[across] = high[across] - t;
    return [first, second];
  });
  return [...bars, ...meshOf(frame)];
}

/** What a frame does under what stands on it. */
export interface FrameLoad {
  /** kg on it, and its own. */
  load: number;
  own: number;
  /** mm in its middle: of the long bars, and of its cross members over that. */
  sag: number;
  /** mm that are usual: span / 250. */
  usual: number;
  /** N/mm² in the worst bar, and what it may be. */
  stress: number;
  allowed: number;
}

const GRAVITY = 9.81;
/** Of the span a frame sags no more than so (common practice, no source). */
const SPAN_SHARE = 250;
/** Two thirds of where it yields, N/mm² (mild steel 235, soft aluminium 120, spruce 14 along its grain; from memory). */
export const ALLOWED: Readonly<Record<MadeFrame['material'], number>> = { steel: 156, aluminium: 80, wood: 9 };

/** Sag of a bar that lies on both ends under an even load, mm: 5 w l⁴ / (384 E I) (beam tables, from memory). `w` in N/mm. */
export const sagOf = (w: number, span: number, modulus: number, inertia: number): number =>
  (5 * w * span ** 4) / (384 * modulus * inertia);

/**
 * A frame held at its four corners with a load spread over it: the bars from front to rear take it in equal shares and
 * hand it to the two long ones, which take half each. Of a box it is its lower level. g.
 */
export function loadOf(frame: MadeFrame, grams: number, ownGrams: number): FrameLoad {
  const { modulus } = ELASTIC[frame.material];
  const { inertia, fibre } = sectionOf(frame);
  const share = frame.shape === 'box' ? 0.5 : 1;
  const force = ((grams + ownGrams * share) / 1000) * GRAVITY;
  const across = frame.depth - 2 * frame.side;
  const carrying = frame.cross + 2;
  // Each of them, and each long bar, evenly.
  const small = force / carrying / across;
  const long = force / 2 / frame.width;
  const sag = sagOf(long, frame.width, modulus, inertia) + sagOf(small, across, modulus, inertia);
  const moment = Math.max((long * frame.width ** 2) / 8, (small * across ** 2) / 8);
  return {
    load: grams / 1000,
    own: ownGrams / 1000,
    sag,
    usual: Math.max(frame.width, across) / SPAN_SHARE,
    stress: (moment * fibre) / inertia,
    allowed: ALLOWED[frame.material],
  };
}

/** What joins the bars: at every end that meets another bar. */
export function jointsOf(frame: MadeFrame): { name: string; count: number } {
  const bars = barsOf(frame);
  const ends = 2 * bars.filter((b) => b.along !== 0).length;
  if (frame.joint === 'corner pieces') return { name: 'corner pieces', count: ends };
  return { name: frame.joint === 'rivets' ? 'blind rivets 4 mm' : 'screws M4', count: 2 * ends };
}
