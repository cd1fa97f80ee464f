import type { Assembly, PlacedPart, Solid } from '../../assembly';
import { OWN, type Conversion, type Placement } from '../../document';
import { turnOf, type Vec3 } from '../../solid';

const kept = new WeakMap<Assembly['features'], { features: Conversion['shell']['features']; made: Coming }>();

interface Coming {
  /** What stands of the shell whatever comes out of it. */
  features: Solid[];
  /** Shelves, cages and plates that come out and go back, as parts are. */
  pieces: PlacedPart[];
}

/** Of the shell’s features those that come out for the work and go back: for the order of the work they are as parts are. */
export function comingOut({ shell }: Conversion, { features }: Assembly): Coming {
  const known = kept.get(features);
  if (known?.features === shell.features) return known.made;
  const ids = Object.entries(shell.features)
    .filter(([, f]) => f.fate === 'out' && f.body === 'base')
    .map(([id]) => id);
  const out = new Set(ids);
  const made: Coming = {
    features: ids.length === 0 ? features : features.filter((f) => !out.has(f.owner)),
    pieces: ids.flatMap((id) => {
      const solids = features.filter((f) => f.owner === id && !f.swept);
      return solids.length === 0 ? [] : [asPart(id, shell.features[id]!.name, solids)];
    }),
  };
  kept.set(features, { features: shell.features, made });
  return made;
}

/** A feature as a part that stands where it does: its solids, no faces, no weight of its own in the kit. */
function asPart(id: string, name: string, solids: readonly Solid[]): PlacedPart {
  const low = [0, 1, 2].map((i) => Math.min(...solids.map((s) => s.shape.low[i]!))) as Vec3;
  const high = [0, 1, 2].map((i) => Math.max(...solids.map((s) => s.shape.high[i]!))) as Vec3;
  const placement: Placement = { x: low[0], y: low[1], z: low[2], rear: 'rear', top: 'top', locked: false };
  return {
    id,
    part: { name, standard: OWN, dimensions: {}, mass: 0 },
    placement,
    turn: turnOf(placement),
    solids: solids.map((s): Solid => ({ ...s, ownerKind: 'part' })),
    faces: [],
    low,
    high,
    toShell: (p) => [p[0]! + low[0], p[1]! + low[1], p[2]! + low[2]],
    tilted: (p) => p,
  };
}

/** The plan as the order of the work sees it: what comes out and goes back is one of the things to be put in. */
export function withComingOut(document: Conversion, assembly: Assembly): Assembly {
  const { features, pieces } = comingOut(document, assembly);
  return pieces.length === 0 ? assembly : { ...assembly, features, parts: [...assembly.parts, ...pieces] };
}
