import type { HoleMap, OwnDesign, OwnBlock, Part } from '../../document';
import { OWN } from '../../document';
import { measured, type Measured } from '../../quantity';
import type { Corrected } from './plate';
import type { HoleSolution } from './types';

/** What a board is taken to be until its blocks are measured, mm. Common practice, no source. */
const BOARD = { thickness: 1.6, standoff: 6.35, foot: 6, parts: 20, margin: 6, socketDepth: 15, socketHeight: 14 };

/**
 * A part of a hole map: its board plate with the holes, and each socket as a connector at the edge it is nearest to,
 * which becomes the input/output face. Heights are guesses that the part editor asks to measure.
 */
export function partFromHoles(map: HoleMap, solution: HoleSolution, { positions, done }: Corrected): Part {
  const xs = Object.values(positions).map((p) => p[0]);
  const ys = Object.values(positions).map((p) => p[1]);
  // Without edges the board ends a little beyond its outer holes: a guess.
  const x0 = solution.width === undefined ? Math.min(...xs) - BOARD.margin : 0;
  const y0 = solution.depth === undefined ? Math.min(...ys) - BOARD.margin : 0;
  const width = solution.width ?? Math.max(...xs) + BOARD.margin - x0;
  const depth = solution.depth ?? Math.max(...ys) + BOARD.margin - y0;
  const exact = measured(0, 'calipers', 0);
  const size = (value: number, known: boolean) => (known ? measured(tidy(value)) : measured(tidy(value), 'guess', 3));
  const guess = (value: number, half: number) => measured(value, 'guess', half);
  const block = (name: string, at: Measured[], to: Measured[], rest: Partial<OwnBlock> = {}): OwnBlock => ({
    name,
    role: 'body',
    shape: { kind: 'box' },
    x: at[0]!,
    y: at[1]!,
    z: at[2]!,
    width: to[0]!,
    depth: to[1]!,
    height: to[2]!,
    direction: null,
    plug: 0,
    conducts: null,
    ...rest,
  });
  const plateZ = guess(BOARD.standoff, 0.5);
  const blocks: OwnDesign['blocks'] = {
    plate: block(
      'Board plate',
      [exact, exact, plateZ],
      [size(width, solution.width !== undefined), size(depth, solution.depth !== undefined), measured(BOARD.thickness)],
      { conducts: 'live' },
    ),
    parts: block(
      'Components',
      [exact, exact, guess(BOARD.standoff + BOARD.thickness, 0.5)],
      [size(width, true), size(depth, true), guess(BOARD.parts, 5)],
      { conducts: 'live' },
    ),
  };
  const holes: OwnDesign['holes'] = {};
  const faces: OwnDesign['faces'] = {};
  const half = (id: string) => solution.points.find((p) => p.id === id)?.ellipse.long ?? 0.2;
  for (const [id, point] of Object.entries(map.points)) {
    const [x, y] = [positions[id]![0] - x0, positions[id]![1] - y0];
    const unsure = tidy(done ? Math.min(half(id), 0.2) : half(id), 3);
    if (point.kind === 'hole') {
      holes[id] = {
        name: point.name,
        x: measured(tidy(x), 'calipers', unsure),
        y: measured(tidy(y), 'calipers', unsure),
        diameter: point.diameter,
      };
      const foot = (v: number) => measured(tidy(v - BOARD.foot / 2), 'calipers', unsure);
      blocks[`foot-${id}`] = block(
        `Standoff ${point.name}`,
        [foot(x), foot(y), exact],
        [measured(BOARD.foot), measured(BOARD.foot), plateZ],
        { shape: { kind: 'cylinder', axis: 'z' } },
      );
      continue;
    }
    const edges = { left: x, right: width - x, front: y, rear: depth - y } as const;
    const direction = (Object.keys(edges) as (keyof typeof edges)[]).reduce((a, b) => (edges[b] < edges[a] ? b : a));
    const w = point.diameter.value > 0 ? point.diameter.value : BOARD.socketDepth;
    const along = direction === 'left' || direction === 'right' ? [BOARD.socketDepth, w] : [w, BOARD.socketDepth];
    const corner = [
      direction === 'right' ? width - along[0]! : direction === 'left' ? 0 : x - w / 2,
      direction === 'rear' ? depth - along[1]! : direction === 'front' ? 0 : y - w / 2,
    ];
    blocks[id] = block(
      point.name,
      [
        measured(tidy(corner[0]!), 'calipers', Math.max(unsure, 0.1)),
        measured(tidy(corner[1]!), 'calipers', Math.max(unsure, 0.1)),
        guess(BOARD.standoff + BOARD.thickness, 0.5),
      ],
      [guess(along[0]!, 1), guess(along[1]!, 1), guess(BOARD.socketHeight, 2)],
      { role: 'connector', direction, plug: 40, conducts: 'metal' },
    );
    faces[direction] ??= { name: `sockets at the ${direction}`, kind: 'sockets', direction, cut: null };
  }
  return {
    name: map.name,
    standard: OWN,
    dimensions: {},
    mass: 0,
    own: {
      kind: 'board',
      blocks,
      holes,
      faces,
      power: { idle: 0, typical: 0, peak: 0 },
      source: `hole map “${map.name}”`,
    },
  };
}

const tidy = (value: number, digits = 2) => Number(value.toFixed(digits));
