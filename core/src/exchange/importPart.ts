import { min } from 'd3-array';
import { OWN, type OwnBlock, type OwnHole, type Part } from '../document';
import { circleThrough } from '../kit';
import { measured } from '../quantity';
import { area, boxesOfPrism, type Point2 } from '../solid';
import { fewCorners, UNITS, type FileUnit, type ReadOutline } from './read';

/** A loop is a hole when it lies this near to a circle, as a share of its diameter, and it is no larger, mm. */
const ROUND = { share: 0.03, largest: 12 };
const MOST_CORNERS = 24;

/**
 * An own part from a drawing of its outline: a plate of the given thickness as few boxes, and every small round loop
 * inside as a mounting hole.
 */
export function partFromOutline(
  { loops }: ReadOutline,
  unit: FileUnit,
  thickness: number,
  file: string,
): { part: Part; waste: number } {
  const scale = UNITS[unit];
  const outer = loops[0]!;
  const [a0, b0] = [min(outer, (p) => p[0])!, min(outer, (p) => p[1])!];
  const placed = (loop: readonly Point2[]) => loop.map(([a, b]): Point2 => [(a - a0) * scale, (b - b0) * scale]);
  const { corners } = fewCorners(placed(outer), MOST_CORNERS);
  const boxes = boxesOfPrism(corners, 2, 0, thickness);
  const length = (v: number) => measured(Number(v.toFixed(2)), 'catalogue');
  const blocks: Record<string, OwnBlock> = {};
  boxes.forEach(({ low, high }, i) => {
    blocks[`block-${i + 1}`] = {
      name: boxes.length === 1 ? 'Plate' : `Plate ${i + 1}`,
      role: 'body',
      shape: { kind: 'box' },
      x: length(low[0]),
      y: length(low[1]),
      z: measured(0, 'catalogue', 0),
      width: length(high[0] - low[0]),
      depth: length(high[1] - low[1]),
      height: length(thickness),
      direction: null,
      plug: 0,
      conducts: null,
    };
  });
  const holes: Record<string, OwnHole> = {};
  for (const loop of loops.slice(1)) {
    const points = placed(loop);
    const circle = circleThrough(points);
    if (!circle || circle.diameter > ROUND.largest) continue;
    // All corners of a square lie on a circle; the middles of its edges do not.
    const middles = points.map((p, i): Point2 => {
      const next = points[(i + 1) % points.length]!;
      return [(p[0] + next[0]) / 2, (p[1] + next[1]) / 2];
    });
    const off = Math.max(
      ...[...points, ...middles].map((p) =>
        Math.abs(Math.hypot(p[0] - circle.x, p[1] - circle.y) - circle.diameter / 2),
      ),
    );
    if (off > ROUND.share * circle.diameter) continue;
    const id = `hole-${Object.keys(holes).length + 1}`;
    holes[id] = {
      name: `hole ${Object.keys(holes).length + 1}`,
      x: length(circle.x),
      y: length(circle.y),
      diameter: length(circle.diameter),
    };
  }
  const covered = boxes.reduce((s, b) => s + (b.high[0] - b.low[0]) * (b.high[1] - b.low[1]), 0);
  return {
    part: {
      name: file.replace(/\.[^.]+$/, ''),
      standard: OWN,
      dimensions: {},
      mass: 0,
      own: { blocks, holes, faces: {}, power: { idle: 0, typical: 0, peak: 0 }, source: file },
    },
    waste: Math.max(0, covered / Math.abs(area(placed(outer))) - 1),
  };
}
