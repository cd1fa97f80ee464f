import type { Assembly } from '../../assembly';
import type { Conversion, Print } from '../../document';
import type { Mesh, SolidKernel } from '../../solid';
import { benchOf } from '../tools/bench';
import { atOrigin, printedSolid, type PrintedSolid } from './solids';

/** What a filament is: g/cm³, and up to which temperature it keeps its form, °C (makers' sheets, common practice). */
export const FILAMENTS = {
  PLA: { density: 1.24, warm: 50 },
  PETG: { density: 1.27, warm: 70 },
  ASA: { density: 1.07, warm: 90 },
  PC: { density: 1.2, warm: 105 },
} as const;

/** One piece as it goes to the printer. */
export interface PrintPiece {
  name: string;
  mesh: Mesh;
  size: [number, number, number];
}

export interface Printed {
  name: string;
  count: number;
  /** One, or more where it is larger than the bed. */
  pieces: PrintPiece[];
  size: [number, number, number];
  volume: number;
  /** Of all of them. */
  grams: number;
  minutes: number;
  advice: string[];
}

/** Pieces overlap by so much in a step, mm; glued, or a screw through both. */
export const LAP = 12;
/** Play between two that are joined, mm. */
const JOINT_PLAY = 0.15;
/** Outer lines are so thick, mm, and what is inside is filled so far (common practice, no source). */
const SKIN = 1.2;
const INFILL = 0.2;
/** A printer lays down so much, mm³ a minute (common practice, no source). */
const SPEED = 250;

/**
 * A print as its pieces, with mass, time and advice.
 * @throws Error where its sizes make no solid, or where the bed is smaller than a joint
 */
export function printed(document: Conversion, assembly: Assembly, print: Print, kernel: SolidKernel): Printed {
  const whole = printedSolid(document, assembly, print, kernel);
  const bench = benchOf(document.cut.tools);
  const pieces = splitTo(whole, [bench.bed.x, bench.bed.y, bench.bed.z], kernel);
  const plastic = Math.min(whole.volume, whole.area * SKIN) + Math.max(0, whole.volume - whole.area * SKIN) * INFILL;
  const { density, warm } = FILAMENTS[bench.filament];
  const hot = print.kind === 'duct' || print.kind === 'fan adapter' || print.kind === 'filter frame';
  return {
    name: print.name,
    count: print.count,
    pieces,
    size: whole.size,
    volume: whole.volume,
    grams: (print.count * plastic * density) / 1000,
    minutes: print.count * (plastic / SPEED + 4 * pieces.length),
    advice: [
      `${bench.filament} keeps its form to about ${warm} °C${hot && warm < 70 ? ': beside warm air take PETG or ASA' : ''}.`,
      ...(print.kind === 'tray'
        ? ['Inserts are melted in from above, straight; the board goes on when they are cold.']
        : []),
      ...(pieces.length > 1
        ? [
            `In ${pieces.length} pieces that overlap by ${LAP} mm in a step: glue, or one M3 screw through each overlap.`,
          ]
        : []),
      ...(print.kind === 'foot' ? ['Print feet with four outer lines: they carry the whole shell.'] : []),
    ],
  };
}

/**
 * Cuts a solid across its longest side until every piece lies on the bed, each cut a step so that two halves overlap.
 * @throws Error where the bed is no larger than a joint
 */
export function splitTo(
  solid: Pick<PrintedSolid, 'name' | 'mesh' | 'size'>,
  bed: readonly [number, number, number],
  kernel: SolidKernel,
): PrintPiece[] {
  const fits = ([x, y, z]: readonly number[]) =>
    z! <= bed[2] && ((x! <= bed[0] && y! <= bed[1]) || (x! <= bed[1] && y! <= bed[0]));
  if (fits(solid.size)) return [{ name: solid.name, mesh: solid.mesh, size: solid.size }];
  const least = Math.min(bed[0], bed[1]);
  if (least <= 2 * LAP + 10)
    throw new Error(
      `${solid.name}: a bed of ${bed[0]} × ${bed[1]} mm is smaller than a joint of ${2 * LAP} mm and what it joins.`,
    );
  if (solid.size[2] > bed[2])
    throw new Error(`${solid.name} is ${solid.size[2].toFixed(0)} mm high, the printer reaches ${bed[2]} mm.`);
  const axis = solid.size[0] >= solid.size[1] ? 0 : 1;
  const other = 1 - axis;
  // The side across has to lie on the bed, too, after as many cuts as it takes.
  const room =
    Math.max(bed[0], bed[1]) >= solid.size[other]!
      ? solid.size[other]! <= least
        ? Math.max(bed[0], bed[1])
        : least
      : least;
  const count = Math.ceil((solid.size[axis] - LAP) / (room - LAP));
  const step = (solid.size[axis] - LAP) / count;
  const pieces = kernel.scope((make) => {
    const whole = make.mesh(solid.mesh);
    const half = solid.size[2] / 2;
    return Array.from({ length: count }, (_, i) => {
      // Below the step a piece reaches on under the next one, above it stops earlier.
      const slab = (from: number, to: number, z0: number, z1: number) => {
        const low: [number, number, number] = [-1, -1, z0];
        const high: [number, number, number] = [solid.size[0] + 1, solid.size[1] + 1, z1];
        [low[axis], high[axis]] = [from, to];
        return make.shape({ kind: 'box', low, high });
      };
      const [from, to] = [i * step, (i + 1) * step];
      const first = i === 0;
      const last = i === count - 1;
      const lower = slab(
        first ? -1 : from + LAP + JOINT_PLAY / 2,
        last ? solid.size[axis] + 1 : to + LAP - JOINT_PLAY / 2,
        -1,
        half - JOINT_PLAY / 2,
      );
      const upper = slab(
        first ? -1 : from + JOINT_PLAY / 2,
        last ? solid.size[axis] + 1 : to - JOINT_PLAY / 2,
        half - JOINT_PLAY / 2 - 0.001,
        solid.size[2] + 1,
      );
      const piece = make.intersection(whole, make.union([lower, upper]));
      return { mesh: atOrigin(make.meshOf(piece)), volume: make.volume(piece) };
    });
  });
  return pieces
    .filter((p) => p.volume > 1)
    .flatMap(({ mesh }, i) => {
      const size: [number, number, number] = [0, 0, 0];
      for (let k = 0; k < mesh.positions.length; k++) size[k % 3] = Math.max(size[k % 3]!, mesh.positions[k]!);
      return splitTo({ name: `${solid.name}, piece ${i + 1}`, mesh, size }, bed, kernel);
    });
}
