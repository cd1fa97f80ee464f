import occt from 'occt-import-js';
import { FileFault, MOST_TRIANGLES, writeStl } from '@young-shell/core/exchange';
import { boundsOfMesh, type Mesh } from '@young-shell/core/solid';

/**
 * The solids of a STEP as one binary STL in mm. Needs a place where the reading kernel may run: Node, not a page
 * under a strict content policy.
 */
export async function readStep(bytes: Uint8Array, name: string): Promise<Uint8Array> {
  if (!/^\s*ISO-10303-21/.test(new TextDecoder().decode(bytes.subarray(0, 200))))
    throw new FileFault('unknown-kind', `${name} is not a STEP file: one begins with ISO-10303-21.`);
  if (!/END-ISO-10303-21/.test(new TextDecoder().decode(bytes.subarray(-4096))))
    throw new FileFault('cut-off', `${name} does not end as a STEP file does: it was cut off.`);
  const kernel = await occt();
  const { success, meshes } = kernel.ReadStepFile(bytes, {
    linearUnit: 'millimeter',
    linearDeflectionType: 'bounding_box_ratio',
    linearDeflection: 0.0005,
    angularDeflection: 0.3,
  });
  if (!success || !meshes) throw new FileFault('not-a-solid', `${name} could not be read as STEP.`);
  const count = meshes.reduce((n, m) => n + m.index.array.length / 3, 0);
  if (count === 0) throw new FileFault('empty', `${name} holds no solid.`);
  if (count > MOST_TRIANGLES)
    throw new FileFault('too-large', `${name} becomes ${count} triangles; up to ${MOST_TRIANGLES} are read.`);
  const positions = new Float64Array(count * 9);
  let at = 0;
  for (const { attributes, index } of meshes)
    for (const v of index.array) for (let k = 0; k < 3; k++) positions[at++] = attributes.position.array[v * 3 + k]!;
  const mesh: Mesh = { positions, triangles: Uint32Array.from({ length: count * 3 }, (_, i) => i) };
  const { low, high } = boundsOfMesh(mesh);
  if (![...low, ...high].every(Number.isFinite))
    throw new FileFault('bad-number', `${name} has a size that is no number.`);
  return writeStl(mesh, name);
}
