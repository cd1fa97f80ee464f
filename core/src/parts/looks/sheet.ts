import type { Direction, Vec3 } from '../../solid';
import type { Block } from '../model';

/** What a mark is filled with: holes, blades in them, bright metal, plastic, gold contacts. */
export type Tone = 'dark' | 'blade' | 'metal' | 'pale' | 'gold';

/** A line or an area drawn on a side of a part, in the part's axes, mm. */
export interface Mark {
  /** The side it is drawn on, seen from outside. */
  side: Direction;
  path: Vec3[];
  closed: boolean;
  /** Filled; else a line. */
  tone?: Tone;
}

const AROUND = 24;

/** A side of a block as a sheet to draw on: u to the right and v up, seen from outside, from its lower left; mm. */
export class Sheet {
  readonly width: number;
  readonly height: number;
  readonly marks: Mark[] = [];
  private readonly low: Vec3;
  private readonly high: Vec3;

  constructor(
    block: Pick<Block, 'low' | 'high'>,
    readonly side: Direction,
  ) {
    this.low = block.low.map((l) => l.value) as Vec3;
    this.high = block.high.map((l) => l.value) as Vec3;
    const size = this.high.map((v, i) => v - this.low[i]!) as Vec3;
    const [across, up] =
      side === 'left' || side === 'right' ? [1, 2] : side === 'front' || side === 'rear' ? [0, 2] : [0, 1];
    this.width = size[across]!;
    this.height = size[up]!;
  }

  /** A place on the sheet in the part's axes. */
  at(u: number, v: number): Vec3 {
    const { low, high } = this;
    switch (this.side) {
      case 'front':
        return [low[0] + u, low[1], low[2] + v];
      case 'rear':
        return [high[0] - u, high[1], low[2] + v];
      case 'left':
        return [low[0], high[1] - u, low[2] + v];
      case 'right':
        return [high[0], low[1] + u, low[2] + v];
      case 'top':
        return [low[0] + u, low[1] + v, high[2]];
      case 'bottom':
        return [high[0] - u, low[1] + v, low[2]];
    }
  }

  private draw(points: readonly (readonly [number, number])[], closed: boolean, tone?: Tone): this {
    const path = points.map(([u, v]) => this.at(u, v));
    this.marks.push({ side: this.side, path, closed, ...(tone ? { tone } : {}) });
    return this;
  }

  line(...points: readonly (readonly [number, number])[]): this {
    return this.draw(points, false);
  }

  /** From its lower left. */
  rect(u: number, v: number, width: number, height: number, tone?: Tone): this {
    return this.draw([[u, v], [u + width, v], [u + width, v + height], [u, v + height]], true, tone); // prettier-ignore
  }

  ring(u: number, v: number, radius: number, tone?: Tone): this {
    const points = Array.from({ length: AROUND }, (_, k): [number, number] => {
      const a = (2 * Math.PI * k) / AROUND;
      return [u + radius * Math.cos(a), v + radius * Math.sin(a)];
    });
    return this.draw(points, true, tone);
  }

  /** A fan: its opening, hub and blades, each leaning forward from hub to rim. */
  fan(u: number, v: number, radius: number, blades = 7): this {
    this.ring(u, v, radius, 'dark');
    const hub = radius * 0.36;
    for (let k = 0; k < blades; k++) {
      const turn = (share: number, r: number): [number, number] => {
        const a = ((k + share) / blades) * 2 * Math.PI;
        return [u + r * Math.cos(a), v + r * Math.sin(a)];
      };
      this.draw([turn(0, hub), turn(0.32, hub), turn(0.78, radius * 0.94), turn(0.4, radius * 0.94)], true, 'blade');
    }
    return this.ring(u, v, hub, 'pale');
  }
}
