import type { Clearances as Chosen, Conversion } from '../document';
import { CLEARANCES, PLACEMENT } from '../standards';
import type { Source } from '../quantity';

/** A clearance that is wanted, mm, and why. */
export interface Required {
  value: number;
  why: string;
  source: Source;
}

/** What things keep from each other in a plan, and how exactly parts end up where they were planned, mm. */
export type Clearances = Readonly<Record<keyof typeof CLEARANCES, Required>> & { markingOut: number };

const USUAL: Clearances = { ...CLEARANCES, markingOut: PLACEMENT.uncertainty };
const known = new WeakMap<Chosen, Clearances>();

/** The clearances of a plan: the usual ones, and those that were chosen for it. One object as long as these are the same. */
export function clearancesOf({ layout: { clearances } }: Pick<Conversion, 'layout'>): Clearances {
  if (!clearances) return USUAL;
  const made = known.get(clearances) ?? {
    ...USUAL,
    static: chosen('static', clearances.static),
    conducting: chosen('conducting', clearances.conducting),
    mains: chosen('mains', clearances.mains),
    moving: chosen('moving', clearances.moving),
    markingOut: clearances.markingOut ?? USUAL.markingOut,
  };
  known.set(clearances, made);
  return made;
}

function chosen(name: keyof typeof CLEARANCES, value: number | undefined): Required {
  const usual = CLEARANCES[name];
  if (value === undefined || value === usual.value) return usual;
  return {
    value,
    why: usual.why,
    source: { kind: 'chosen', title: `chosen for this plan; usually ${usual.value} mm: ${usual.source.title}` },
  };
}
