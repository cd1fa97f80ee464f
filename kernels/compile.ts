import { readFile } from 'node:fs/promises';
import asc from 'assemblyscript/asc';

/**
 * Compiles a kernel of `assembly/` to a WebAssembly module.
 * @throws with what the compiler says where its source is wrong
 */
export async function compileKernel(name: string): Promise<Uint8Array> {
  const source = await readFile(new URL(`assembly/${name}.ts`, import.meta.url), 'utf8');
  let binary: Uint8Array | undefined;
  const { error, stderr } = await asc.main(
    [`${name}.ts`, '-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd', '--outFile', 'out.wasm'],
    {
      readFile: (file) => (file === `${name}.ts` ? source : null),
      writeFile: (file, contents) => {
        if (file === 'out.wasm') binary = contents as Uint8Array;
      },
      listFiles: () => [],
    },
  );
  if (error || !binary) throw new Error(`Kernel “${name}” does not compile: ${stderr.toString()}`);
  return binary;
}

/** A module that holds a kernel as text, so that any page, worker or program can import it. */
export const moduleText = (binary: Uint8Array): string =>
  `// Made from assembly/ by \`npm run build -w kernels\`.\nexport default '${Buffer.from(binary).toString('base64')}';\n`;
