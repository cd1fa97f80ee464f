import { add, chain, exactly, scale, shift, subtract, type Linear } from '../quantity';
import type { Measured, Source } from '../quantity';
import { AIR_ROOM, practice, type StandardPart } from '../standards';
import type { Axis, Direction } from '../solid';
import type { Block, FaceCut, PartFace, Point } from './model';

/** A part's dimensions as chains: `d('width')` is the measured width with its path. */
export class Dimensions {
  constructor(
    readonly partId: string,
    readonly values: Record<string, Measured>,
    readonly row: StandardPart,
  ) {}

  /** Chain of a dimension; one that the document lacks takes the standard's value. */
  at(key: string): Linear {
    const own = this.values[key];
    const id = `/kit/parts/${this.partId}/dimensions/${key}`;
    if (own) return chain(id, own);
    const row = this.row.dimensions[key];
    if (!row) throw new Error(`${this.row.name} has no dimension “${key}”.`);
    return { value: row.value, terms: [{ id, coefficient: 1, uncertainty: row.uncertainty ?? 0 }] };
  }

  has(key: string): boolean {
    return key in this.values || key in this.row.dimensions;
  }

  number(key: string): number {
    return this.at(key).value;
  }
}

export const zero = exactly(0);
export const point = (x: Linear | number, y: Linear | number, z: Linear | number): Point => [
  typeof x === 'number' ? exactly(x) : x,
  typeof y === 'number' ? exactly(y) : y,
  typeof z === 'number' ? exactly(z) : z,
];
export { add, exactly, scale, shift, subtract };

type Extra = Partial<Pick<Block, 'conducts' | 'contact' | 'air' | 'outside'>>;

export const box = (
  id: string,
  name: string,
  role: Block['role'],
  low: Point,
  high: Point,
  extra: Extra = {},
): Block => ({
  id,
  name,
  role,
  shape: { kind: 'box' },
  low,
  high,
  ...extra,
});

export const cylinder = (
  id: string,
  name: string,
  role: Block['role'],
  axis: Axis,
  low: Point,
  high: Point,
  extra: Extra = {},
): Block => ({
  id,
  name,
  role,
  shape: { kind: 'cylinder', axis },
  low,
  high,
  ...extra,
});

/** The room in front of an intake: a block away from the face, as deep as is enough. */
export function airBlock(
  id: string,
  name: string,
  low: Point,
  high: Point,
  direction: Direction,
  wanted: number = AIR_ROOM.wanted,
): Block {
  const tolerable = Math.min(AIR_ROOM.tolerable, wanted);
  const least = Math.min(AIR_ROOM.least, wanted);
  return box(id, name, 'air', low, high, { air: { direction, wanted, tolerable, least } });
}

/** Screw holes of the row's pattern as drillings; `place` puts a pattern point into the part's axes. */
export function drillings(row: StandardPart, place: (x: number, y: number) => [number, number, number]): FaceCut[] {
  return row.holes.map((hole, i) => ({
    id: `hole-${i + 1}`,
    name: `${row.screw.thread} hole ${i + 1}`,
    kind: 'drill',
    shape: { kind: 'round', diameter: row.screw.clearance },
    at: place(hole.x, hole.y),
    allowance: false,
    source: row.holeSource,
  }));
}

export const rectangleCut = (
  id: string,
  name: string,
  at: [number, number, number],
  axes: [Axis, Axis],
  size: [number, number],
  radius = 0,
  source: Source = practice,
): FaceCut => ({
  id,
  name,
  kind: 'cut',
  shape: { kind: 'rectangle', size, axes, radius },
  at,
  allowance: true,
  source,
});

/** The face by which a part is screwed down: it may lie on a wall and drills its holes there. */
export const mountFace = (direction: Direction, plane: Linear, cuts: FaceCut[]): PartFace => ({
  id: 'mount',
  name: 'mounting side',
  direction,
  mustReachOutside: false,
  reach: 0.6,
  setback: 0,
  plane,
  cuts,
});
