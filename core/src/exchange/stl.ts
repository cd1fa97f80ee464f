import type { Mesh } from '../solid';

/** A mesh as a binary STL, in mm. */
export function writeStl({ positions: p, triangles: t }: Mesh, title = ''): Uint8Array {
  const count = t.length / 3;
  const bytes = new Uint8Array(84 + 50 * count);
  // A title that begins with “solid” would make readers take it for text.
  bytes.set(new TextEncoder().encode(`mm ${title}`.slice(0, 79)));
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  for (let i = 0; i < count; i++) {
    const [a, b, c] = [t[i * 3]! * 3, t[i * 3 + 1]! * 3, t[i * 3 + 2]! * 3];
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
    const n = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    const length = Math.hypot(...n) || 1;
    let at = 84 + 50 * i;
    for (const v of n) {
      view.setFloat32(at, v / length, true);
      at += 4;
    }
    for (const corner of [a, b, c])
      for (let k = 0; k < 3; k++) {
        view.setFloat32(at, p[corner + k]!, true);
        at += 4;
      }
  }
  return bytes;
}
