import type { Source } from '../quantity';
import { practice, standard } from './row';

/** What a hole in a panel is for. */
export const CUT_USES = [
  'grille',
  'window',
  'pass-through',
  'button',
  'lamp',
  'control',
  'socket',
  'inlet',
  'gland',
  'other',
] as const;
export type CutUse = (typeof CUT_USES)[number];

export type CutShape =
  { kind: 'round'; diameter: number } | { kind: 'rectangle'; width: number; height: number; radius: number };

/** A usual cut-out of something that is put into a panel; mm. */
export interface CutOut {
  key: string;
  use: CutUse;
  name: string;
  shape: CutShape;
  /** Screw holes from the middle of the cut-out. */
  screws: readonly { u: number; v: number; diameter: number }[];
  /** Wall in which it holds, where it snaps in or is held by a nut. */
  wall?: { least: number; most: number; how: 'snaps' | 'nut' };
  /** Mains stand on its terminals. */
  mains?: boolean;
  source: Source;
}

const round = (diameter: number): CutShape => ({ kind: 'round', diameter });
const rect = (width: number, height: number, radius = 0.5): CutShape => ({ kind: 'rectangle', width, height, radius });
/** Two screws beside the middle. */
const beside = (apart: number, diameter: number) => [-1, 1].map((s) => ({ u: (s * apart) / 2, v: 0, diameter }));
const nut = (most: number) => ({ least: 0.5, most, how: 'nut' as const });
const snap = (least: number, most: number) => ({ least, most, how: 'snaps' as const });

const ROW = (
  key: string,
  use: CutUse,
  name: string,
  shape: CutShape,
  source: Source,
  more: Partial<Pick<CutOut, 'screws' | 'wall' | 'mains'>> = {},
): CutOut => ({ key, use, name, shape, screws: [], source, ...more });

const IEC60320 = standard('IEC 60320-1 and makers’ sheets: C14 inlet');
const DSUB = standard('IEC 60807-3 (D-sub), panel cut-out for mounting from the rear');
const PILOT = standard('IEC 60947-5-1, mounting holes of control units');
const GLAND = standard('EN 62444 and makers’ sheets: metric glands');

const dsub = (pins: number, apart: number, width: number): CutOut =>
  ROW(`socket/d-sub-${pins}`, 'socket', `D-sub socket, ${pins} poles`, rect(width, 11.4, 2), DSUB, {
    screws: beside(apart, 3.1),
    wall: nut(3),
  });

