import fc from 'fast-check';
import polygonClipping from 'polygon-clipping';
import { describe, expect, it } from 'vitest';
import { assemble, hullModel } from '../assembly';
import { applyChange, validationIssuesOf, newConversion } from '../document';
import { area, type Point2 } from '../solid';
import { hullFromSection, partFromOutline, prismFromSection, sectionOf } from '.';

const round = (x: number, y: number, diameter: number, points = 48): Point2[] =>
  Array.from({ length: points }, (_, i): Point2 => {
    const turn = (2 * Math.PI * i) / points;
    return [x + (diameter / 2) * Math.cos(turn), y + (diameter / 2) * Math.sin(turn)];
  });
const box = (x: number, y: number, w: number, h: number): Point2[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];

/** Steps up and down over a straight base, counter-clockwise: any such outline is whole boxes side by side. */
const steps = fc
  .array(fc.tuple(fc.integer({ min: 10, max: 60 }), fc.integer({ min: 20, max: 120 })), { minLength: 1, maxLength: 5 })
  .map((columns) => {
    let x = 0;
    const top: Point2[] = [];
    for (const [width, height] of columns) {
      top.push([x, height], [x + width, height]);
      x += width;
    }
    return [[0, 0], [x, 0], ...top.reverse()] as Point2[];
  });

describe('a part from the drawing of its outline', () => {
  it('is exactly the outline where that is of right angles: as much, and everywhere the same', () =>
    fc.assert(
      fc.property(steps, fc.integer({ min: -500, max: 500 }), (outline, by) => {
        const moved = outline.map(([x, y]): Point2 => [x + by, y - by]);
        const { part, waste } = partFromOutline({ loops: [moved], unit: 'mm', open: 0 }, 'mm', 1.6, 'plate.dxf');
        const blocks = Object.values(part.own!.blocks).map((b) =>
          box(b.x.value, b.y.value, (b.width as { value: number }).value, (b.depth as { value: number }).value),
        );
        // Against an independent library: what only one of the two covers is nothing.
        const ring = (p: readonly Point2[]): [number, number][][] => [p.map(([x, y]) => [x, y])];
        const [first, ...others] = blocks.map(ring);
        const apart = polygonClipping.xor(ring(outline), polygonClipping.union(first!, ...others));
        const left = apart.flat().reduce((sum, r) => sum + Math.abs(area(r)), 0);
        expect(left).toBeLessThan(0.5);
        expect(waste).toBeCloseTo(0, 6);
      }),
      { numRuns: 150, seed: 2 },
    ));

  it('has its round holes in their places in either unit, and no others', () => {
    const inch = 25.4;
    const drawn = [box(3, 2, 6.7, 6.7), round(3.25, 2.4, 0.156), round(9.45, 8.4, 0.156), box(5, 5, 0.3, 0.3)];
    const large = round(6, 4, 0.6);
    const { part } = partFromOutline(
      { loops: [...drawn, large], unit: undefined, open: 0 },
      'inch',
      1.6,
      'board.v2.svg',
    );
    expect(part.name).toBe('board.v2');
    const holes = Object.values(part.own!.holes).map((h) => [h.x.value, h.y.value, h.diameter.value]);
    expect(holes).toEqual([
      [0.25 * inch, 0.4 * inch, 0.156 * inch].map((v) => expect.closeTo(v, 2) as number),
      [6.45 * inch, 6.4 * inch, 0.156 * inch].map((v) => expect.closeTo(v, 2) as number),
    ]);
  });

  it('covers a round plate and says how much more that is', () => {
    const { part, waste } = partFromOutline({ loops: [round(0, 0, 100)], unit: 'mm', open: 0 }, 'mm', 2, 'round.svg');
    const covered = Object.values(part.own!.blocks).reduce(
      (sum, b) => sum + (b.width as { value: number }).value * (b.depth as { value: number }).value,
      0,
    );
    expect(covered / (Math.PI * 2500)).toBeGreaterThan(1);
    expect(1 + waste).toBeCloseTo(covered / Math.abs(area(round(0, 0, 100))), 2);
  });
});

describe('a shell from the drawing of its section', () => {
  it('has that section, in every direction, with a name of its own for every face', () =>
    fc.assert(
      fc.property(steps, fc.constantFrom('x', 'y', 'z'), (outline, axis) => {
        const { corners, off } = sectionOf(outline, 'mm');
        const hull = hullFromSection(corners, off, axis as 'x', 250);
        const names = hull.corners.map((c) => c.face);
        expect(new Set(names).size).toBe(names.length);
        const document = applyChange(newConversion('Read', hull), { type: 'setHull', hull }).document;
        expect(validationIssuesOf(document).filter((c) => !c.path.includes('wall'))).toEqual([]);
        const { outer } = hullModel(document.shell);
        expect(Math.abs(area(outer.low))).toBeCloseTo(Math.abs(area(outline)), 3);
        // What is called by a side looks to that side.
        for (const { face, outward } of hullModel(document.shell).frames) {
          const [axisOf, sign] = {
            left: [0, -1],
            right: [0, 1],
            front: [1, -1],
            rear: [1, 1],
            bottom: [2, -1],
            top: [2, 1],
          }[face] ?? [0, 0];
          if (sign) expect(outward[axisOf!]! * sign, `${face} of a section along ${axis}`).toBeCloseTo(1, 6);
        }
      }),
      { numRuns: 90, seed: 6 },
    ));

  it('of a curve keeps within what it says of its corners', () => {
    const drawn = round(80, 80, 160, 400);
    const { corners, off } = sectionOf(drawn, 'mm');
    expect(corners.length).toBeLessThanOrEqual(24);
    const fromEdges = (p: Point2) =>
      Math.min(
        ...corners.map((a, i) => {
          const b = corners[(i + 1) % corners.length]!;
          const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
          const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy)));
          return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
        }),
      );
    expect(Math.max(...drawn.map(fromEdges))).toBeLessThanOrEqual(off + 1e-9);
    const prism = prismFromSection(corners, off, 'z', 40);
    expect(prism.corners.every((c) => c.a.uncertainty >= off - 0.005)).toBe(true);
  });
});

it('a part that was read can be placed', () => {
  const { part } = partFromOutline({ loops: [box(0, 0, 90, 60)], unit: 'mm', open: 0 }, 'mm', 1.6, 'board.svg');
  const document = applyChange(
    newConversion('Shell', { ...newConversion('x', hullFromSection(box(0, 0, 200, 100), 0, 'y', 150)).shell.hull }),
    {
      type: 'addPart',
      id: 'board-1',
      part,
      placement: { x: 20, y: 20, z: 20, rear: 'rear', top: 'top', locked: false },
    },
  ).document;
  expect(validationIssuesOf(document)).toEqual([]);
  const [placed] = assemble(document).parts;
  expect([...placed!.low, ...placed!.high]).toEqual(
    [20, 20, 20, 110, 80, 21.6].map((v) => expect.closeTo(v, 6) as number),
  );
});
