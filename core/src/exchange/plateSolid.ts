import type { HoleMap } from '../document';
import type { Corrected, HoleSolution } from '../kit';
import type { Mesh, Shape, SolidKernel } from '../solid';
import { plateOutline } from './plateSheet';

/** A printable plate: thin, pins as thick as asked for in the trade, mm. Common practice, no source. */
const PLATE = { thickness: 2, pin: 2, pinHeight: 4 };
/** Raised scale on the plate: two bars whose outer edges are 100 mm apart, to measure what the printer shrank. */
const RULER = 100;

/** A thin plate with a 2 mm pin at every hole centre, pins up, mirrored so that it meets the board's underside. */
export function plateSolid(map: HoleMap, solution: HoleSolution, corrected: Corrected, kernel: SolidKernel): Mesh {
  const { width, height, at } = plateOutline(solution, corrected);
  const wide = Math.max(width, RULER + 4);
  const box = (low: [number, number, number], high: [number, number, number]): Shape => ({ kind: 'box', low, high });
  const t = PLATE.thickness;
  const shapes: Shape[] = [
    box([0, 0, 0], [wide, height, t]),
    box([2, 0, 0], [4, 4, t + 1]),
    box([RULER, 0, 0], [RULER + 2, 4, t + 1]),
  ];
  for (const id of Object.keys(map.points)) {
    const place = corrected.positions[id];
    if (!place) continue;
    const [u, v] = at(place);
    // Seen from below, right and left change places.
    const x = width - u;
    const r = PLATE.pin / 2;
    shapes.push({
      kind: 'cylinder',
      axis: 2,
      low: [x - r, v - r, t - 0.01],
      high: [x + r, v + r, t + PLATE.pinHeight],
    });
  }
  return kernel.scope((make) => make.meshOf(make.union(shapes.map((s) => make.shape(s)))));
}
