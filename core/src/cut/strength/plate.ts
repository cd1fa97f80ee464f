import { solverOf, type BandSolver } from '@young-shell/kernels';
import { inverse, Matrix } from 'ml-matrix';

/** Degrees of freedom of a node: deflection w, slopes ∂w/∂x and ∂w/∂y. */
const DOF = 3;

/** A plate on an even grid of rectangles; lengths mm, stiffness N·mm, forces N. */
export interface PlateModel {
  /** Elements along x and y. */
  nx: number;
  ny: number;
  /** Size of one, mm. */
  dx: number;
  dy: number;
  poisson: number;
  /** Bending stiffness D = E t³ / 12 (1 − ν²) of each element, N·mm; 0: nothing is there. Row by row, x first. */
  stiffness: Float64Array;
  /** Of each node, 1 where it is held down, 2 where slopes are held as well. Row by row, x first. */
  held: Uint8Array;
  /** Beams along grid lines, from node to the next one. */
  beams?: readonly Beam[];
}

/** A stiff strip from a node to its neighbour along x or y. */
export interface Beam {
  node: number;
  along: 'x' | 'y';
  /** Bending stiffness E·I about the plate’s plane and torsional stiffness G·J, N·mm². */
  bending: number;
  torsion: number;
}

/** Deflection of every node, mm, down along the load. */
export type Deflection = Float64Array;

export interface Plate {
  model: PlateModel;
  /** Deflections under nodal forces, N, one a node. */
  under(forces: Float64Array): Deflection;
  /** Nodal forces of a pressure, N/mm², on each element. */
  pressed(pressure: (element: number) => number): Float64Array;
}

/**
 * Stiffness of a thin rectangular plate element of 12 degrees of freedom for D = 1: the non-conforming rectangle of Adini,
 * Clough and Melosh (Zienkiewicz and Taylor, The Finite Element Method, thin plates, from memory). Displacements are the
 * polynomial 1, x, y, x², xy, y², x³, x²y, xy², y³, x³y, xy³; curvatures −∂²w/∂x², −∂²w/∂y², −2∂²w/∂x∂y; integrated by
 * three Gauss points a side, which is exact. Nodes: (0,0), (dx,0), (dx,dy), (0,dy).
 */
export function elementStiffness(dx: number, dy: number, poisson: number): number[][] {
  const at = (x: number, y: number) => [
    [1, x, y, x * x, x * y, y * y, x ** 3, x * x * y, x * y * y, y ** 3, x ** 3 * y, x * y ** 3],
    [0, 1, 0, 2 * x, y, 0, 3 * x * x, 2 * x * y, y * y, 0, 3 * x * x * y, y ** 3],
    [0, 0, 1, 0, x, 2 * y, 0, x * x, 2 * x * y, 3 * y * y, x ** 3, 3 * x * y * y],
  ];
  const c = new Matrix([...at(0, 0), ...at(dx, 0), ...at(dx, dy), ...at(0, dy)]);
  const curvature = (x: number, y: number) =>
    new Matrix([
      [0, 0, 0, -2, 0, 0, -6 * x, -2 * y, 0, 0, -6 * x * y, 0],
      [0, 0, 0, 0, 0, -2, 0, 0, -2 * x, -6 * y, 0, -6 * x * y],
      [0, 0, 0, 0, -2, 0, 0, -4 * x, -4 * y, 0, -6 * x * x, -6 * y * y],
    ]);
  const d = new Matrix([
    [1, poisson, 0],
    [poisson, 1, 0],
    [0, 0, (1 - poisson) / 2],
  ]);
  const g = Math.sqrt(0.6);
  let sum = Matrix.zeros(12, 12);
  for (const [p, a] of [
    [-g, 5 / 9],
    [0, 8 / 9],
    [g, 5 / 9],
  ] as const)
    for (const [q, b] of [
      [-g, 5 / 9],
      [0, 8 / 9],
      [g, 5 / 9],
    ] as const) {
      const k = curvature((dx / 2) * (1 + p), (dy / 2) * (1 + q));
      sum = Matrix.add(
        sum,
        k
          .transpose()
          .mmul(d)
          .mmul(k)
          .mul((a * b * dx * dy) / 4),
      );
    }
  const back = inverse(c);
  return back.transpose().mmul(sum).mmul(back).to2DArray();
}

/**
 * Factors a plate once; it then bends under any loads.
 * @throws RangeError where it is not held enough to stand
 */
