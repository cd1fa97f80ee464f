import type { Finding } from '../../findings';
import type { Assess } from '../judged';
import {
  isOutside,
  partsInside,
  applyChange,
  validationIssuesOf,
  staysPut,
  type Change,
  type Conversion,
  type Placement,
} from '../../document';
import type { Layout, LayoutOptions } from '../layout';

export type WayKind = 'rearrange' | 'ring' | 'features' | 'swap' | 'riser' | 'external' | 'floor' | 'face' | 'pair';

/** Something that can be done to a plan, and what it takes. */
interface Effort {
  id: string;
  kind: WayKind;
  label: string;
  /** What it costs or spoils, in few words. */
  price: string;
  reversible: boolean;
  /** The policy of the brief allows it as it is. */
  withinPolicy: boolean;
  /** How much it takes; lower is less. By the policy. */
  effort: number;
}

/** A way out of a plan that does not fit: what it takes, what that costs, and the layout it allows. */
export interface WayOut extends Effort {
  layout: Layout;
  /** The intervention and the layout together. */
  change: Change;
}

export interface WaysOutOptions {
  seed?: number;
  /** Placings that each search may try. */
  steps?: number;
  /** Asks all stations: a way after which anything stops is not listed. */
  assess?: Assess;
  /** What all stations say of the plan as it is, what takes a while included. */
  before?: readonly Finding[];
  stop?: () => boolean;
  onWay?: (ways: readonly WayOut[]) => void;
  onProgress?: (share: number, what: string) => void;
}

export interface WaysOutResult {
  /** Least first. */
  ways: WayOut[];
  tried: string[];
  ended: 'done' | 'stopped';
}

/** An intervention that is to be tried by a search. */
export interface Intervention extends Effort {
  changes: Change[];
  search?: Partial<LayoutOptions>;
  /** Interventions of one row get larger one after the other. */
  row?: string;
  /** What a smaller one of its row allows, a larger one does, too: where the largest fails none is tried. */
  nested?: true;
  /** Each of these has to be held by something then. */
  held?: string[];
  /** Parts it is about; undefined: the shell as a whole. */
  touches?: string[];
}

export const NOTHING = {
  kind: 'rearrange' as const,
  price: 'nothing cut but the openings, nothing to buy',
  reversible: true,
  withinPolicy: true,
};

/** What speaks against each kind of intervention under each policy: common practice, no source. */
export const EFFORT: Readonly<Record<WayKind, Readonly<Record<Conversion['brief']['policy'], number>>>> = {
  rearrange: { conserve: 0, sleeper: 0, open: 0 },
  riser: { conserve: 6, sleeper: 6, open: 6 },
  floor: { conserve: 8, sleeper: 10, open: 14 },
  swap: { conserve: 15, sleeper: 18, open: 22 },
  external: { conserve: 24, sleeper: 22, open: 30 },
  face: { conserve: 40, sleeper: 35, open: 25 },
  ring: { conserve: 30, sleeper: 34, open: 28 },
  features: { conserve: 90, sleeper: 26, open: 14 },
  pair: { conserve: 12, sleeper: 12, open: 12 },
};

export type Look = (document: Conversion, more?: Partial<LayoutOptions>) => Layout | undefined;

/** The document with changes, or undefined where that is no valid plan. */
export function applied(document: Conversion, changes: readonly Change[]): Conversion | undefined {
  try {
    const next = changes.reduce((d, change) => applyChange(d, change).document, document);
    return validationIssuesOf(next).length === 0 ? next : undefined;
  } catch {
    return undefined;
  }
}

export const placings = (placements: Readonly<Record<string, Placement>>): Change[] =>
  Object.entries(placements).map(([id, placement]) => ({ type: 'placePart', id, placement }));

export function wayFrom(document: Conversion, i: Intervention, layout: Layout): WayOut {
  const moved = Object.entries(layout.placements).filter(([id, p]) => {
    const was = document.layout.placements[id];
    return was && (was.rear !== p.rear || was.top !== p.top || Math.hypot(was.x - p.x, was.y - p.y, was.z - p.z) > 0.5);
  });
  const moves = moved.length === 0 ? '' : `${moved.length} part${moved.length === 1 ? '' : 's'} moved`;
  const { id, kind, label, reversible, withinPolicy, effort } = i;
  return {
    id,
    kind,
    label,
    price: [i.price, moves].filter(Boolean).join('; '),
    reversible,
    withinPolicy,
    effort: effort + moved.length * 0.5 + (withinPolicy ? 0 : 100),
    layout,
    change: { type: 'all', what: label, changes: [...i.changes, ...placings(layout.placements)] },
  };
}

export const isLocked = ({ layout }: Conversion, id: string): boolean => staysPut(layout, id) || isOutside(layout, id);

/** Where all parts are now, in a plan with every part in place. */
export function present(document: Conversion): Record<string, Placement> | undefined {
  const { placements } = document.layout;
  return partsInside(document).every((id) => id in placements) ? placements : undefined;
}
