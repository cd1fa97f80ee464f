import { writeFile } from 'node:fs/promises';
import { compileKernel, moduleText } from './compile';

// Compiles the kernels and writes them as modules that any page, worker or program can import.
for (const name of ['distances', 'band'])
  await writeFile(new URL(`src/${name}.wasm.ts`, import.meta.url), moduleText(await compileKernel(name)));
