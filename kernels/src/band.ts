import wasm from './band.wasm';
import type { Band } from './bandMatrix';
import { plainFactor, plainSolve } from './plainBand';

/** Bytes by which memory grows. */
const PAGE = 65_536;

interface Kernel {
  memory: WebAssembly.Memory;
  layOut(rows: number, half: number): number;
  matrixAt(): number;
  vectorAt(): number;
  factor(): number;
  solve(): void;
}

/** Solves for loads by one factored matrix; the array that is given is not altered. */
export type BandSolver = (load: Float64Array) => Float64Array;

/** Checked and compiled once; `null` where vectors of 128 bits are not known. */
let module: WebAssembly.Module | null | undefined;

function load(): WebAssembly.Module | null {
  const bytes = Uint8Array.from(atob(wasm), (c) => c.charCodeAt(0));
  return WebAssembly.validate(bytes) ? new WebAssembly.Module(bytes) : null;
}

/**
 * Factors a positive definite band (its values are used up where there is no kernel).
 * @throws RangeError when it is not positive definite, or when there is not so much memory
 */
export function solverOf(band: Band): BandSolver {
  if (module === undefined) module = load();
  const { rows, half, values } = band;
  if (!module) {
    refuse(plainFactor(band));
    return (force) => {
      const x = force.slice();
      plainSolve(band, x);
      return x;
    };
  }
  // An instance of its own: several solvers stay usable beside each other.
  const kernel = new WebAssembly.Instance(module).exports as unknown as Kernel;
  const more = kernel.layOut(rows, half) - kernel.memory.buffer.byteLength;
  if (more > 0) kernel.memory.grow(Math.ceil(more / PAGE));
  new Float64Array(kernel.memory.buffer, kernel.matrixAt(), values.length).set(values);
  refuse(kernel.factor());
  return (force) => {
    const vector = new Float64Array(kernel.memory.buffer, kernel.vectorAt(), rows);
    vector.set(force);
    kernel.solve();
    return vector.slice();
  };
}

function refuse(row: number): void {
  if (row >= 0) throw new RangeError(`The matrix is not positive definite: row ${row} has no positive pivot.`);
}
