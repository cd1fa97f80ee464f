import { dimension, practice, type StandardPart } from './row';
import { SCREWS } from './screws';

const COMMON = {
  kind: 'standard',
  title: 'fan makers’ data sheets, common to all',
  fromMemory: true,
} as const;

/** Frame size → hole spacing and opening diameter, mm. */
export const FAN_SIZES: Readonly<Record<number, { spacing: number; opening: number }>> = {
  40: { spacing: 32, opening: 38 },
  50: { spacing: 40, opening: 48 },
  60: { spacing: 50, opening: 58 },
  70: { spacing: 60, opening: 68 },
  80: { spacing: 71.5, opening: 76 },
  92: { spacing: 82.5, opening: 88 },
  120: { spacing: 105, opening: 116 },
  140: { spacing: 124.5, opening: 136 },
  200: { spacing: 154, opening: 190 },
};

const square = (size: number, spacing: number, at = size / 2) => {
  const low = (size - spacing) / 2;
  return [
    { x: at - size / 2 + low, y: low },
    { x: at - size / 2 + low + spacing, y: low },
    { x: at - size / 2 + low + spacing, y: low + spacing },
    { x: at - size / 2 + low, y: low + spacing },
  ];
};

const fan = (size: number, thickness: number): StandardPart => ({
  key: `fan/${size}x${thickness}`,
  kind: 'fan',
  name: `${size} mm fan, ${thickness} thick`,
  words: 'fan cooling ventilator',
  dimensions: {
    size: dimension('Frame', size, COMMON),
    thickness: dimension('Thickness', thickness, COMMON),
    opening: dimension('Opening', FAN_SIZES[size]!.opening, COMMON),
    spacing: dimension('Hole spacing', FAN_SIZES[size]!.spacing, COMMON),
    airRoom: dimension('Air before the first obstacle', 25, practice),
  },
  holes: square(size, FAN_SIZES[size]!.spacing),
  holeSource: COMMON,
  screw: SCREWS.fan,
  mass: Math.round((size * size * thickness) / 2400),
  source: COMMON,
});

const THICKNESSES: Readonly<Record<number, readonly number[]>> = {
  40: [10, 20],
  50: [10, 15],
  60: [10, 15, 25],
  70: [15, 25],
  80: [10, 15, 20, 25, 38],
  92: [15, 25],
  120: [15, 25, 38],
  140: [15, 25],
  200: [20, 25],
};

/** Fans; holes from the frame's lower left. */
export const FANS: readonly StandardPart[] = Object.entries(THICKNESSES).flatMap(([size, all]) =>
  all.map((thickness) => fan(Number(size), thickness)),
);

const radiator = (name: string, length: number, width: number, fans: number): StandardPart => ({
  key: `radiator/${name}`,
  kind: 'radiator',
  name: `${name} mm radiator`,
  words: 'water liquid cooling',
  dimensions: {
    length: dimension('Length', length, COMMON),
    width: dimension('Width', width, COMMON),
    thickness: dimension('Thickness', 27, COMMON),
    fanThickness: dimension('Fans on it', 25, COMMON),
    airRoom: dimension('Air before the first obstacle', 25, practice),
  },
  holes: Array.from({ length: fans }, (_, i) =>
    square(width, FAN_SIZES[width]!.spacing, length / 2 + (i - (fans - 1) / 2) * width),
  ).flat(),
  holeSource: COMMON,
  screw: SCREWS.m3,
  mass: Math.round((length * width) / 40),
  source: COMMON,
});

/** Radiators; holes along the length (x) and width (y). */
export const RADIATORS: readonly StandardPart[] = [
  radiator('120', 157, 120, 1),
  radiator('240', 277, 120, 2),
  radiator('360', 397, 120, 3),
  radiator('140', 177, 140, 1),
  radiator('280', 317, 140, 2),
];
