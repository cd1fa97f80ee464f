import wasm from './distances.wasm';
import { sizeWithBorder, type Cells, type Distances } from './grid';
import { plainDistances } from './plainDistances';

/** Bytes by which memory grows. */
const PAGE = 65_536;

interface Kernel {
  memory: WebAssembly.Memory;
  layOut(x: number, y: number, z: number, words: number): number;
  bitsAt(): number;
  distancesAt(): number;
  run(count: number, words: number, start: number): void;
}

/** Loaded once, when first asked for; `null` where vectors of 128 bits are not known. */
let kernel: Kernel | null | undefined;

function load(): Kernel | null {
  const bytes = Uint8Array.from(atob(wasm), (c) => c.charCodeAt(0));
  if (!WebAssembly.validate(bytes)) return null;
  return new WebAssembly.Instance(new WebAssembly.Module(bytes)).exports as unknown as Kernel;
}

/**
 * Shortest distances from a cell through the free cells of a grid, along 26 neighbours.
 * @throws RangeError when there is not so much memory
 * @param start index of a free cell in the grid with its border: ((z + 1)·sy + y + 1)·sx + x + 1
 */
export function distancesFrom(cells: Cells, start: number): Distances {
  if (kernel === undefined) kernel = load();
  if (!kernel) return plainDistances(cells, start);
  const size = sizeWithBorder(cells.count);
  const [sx, sy, sz] = size;
  const more = kernel.layOut(sx, sy, sz, cells.words) - kernel.memory.buffer.byteLength;
  if (more > 0) kernel.memory.grow(Math.ceil(more / PAGE));
  new Uint32Array(kernel.memory.buffer, kernel.bitsAt(), cells.bits.length).set(cells.bits);
  kernel.run(cells.count[0], cells.words, start);
  return { size, values: new Uint16Array(kernel.memory.buffer, kernel.distancesAt(), sx * sy * sz).slice() };
}
