import type { Change, Conversion, ImportedSolid, OwnBlock, Part, Side, SolidCavity, SolidHull } from '../document';
import { lidOf, MOST_COVER_BOXES, OWN } from '../document';
import { guess, measured } from '../quantity';
import {
  boundsOfMesh,
  cavityOf,
  cavityWithin,
  coverBoxes,
  isDoubled,
  mended,
  scaledMesh,
  shiftedMesh,
  simplified,
  volumeOfMesh,
  type Cover,
  type Mesh,
} from '../solid';
import { FileFault, UNITS, type FileUnit } from './read';
import { writeStl } from './stl';

/** A solid that was read, in mm, its low corner at the origin. */
export interface PreparedSolid {
  mesh: Mesh;
  size: [number, number, number];
  triangles: number;
  repairs: string[];
}

/** Sizes a thing on a bench has, mm: outside of them the unit is most likely wrong. Common practice, no source. */
const SANE = { least: 3, most: 4000 };

/** Whether a size makes sense for something on a bench, in words when it does not. */
export function doubtOfSize(size: readonly number[]): string | undefined {
  const largest = Math.max(...size);
  if (largest < SANE.least) return `It would be only ${largest.toFixed(2)} mm large: inches or metres, perhaps?`;
  if (largest > SANE.most) return `It would be ${(largest / 1000).toFixed(1)} m large: millimetres, perhaps?`;
  return undefined;
}

/** Less than this is a surface without anything inside, mm³. */
const LEAST_VOLUME = 1e-3;

/** Brings triangles to mm and to the origin, and makes them a closed solid. @throws MeshError with the place. */
export function prepareSolid(raw: Mesh, unit: FileUnit): PreparedSolid {
  const { mesh, repairs } = mended(UNITS[unit] === 1 ? raw : scaledMesh(raw, UNITS[unit]));
  const { low, high } = boundsOfMesh(mesh);
  if (volumeOfMesh(mesh) < LEAST_VOLUME)
    throw new FileFault('not-a-solid', 'What the file holds is flat: a solid has room inside its surface.');
  if (isDoubled(mesh))
    throw new FileFault(
      'not-a-solid',
      'Bodies in the file go into each other, so its volume can’t be told: join them to one (a union) and export it again.',
    );
  return {
    mesh: shiftedMesh(mesh, [-low[0], -low[1], -low[2]]),
    size: [high[0] - low[0], high[1] - low[1], high[2] - low[2]],
    triangles: mesh.triangles.length / 3,
    repairs,
  };
}

/** Triangles that are kept for drawing. */
const DRAWN = 16_000;

/** The solid as the document keeps it, without the hash of its stored mesh; and that mesh as a binary STL. */
export async function storedSolid(
  { mesh, size }: PreparedSolid,
  file: string,
): Promise<{ solid: Omit<ImportedSolid, 'content'>; stl: Uint8Array; error: number }> {
  const cover = coverBoxes(mesh, MOST_COVER_BOXES);
  const drawn = await simplified(mesh, DRAWN);
  const tidy = (v: number) => Number(v.toFixed(3));
  const length = (v: number) => measured(tidy(v), 'catalogue');
  return {
    solid: {
      file,
      size: { x: length(size[0]), y: length(size[1]), z: length(size[2]) },
      cover: cover.boxes.map((b) => b.map(tidy) as ImportedSolid['cover'][number]),
      volume: Number(cover.volume.toFixed(1)),
      waste: Number(wasteOf(cover).toFixed(4)),
    },
    stl: writeStl(drawn.mesh, file),
    error: drawn.error,
  };
}

/** How much more room the boxes take than the solid, as a share of the solid. */
export const wasteOf = ({ volume, covered }: Pick<Cover, 'volume' | 'covered'>): number =>
  volume > 0 ? Math.max(0, covered / volume - 1) : 0;

/** Room in a shell as the document keeps it, and the sides on which it is open. */
export interface ReadCavity {
  cavity: SolidCavity;
  open: Side[];
}

/** A side without a wall counts as closed by something so thin, mm, until it is measured. */
const LID = 1;

/**
 * The room in a hollow solid; with a wall (mm) that in a solid which is only the outside of a shell. Undefined for a solid
 * without room. @throws FileFault where walls so thick leave none
 */
export function readCavity({ mesh }: PreparedSolid, wall?: number): ReadCavity | undefined {
  const found = wall === undefined ? cavityOf(mesh, MOST_COVER_BOXES) : cavityWithin(mesh, wall, MOST_COVER_BOXES);
  if (!found) {
    if (wall === undefined) return undefined;
    throw new FileFault('not-a-solid', `Walls of ${wall} mm leave no room in it; thinner ones would.`);
  }
  const tidy = (v: number) => Number(v.toFixed(3));
  const sides = ['left', 'front', 'bottom', 'right', 'rear', 'top'] as const;
  const thickness = Object.fromEntries(sides.map((side, i) => [side, found.walls[i]!])) as Record<Side, number>;
  const open = sides.filter((side) => thickness[side] < 0.05);
  const walls = Object.fromEntries(
    sides.map((side) => [
      side,
      open.includes(side) ? guess(LID) : measured(tidy(thickness[side]), wall === undefined ? 'catalogue' : 'guess'),
    ]),
  ) as SolidCavity['walls'];
  return {
    cavity: {
      walls,
      cover: found.boxes.map((b) => b.map(tidy) as SolidCavity['cover'][number]),
      volume: Number(found.volume.toFixed(1)),
    },
    open,
  };
}

/** The change that makes a solid the shell: a lid that would come off above it comes off under its top instead. */
export function shellRead({ shell }: Conversion, hull: SolidHull): Change {
  const setHull: Change = { type: 'setHull', hull };
  const lid = lidOf(shell);
  const { z } = hull.solid.size;
  if (!lid || lid.splitHeight < z.value - 1e-6) return setHull;
  const under = z.value - (hull.cavity?.walls.top.value ?? 0);
  const { cut } = lid.body;
  if (cut.kind !== 'plane') return setHull;
  const body = { ...lid.body, cut: { ...cut, at: guess(Number(under.toFixed(3))) } };
  return { type: 'all', what: 'import the shell', changes: [setHull, { type: 'setBody', id: lid.id, body }] };
}

/** Blocks that a part from a file may have. */
const MOST_BLOCKS = 40;

/** An own part from a solid: few boxes that cover it, each a body block that can be edited. */
export function partFromSolid({ mesh }: PreparedSolid, file: string): { part: Part; waste: number } {
  const cover = coverBoxes(mesh, MOST_BLOCKS);
  const length = (v: number) => measured(Number(v.toFixed(2)), 'catalogue');
  const blocks: Record<string, OwnBlock> = {};
  cover.boxes.forEach(([x0, y0, z0, x1, y1, z1], i) => {
    blocks[`block-${i + 1}`] = {
      name: `Block ${i + 1}`,
      role: 'body',
      shape: { kind: 'box' },
      x: length(x0),
      y: length(y0),
      z: length(z0),
      width: length(x1 - x0),
      depth: length(y1 - y0),
      height: length(z1 - z0),
      direction: null,
      plug: 0,
      conducts: null,
    };
  });
  return {
    part: {
      name: file.replace(/\.[^.]+$/, ''),
      standard: OWN,
      dimensions: {},
      mass: 0,
      own: { blocks, holes: {}, faces: {}, power: { idle: 0, typical: 0, peak: 0 }, source: file },
    },
    waste: wasteOf(cover),
  };
}
