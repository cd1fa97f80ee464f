import type { MadeCage } from '../document';
import { standardPart } from '../standards';

/** Between a drive and a side sheet of its cage, and under the lowest drive, mm: it slides in. Common practice, no source. */
export const BAY_PLAY = 0.3;
export const UNDER_DRIVE = 3;

/** Width, length and height of the drives that a cage takes, mm: those of the library. */
export function driveIn({ bay }: Pick<MadeCage, 'bay'>): { width: number; length: number; height: number } {
  const { dimensions } = standardPart(bay === '3.5 in' ? 'drive/3.5' : 'drive/2.5-7')!;
  const [width, length, height] = ['width', 'length', 'height'].map((key) => dimensions[key]!.value);
  return { width: width!, length: length!, height: height! };
}

/** Where the left front lower corner of the drive in each bay is, mm in the cage's own axes. */
export const baysOf = ({ bays, pitch, thickness }: MadeCage): [number, number, number][] =>
  Array.from({ length: bays }, (_, k) => [thickness + BAY_PLAY, 0, thickness + UNDER_DRIVE + k * pitch]);
