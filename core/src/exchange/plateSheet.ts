import type { Sheet, SheetItem } from '../cut';
import type { HoleMap } from '../document';
import type { Corrected, HoleSolution } from '../kit';
import type { Point2 } from '../solid';

const MARGIN = 8; // paper around the outer holes where the board's edges are not known, mm
const CROSS = 5; // half-length of a centre cross, mm

/** The outline a plate or its sheet has, and how positions lie in it. */
export function plateOutline(solution: HoleSolution, { positions }: Corrected) {
  const all = Object.values(positions);
  const ends = (k: 0 | 1, size: number | undefined) => {
    const values = all.map((p) => p[k]);
    const low = size === undefined ? Math.min(...values) - MARGIN : Math.min(0, ...values);
    const high = size === undefined ? Math.max(...values) + MARGIN : Math.max(size, ...values);
    return { low, size: high - low };
  };
  const across = ends(0, solution.width);
  const up = ends(1, solution.depth);
  return { width: across.size, height: up.size, at: ([x, y]: Point2): Point2 => [x - across.low, y - up.low] };
}

/** A test plate as a 1:1 sheet: each hole with its cross and its name, to lay on the board. */
export function plateSheet(map: HoleMap, solution: HoleSolution, corrected: Corrected): Sheet {
  const { width, height, at } = plateOutline(solution, corrected);
  const items: SheetItem[] = [
    {
      layer: 'reference',
      kind: 'line',
      closed: true,
      points: [
        [0, 0],
        [width, 0],
        [width, height],
        [0, height],
      ],
    },
  ];
  const holes: Sheet['holes'] = [];
  Object.entries(map.points).forEach(([id, point], i) => {
    const place = corrected.positions[id];
    if (!place) return;
    const [u, v] = at(place);
    const radius = Math.max(0.5, point.diameter.value / 2);
    items.push(
      { layer: 'drill', kind: 'circle', centre: [u, v], radius },
      {
        layer: 'drill',
        kind: 'line',
        closed: false,
        points: [
          [u - CROSS, v],
          [u + CROSS, v],
        ],
      },
      {
        layer: 'drill',
        kind: 'line',
        closed: false,
        points: [
          [u, v - CROSS],
          [u, v + CROSS],
        ],
      },
      {
        layer: 'engrave',
        kind: 'text',
        at: [u + radius + 1, v + 1.5],
        text: `${i + 1} ${point.name}`,
        size: 3,
        anchor: 'start',
      },
    );
    holes.push({ number: i + 1, name: point.name, kind: 'drill', u, v, size: `Ø ${point.diameter.value.toFixed(2)}` });
  });
  return {
    face: 'plate',
    title: `Test plate: ${map.name}`,
    width,
    height,
    mirrored: false,
    caption: 'seen from the component side · lay it on the board and note how far each hole is from its cross',
    items,
    holes,
  };
}

/** The four marks of the corner sheet are so far apart, mm: they fit on A4 and Letter. */
export const CORNER_SHEET = { width: 160, height: 200 };

/** A sheet to photograph beside or under a board: four corner marks a known distance apart, and straight edges. */
export function cornerSheet(): Sheet {
  const { width, height } = CORNER_SHEET;
  const items: SheetItem[] = [];
  const corners: [Point2, Point2][] = [
    [
      [0, 0],
      [1, 1],
    ],
    [
      [width, 0],
      [-1, 1],
    ],
    [
      [width, height],
      [-1, -1],
    ],
    [
      [0, height],
      [1, -1],
    ],
  ];
  for (const [[x, y], [dx, dy]] of corners) {
    items.push(
      {
        layer: 'engrave',
        kind: 'line',
        closed: false,
        points: [
          [x + 18 * dx, y],
          [x, y],
          [x, y + 18 * dy],
        ],
      },
      { layer: 'engrave', kind: 'circle', centre: [x, y], radius: 3 },
      {
        layer: 'engrave',
        kind: 'text',
        at: [x + (dx > 0 ? 5 : -36), y + (dy > 0 ? 5 : -7)],
        text: `pick this corner`,
        size: 3.2,
        anchor: 'start',
      },
    );
  }
  for (let i = 1; i < 8; i++)
    items.push(
      {
        layer: 'reference',
        kind: 'line',
        closed: false,
        points: [
          [(width * i) / 8, -2],
          [(width * i) / 8, 2],
        ],
      },
      {
        layer: 'reference',
        kind: 'line',
        closed: false,
        points: [
          [-2, (height * i) / 8],
          [2, (height * i) / 8],
        ],
      },
    );
  items.push({
    layer: 'reference',
    kind: 'line',
    closed: true,
    points: [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ],
  });
  return {
    face: 'corners',
    title: 'Corner sheet for photos',
    width,
    height,
    mirrored: false,
    caption: `marks ${width} × ${height} mm apart · lay the board beside it in the same plane, photograph squarely`,
    items,
    holes: [],
  };
}