/** Usual cut-outs, to start from: the maker's sheet of the very part decides. */
export const CUTOUTS: readonly CutOut[] = [
  ROW('inlet/c14-screw', 'inlet', 'Mains inlet C14, screwed', rect(27, 20, 3), IEC60320, {
    screws: beside(40, 3.4),
    mains: true,
  }),
  ROW('inlet/c14-snap', 'inlet', 'Mains inlet C14, snapped in', rect(27.2, 20.2, 1), practice, {
    wall: snap(1, 3),
    mains: true,
  }),
  ROW('inlet/c8', 'inlet', 'Mains inlet C8, screwed', rect(20, 14, 3), practice, {
    screws: beside(27, 3.4),
    mains: true,
  }),
  ROW('inlet/dc-round', 'inlet', 'Low-voltage jack with nut', round(8), practice, { wall: nut(4) }),
  ROW('inlet/fuse', 'inlet', 'Fuse holder 5 × 20 with nut', round(12.7), practice, { wall: nut(5), mains: true }),
  ROW('control/rocker-small', 'control', 'Rocker switch, small, snapped in', rect(19.2, 13), practice, {
    wall: snap(0.75, 3),
    mains: true,
  }),
  ROW('control/rocker-large', 'control', 'Rocker switch, two poles, snapped in', rect(27.2, 22.2), practice, {
    wall: snap(1, 3),
    mains: true,
  }),
  ROW('control/toggle-small', 'control', 'Toggle switch, small', round(6.4), practice, { wall: nut(4) }),
  ROW('control/toggle', 'control', 'Toggle switch, 12 mm', round(12.2), practice, { wall: nut(6) }),
  ROW('control/potentiometer-7', 'control', 'Potentiometer or encoder, M7', round(7.2), practice, { wall: nut(3) }),
  ROW('control/potentiometer-10', 'control', 'Potentiometer, 3/8 in thread', round(9.8), practice, { wall: nut(5) }),
  ROW('button/12', 'button', 'Push button, 12 mm', round(12.2), practice, { wall: nut(6) }),
  ROW('button/16', 'button', 'Push button, 16 mm', round(16.2), PILOT, { wall: nut(8) }),
  ROW('button/19', 'button', 'Push button, 19 mm', round(19.2), practice, { wall: nut(10) }),
  ROW('button/22', 'button', 'Push button, 22 mm', round(22.3), PILOT, { wall: nut(10) }),
  ROW('lamp/led-3', 'lamp', 'Light diode 3 mm, bare', round(3.1), practice),
  ROW('lamp/led-5', 'lamp', 'Light diode 5 mm, bare', round(5.1), practice),
  ROW('lamp/led-5-clip', 'lamp', 'Light diode 5 mm in a clip', round(6.4), practice, { wall: snap(0.8, 2.5) }),
  ROW('lamp/8', 'lamp', 'Signal lamp, 8 mm', round(8.2), practice, { wall: nut(5) }),
  ROW('socket/jack-3.5', 'socket', 'Jack socket 3.5 mm', round(6.2), practice, { wall: nut(3) }),
  ROW('socket/jack-6.3', 'socket', 'Jack socket 6.3 mm', round(9.7), practice, { wall: nut(5) }),
  ROW('socket/phono', 'socket', 'Phono socket, insulated', round(10), practice, { wall: nut(4) }),
  ROW('socket/coax', 'socket', 'Bayonet coaxial socket', round(9.7), practice, { wall: nut(4) }),
  ROW('socket/round-24', 'socket', 'Round panel socket, 24 mm flange type', round(24), practice, {
    screws: [
      { u: -9.5, v: 12, diameter: 3.2 },
      { u: 9.5, v: -12, diameter: 3.2 },
    ],
  }),
  ROW('socket/network-snap', 'socket', 'Network jack module, snapped in', rect(14.8, 19.2), practice, {
    wall: snap(1.3, 1.8),
  }),
  dsub(9, 24.99, 20.5),
  dsub(15, 33.32, 28.8),
  dsub(25, 47.04, 42.5),
  ROW('gland/m12', 'gland', 'Cable gland M12', round(12.2), GLAND, { wall: nut(5) }),
  ROW('gland/m16', 'gland', 'Cable gland M16', round(16.2), GLAND, { wall: nut(6) }),
  ROW('gland/m20', 'gland', 'Cable gland M20', round(20.2), GLAND, { wall: nut(7) }),
  ROW('gland/m25', 'gland', 'Cable gland M25', round(25.2), GLAND, { wall: nut(7) }),
];

/** Size of usual plugs across the cable, with their overmould, mm: what a pass-through has to let by. */
export const PLUG_SIZES: Readonly<Record<string, { name: string; width: number; height: number }>> = {
  main: { name: 'main power plug, 24 poles', width: 52, height: 16 },
  processor: { name: 'processor power plug, 8 poles', width: 18, height: 16 },
  card: { name: 'card power plug, 8 poles', width: 18, height: 16 },
  drive: { name: 'drive power plug', width: 24, height: 8 },
  data: { name: 'drive data plug', width: 17, height: 9 },
  usb: { name: 'USB plug, type A', width: 17, height: 9 },
  usbC: { name: 'USB plug, type C', width: 13, height: 7 },
  picture: { name: 'picture plug, wide', width: 22, height: 12 },
  network: { name: 'network plug with boot', width: 14, height: 14 },
  mains: { name: 'appliance coupler C13', width: 31, height: 25 },
  jack: { name: 'jack plug 3.5 mm', width: 10, height: 10 },
};
export const PLUG_SIZE_SOURCE = practice;

/** Wall into which the shield of a board snaps, mm. */
export const SHIELD_WALL = {
  least: 0.94,
  most: 1.32,
  source: standard('ATX specification 2.2, input/output opening: 0.037–0.052 in'),
};

/** Largest hole a finger does not go through to a fan, and to parts on mains, mm. */
export const FINGER = { fan: 8, mains: 4, source: practice };
