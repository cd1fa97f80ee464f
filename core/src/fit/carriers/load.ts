import { ridersOf } from '../../assembly';
import type { Conversion } from '../../document';
import { loadOf, type FrameLoad } from '../../kit';

/** What a frame of the kit does under what stands on it. */
export function frameLoad(document: Conversion, id: string): FrameLoad | undefined {
  const part = document.kit.parts[id];
  const made = part?.own?.made;
  if (made?.kind !== 'frame') return undefined;
  const grams = ridersOf(document, id).reduce((sum, rider) => sum + loadedMass(document, rider), 0);
  return loadOf(made, grams, part!.mass);
}

/** A part with all that stands on it, g. */
const loadedMass = (document: Conversion, id: string): number =>
  (document.kit.parts[id]?.mass ?? 0) + ridersOf(document, id).reduce((sum, r) => sum + loadedMass(document, r), 0);
