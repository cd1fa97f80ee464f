import type { Brief } from './brief';
import type { HoleMap, Part, Photo } from './kit';
import type { OwnCable, Placement, Variant, Wish } from './layout';
import type { FaceId, Shell } from './shell';

export interface CutSettings {
  /** Added on each side of an opening, mm. */
  allowance: number;
  paper: 'a4' | 'letter';
  /** What the two 100 mm rulers measured on the last print, mm. */
  ruler: { horizontal: number; vertical: number };
  /** Faces marked from inside are printed mirrored. */
  mirrored: FaceId[];
}

/** A finding the user has looked at and lives with, and why. */
export interface Accepted {
  reason: string;
  /** How bad it was then; if it gets worse, it is open again. */
  verdict: 'stop' | 'warn' | 'note';
}

/** One conversion: facts only. Lengths in mm from the front-left-bottom outer corner; x right, y rear, z up. */
export interface Conversion {
  schemaVersion: number;
  name: string;
  note: string;
  brief: Brief;
  shell: Shell;
  kit: { parts: Record<string, Part>; holeMaps: Record<string, HoleMap>; photos: Record<string, Photo> };
  layout: {
    placements: Record<string, Placement>;
    wishes: Record<string, Wish>;
    variants: Record<string, Variant>;
    cables: Record<string, OwnCable>;
  };
  cut: CutSettings;
  accepted: Record<string, Accepted>;
}