export function plateOf(model: PlateModel): Plate {
  const { nx, ny, dx, dy, poisson, stiffness, held, beams = [] } = model;
  // Numbered along the shorter side, so that the band is narrow.
  const turned = ny > nx;
  const [short, long] = turned ? [nx + 1, ny + 1] : [ny + 1, nx + 1];
  const order = (i: number, j: number) => (turned ? j * short + i : i * short + j);
  const rows = short * long * DOF;
  const half = (short + 1) * DOF + DOF - 1;
  const stride = half + 1;
  const values = new Float64Array(rows * stride);
  const add = (a: number, b: number, v: number) => {
    if (b <= a) values[a * stride + half + b - a]! += v;
  };
  const unit = elementStiffness(dx, dy, poisson);
  const flat = Float64Array.from(unit.flat());
  const dofs = new Int32Array(12);
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const d = stiffness[j * nx + i]!;
      if (d === 0) continue;
      const corner = [order(i, j), order(i + 1, j), order(i + 1, j + 1), order(i, j + 1)];
      for (let c = 0; c < 4; c++) for (let k = 0; k < DOF; k++) dofs[c * DOF + k] = corner[c]! * DOF + k;
      for (let r = 0; r < 12; r++) for (let s = 0; s < 12; s++) add(dofs[r]!, dofs[s]!, d * flat[r * 12 + s]!);
    }
  for (const beam of beams) addBeam(beam, model, order, add);
  const nodeDof = (node: number) => order(node % (nx + 1), Math.floor(node / (nx + 1))) * DOF;
  let largest = 0;
  for (let r = 0; r < rows; r++) largest = Math.max(largest, values[r * stride + half]!);
  const hold = (row: number) => {
    for (let b = Math.max(0, row - half); b < row; b++) values[row * stride + half + b - row] = 0;
    for (let a = row + 1; a <= Math.min(rows - 1, row + half); a++) values[a * stride + half + row - a] = 0;
    values[row * stride + half] = largest || 1;
  };
  const gone = new Uint8Array(rows);
  for (let node = 0; node < (nx + 1) * (ny + 1); node++) {
    const at = nodeDof(node);
    const how = held[node]!;
    for (let k = 0; k < DOF; k++)
      if ((how >= 1 && k === 0) || how >= 2 || values[(at + k) * stride + half] === 0) gone[at + k] = 1;
  }
  for (let r = 0; r < rows; r++) if (gone[r]) hold(r);
  let solve: BandSolver;
  try {
    solve = solverOf({ rows, half, values });
  } catch (error) {
    if (error instanceof RangeError && error.message.includes('positive'))
      throw new RangeError('The panel is not held enough to carry anything: it would fall or tip.');
    throw error;
  }
  return {
    model,
    under(forces) {
      const load = new Float64Array(rows);
      forces.forEach((f, node) => {
        const at = nodeDof(node);
        if (!gone[at]) load[at] = f;
      });
      const x = solve(load);
      return Float64Array.from(forces, (_, node) => x[nodeDof(node)]!);
    },
    pressed(pressure) {
      const forces = new Float64Array((nx + 1) * (ny + 1));
      for (let j = 0; j < ny; j++)
        for (let i = 0; i < nx; i++) {
          const e = j * nx + i;
          if (stiffness[e] === 0) continue;
          const quarter = (pressure(e) * dx * dy) / 4;
          for (const node of [
            j * (nx + 1) + i,
            j * (nx + 1) + i + 1,
            (j + 1) * (nx + 1) + i,
            (j + 1) * (nx + 1) + i + 1,
          ])
            forces[node]! += quarter;
        }
      return forces;
    },
  };
}

/** A beam of two nodes in bending and torsion: 12 EI/l³ … (any textbook on matrix structural analysis). */
function addBeam(
  { node, along, bending, torsion }: Beam,
  { nx, dx, dy }: PlateModel,
  order: (i: number, j: number) => number,
  add: (a: number, b: number, v: number) => void,
): void {
  const [i, j] = [node % (nx + 1), Math.floor(node / (nx + 1))];
  const l = along === 'x' ? dx : dy;
  const a = order(i, j) * DOF;
  const b = (along === 'x' ? order(i + 1, j) : order(i, j + 1)) * DOF;
  const slope = along === 'x' ? 1 : 2;
  const twist = along === 'x' ? 2 : 1;
  const dofs = [a, a + slope, b, b + slope];
  const k = [
    [12, 6 * l, -12, 6 * l],
    [6 * l, 4 * l * l, -6 * l, 2 * l * l],
    [-12, -6 * l, 12, -6 * l],
    [6 * l, 2 * l * l, -6 * l, 4 * l * l],
  ];
  dofs.forEach((r, p) => dofs.forEach((s, q) => add(r, s, (bending / l ** 3) * k[p]![q]!)));
  const t = [a + twist, b + twist];
  t.forEach((r, p) => t.forEach((s, q) => add(r, s, (torsion / l) * (p === q ? 1 : -1))));
}
