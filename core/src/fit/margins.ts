import type { Assembly, PlacedPart } from '../assembly';
import { byUrgency, type Margin } from './margin';
import { marginsBetween, marginsToShell } from './nearness';

/** The margins of one placed part, as long as it stands in the same shell; those to other parts as long as these stand. */
interface Known {
  hull: Assembly['hull'];
  features: Assembly['features'];
  metal: boolean;
  clearances: Assembly['clearances'];
  toShell: Margin[];
  toParts: WeakMap<PlacedPart, Margin[]>;
}

/** Placed parts are made anew when they move: what belongs to an old one is forgotten with it. */
const memory = new WeakMap<PlacedPart, Known>();

function knownOf(assembly: Assembly, part: PlacedPart): Known {
  const { hull, features, metalShell: metal, clearances } = assembly;
  const known = memory.get(part);
  if (
    known &&
    known.hull === hull &&
    known.features === features &&
    known.metal === metal &&
    known.clearances === clearances
  )
    return known;
  const toShell = marginsToShell(assembly, part);
  const next: Known = { hull, features, metal, clearances, toShell, toParts: new WeakMap() };
  memory.set(part, next);
  return next;
}

function between({ toParts, clearances }: Known, part: PlacedPart, other: PlacedPart): Margin[] {
  let found = toParts.get(other);
  if (!found) toParts.set(other, (found = marginsBetween(part, other, clearances)));
  return found;
}

/** Margins of one part to everything else in the assembly, tightest first. */
export function marginsOfPart(assembly: Assembly, part: PlacedPart): Margin[] {
  const margins = marginsToShell(assembly, part);
  for (const other of assembly.parts)
    if (other.id !== part.id) margins.push(...marginsBetween(part, other, assembly.clearances));
  return margins.sort(byUrgency);
}

/**
 * Margins of all parts, each pair once, tightest first. Only those of what moved since the last time are computed; the
 * others are the same objects.
 */
export function marginsOf(assembly: Assembly): readonly Margin[] {
  let known = ofAssembly.get(assembly);
  if (!known) ofAssembly.set(assembly, (known = findMargins(assembly)));
  return known;
}

const ofAssembly = new WeakMap<Assembly, readonly Margin[]>();

function findMargins(assembly: Assembly): Margin[] {
  const margins: Margin[] = [];
  assembly.parts.forEach((part, i) => {
    const known = knownOf(assembly, part);
    margins.push(...known.toShell);
    for (let j = i + 1; j < assembly.parts.length; j++) margins.push(...between(known, part, assembly.parts[j]!));
  });
  return margins.sort(byUrgency);
}
