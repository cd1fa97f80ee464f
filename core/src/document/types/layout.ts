import type { Part } from './kit';
import type { Body, FaceId, Feature, Side } from './shell';

/** Where a part is: left, front and lower end of its bodies; where its rear and its top look. */
export interface Placement {
  x: number;
  y: number;
  z: number;
  rear: Side;
  top: Side;
  locked: boolean;
}

export const WISH_KINDS = [
  'near',
  'apart',
  'together',
  'level',
  'above',
  'on face',
  'facing',
  'not above heat',
  'reachable',
] as const;
export type WishKind = (typeof WISH_KINDS)[number];

/** What the user wants of a layout, beyond that everything fits. */
export interface Wish {
  kind: WishKind;
  part: string;
  /** The other part of `near`, `apart`, `together`, `level` and `above`. */
  other: string | null;
  /** The face of `on face`; the side of the shell that the part's rear looks to of `facing`. */
  face: FaceId | null;
  /** Most gap of `near`, least of `apart`, most difference of `level`; mm. */
  distance: number;
}

/** A layout that is kept by name, with what it changed: swapped parts, removed features, a spacer ring. */
export interface Variant {
  name: string;
  placements: Record<string, Placement>;
  parts: Record<string, Part>;
  fates: Record<string, Feature['fate']>;
  ring: Body | null;
}

/** A cable, ribbon, riser or tube the user has, by the connection it is for. */
export interface OwnCable {
  /** mm */
  length: number;
}
