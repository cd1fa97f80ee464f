import type { Solid } from '@young-shell/core/assembly';

/** So many rings of a duct are drawn: all of its blocks would be a grey cloud. */
const RINGS = 7;

/** The solids of a part as they are drawn: of a duct some rings, its first and its last among them. */
export function drawnSolids(solids: readonly Solid[]): Solid[] {
  const rings = solids.filter((s) => s.role === 'duct');
  const shown = new Set(
    Array.from({ length: RINGS }, (_, k) => rings[Math.round((k * (rings.length - 1)) / (RINGS - 1))]),
  );
  return solids.filter((s) => s.role !== 'duct' || shown.has(s));
}
