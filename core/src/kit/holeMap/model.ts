import { BOARD_EDGES, type BoardEdge, type HoleMap } from '../../document';
import type { Point2 } from '../../solid';
import { EDGE } from './types';

/** A reading as an equation: value = f(unknowns), with its standard deviation. */
export interface Equation {
  /** Id of the distance, `hole:id` for a diameter that was measured, `pick:id:x` for a photo. */
  id: string;
  value: number;
  sigma: number;
  kind: 'distance' | 'known' | 'pick';
  /** Value and derivatives at the unknowns; writes `column, derivative` pairs and gives the value. */
  at: (x: Float64Array, row: Float64Array) => number;
}

/** The unknowns of a hole map and its equations. */
export interface HoleModel {
  ids: string[];
  /** Column of x of each point; y is the next. */
  column: Map<string, number>;
  columns: { width: number | undefined; depth: number | undefined };
  /** The left, the front edge is one that distances start from. */
  edges: [boolean, boolean];
  size: number;
  equations: Equation[];
  /** Columns that turn and shift with the whole figure. */
  turning: { angle: number; shift: number; seen: { column: number; at: Point2 }[] }[];
}

/** Points picked in one photo: where they are in the photo's own frame, with half-widths. */
export interface PhotoPoints {
  photo: string;
  points: { point: string; x: number; y: number; uncertainty: number }[];
}

/** A half-width of 95 % as a standard deviation. */
const SIGMAS_AT_95 = 1.959964;
/** No reading is better than this, mm: it keeps a zero half-width from ruling the rest. */
const LEAST_SIGMA = 0.005;

const isEdge = (end: string): end is BoardEdge => (BOARD_EDGES as readonly string[]).includes(end);

/** Sets up the equations of a hole map. */
export function holeModel(
  map: HoleMap,
  photos: readonly PhotoPoints[] = [],
  left: ReadonlySet<string> = new Set(),
): HoleModel {
  const ids = Object.keys(map.points);
  const column = new Map(ids.map((id, i) => [id, 2 * i]));
  let size = 2 * ids.length;
  const columns: HoleModel['columns'] = { width: undefined, depth: undefined };
  const edgeColumn = (edge: BoardEdge) => {
    const key = EDGE[edge].axis === 0 ? 'width' : 'depth';
    return (columns[key] ??= size++);
  };
  const sigma = (uncertainty: number) => Math.max(LEAST_SIGMA, uncertainty / SIGMAS_AT_95);
  const equations: Equation[] = [];
  // A diameter is an unknown where rims were measured: two readings at one hole share its error.
  const radii = new Map<string, number>();
  const radius = (id: string): number => {
    const known = radii.get(id);
    if (known !== undefined) return known;
    const c = size++;
    radii.set(id, c);
    const { diameter } = map.points[id]!;
    equations.push({
      id: `hole:${id}`,
      kind: 'known',
      value: diameter.value / 2,
      sigma: sigma(diameter.uncertainty / 2),
      at: (x, row) => {
        row[c]! += 1;
        return x[c]!;
      },
    });
    return c;
  };
  for (const [id, { from, to, how, measured }] of Object.entries(map.distances)) {
    if (left.has(id)) continue;
    const rims = how === 'centre' ? 0 : how === 'outer' ? 1 : -1;
    const rimColumns = rims === 0 ? [] : [from, to].filter((end) => !isEdge(end)).map(radius);
    const core = isEdge(from)
      ? isEdge(to)
        ? edgeToEdge(from, edgeColumn)
        : edgeToPoint(from, column.get(to)!, edgeColumn)
      : isEdge(to)
        ? edgeToPoint(to, column.get(from)!, edgeColumn)
        : pointToPoint(column.get(from)!, column.get(to)!);
    equations.push({
      id,
      kind: 'distance',
      value: measured.value,
      sigma: sigma(measured.uncertainty),
      at: (x, row) => {
        let value = core(x, row);
        for (const c of rimColumns) {
          row[c]! += rims;
          value += rims * x[c]!;
        }
        return value;
      },
    });
  }
  const turning = photos.map(({ photo, points }) => {
    const angle = size++;
    const shift = size;
    size += 2;
    const seen: { column: number; at: Point2 }[] = [];
    for (const { point, x, y, uncertainty } of points) {
      const c = column.get(point);
      if (c === undefined) continue;
      seen.push({ column: c, at: [x, y] });
      equations.push(...pickEquations(`pick:${photo}:${point}`, c, angle, shift, [x, y], sigma(uncertainty)));
    }
    return { angle, shift, seen };
  });
  const ends = Object.values(map.distances).flatMap(({ from, to }) => [from, to]);
  const edges: HoleModel['edges'] = [ends.includes('left'), ends.includes('front')];
  return { ids, column, columns, edges, size, equations, turning };
}

type Core = Equation['at'];

const pointToPoint =
  (a: number, b: number): Core =>
  (x, row) => {
    const dx = x[b]! - x[a]!;
    const dy = x[b + 1]! - x[a + 1]!;
    const d = Math.hypot(dx, dy) || 1e-9;
    row[a]! -= dx / d;
    row[a + 1]! -= dy / d;
    row[b]! += dx / d;
    row[b + 1]! += dy / d;
    return d;
  };

function edgeToPoint(edge: BoardEdge, point: number, edgeColumn: (edge: BoardEdge) => number): Core {
  const { axis, far } = EDGE[edge];
  const end = far ? edgeColumn(edge) : -1;
  return (x, row) => {
    row[point + axis]! += far ? -1 : 1;
    if (!far) return x[point + axis]!;
    row[end]! += 1;
    return x[end]! - x[point + axis]!;
  };
}

function edgeToEdge(edge: BoardEdge, edgeColumn: (edge: BoardEdge) => number): Core {
  const end = edgeColumn(edge);
  return (x, row) => {
    row[end]! += 1;
    return x[end]!;
  };
}

/** A picked point: the photo's frame is the board's, turned by an angle and shifted. */
function pickEquations(
  id: string,
  c: number,
  angle: number,
  shift: number,
  at: [number, number],
  sigma: number,
): Equation[] {
  return ([0, 1] as const).map((k) => ({
    id: `${id}:${k === 0 ? 'x' : 'y'}`,
    kind: 'pick' as const,
    value: at[k],
    sigma,
    at: (x: Float64Array, row: Float64Array) => {
      const [cos, sin] = [Math.cos(x[angle]!), Math.sin(x[angle]!)];
      const [px, py] = [x[c]!, x[c + 1]!];
      row[shift + k]! += 1;
      if (k === 0) {
        row[c]! += cos;
        row[c + 1]! -= sin;
        row[angle]! += -sin * px - cos * py;
        return cos * px - sin * py + x[shift]!;
      }
      row[c]! += sin;
      row[c + 1]! += cos;
      row[angle]! += cos * px - sin * py;
      return sin * px + cos * py + x[shift + 1]!;
    },
  }));
}
