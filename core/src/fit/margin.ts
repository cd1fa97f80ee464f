import type { Verdict } from '../findings';
import type { Vec3 } from '../solid';
import type { Required } from '../assembly';

export type MarginKind = 'body' | 'plug' | 'air' | 'duct';

/** What a margin is to, in a word, where it is not simply a body. */
export const MARGIN_ROOMS: Readonly<Record<MarginKind, string | undefined>> = {
  body: undefined,
  plug: 'plug room',
  air: 'air',
  duct: 'duct',
};

/** How near one part comes to one other thing, at the place where it is tightest. */
export interface Margin {
  /** `card-1|top`: the part and the other part, feature or face. */
  id: string;
  kind: MarginKind;
  part: string;
  solid: string;
  other: { kind: 'part' | 'feature' | 'face'; id: string; solid: string };
  /** Signed distance in mm; for air how far the obstacle is from the intake. */
  distance: number;
  required: Required;
  /** For air: below this the intake is louder, below that it starves. */
  air?: { tolerable: number; least: number };
  /** distance − required. */
  spare: number;
  /** Unit, from the part to the other thing: moving the part by distance · normal makes them touch. */
  normal: Vec3;
  /** Where to draw it: from the part's solid, to the other thing. */
  from: Vec3;
  to: Vec3;
}

/** Solids this deep in each other touch, mm: what files and arithmetic are off by. */
export const TOUCHING = 0.05;
/** A plug room may be cut into this far, mm: a right-angled plug takes so much less (common practice, no source). */
export const PLUG_GIVES = 15;

/** A duct may run this far into something, mm: it is soft, or filed (common practice, no source). */
export const DUCT_GIVES = 0.5;

/** How bad a margin is: the one rule that findings and figures share. Air has its own steps. */
export function severityOf({
  kind,
  distance,
  spare,
  air,
}: Pick<Margin, 'kind' | 'distance' | 'spare' | 'air'>): Verdict {
  if (kind === 'air' && air)
    return distance < air.least ? 'stop' : distance < air.tolerable ? 'warn' : spare < 0 ? 'note' : 'good';
  // A duct is printed last, round what stands there: it warns, and no search takes it for matter.
  if (kind === 'duct') return distance < -DUCT_GIVES ? 'warn' : 'good';
  if (kind === 'plug') return distance < -PLUG_GIVES ? 'stop' : spare < 0 ? 'warn' : 'good';
  return distance < -TOUCHING ? 'stop' : spare < -0.001 ? 'warn' : 'good';
}

/** What of some margins stops: what a search may not do either. */
export const stopsAt = (margins: readonly Margin[]): Margin[] => margins.filter((m) => severityOf(m) === 'stop');

/** What of some margins is less than is wanted: it stops, or it warns. */
export const shortAt = (margins: readonly Margin[]): Margin[] =>
  margins.filter((m) => ['stop', 'warn'].includes(severityOf(m)));

/** Air that is short of the ideal is no collision: it counts from where it starves. */
export const urgencyOf = (m: Margin) => (m.air ? m.distance - m.air.least : m.spare);
export const byUrgency = (a: Margin, b: Margin) => urgencyOf(a) - urgencyOf(b);
