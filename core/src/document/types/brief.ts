import type { FaceId } from './shell';

/** Conserve: nothing irreversible. Sleeper: outside as seen. Open: cut what helps. */
export type Policy = 'conserve' | 'sleeper' | 'open';

/** Something original that has to live on in the conversion. */
export interface Survivor {
  name: string;
  /** What it is about: a face that is not to be cut, a feature that stays, or just words. */
  about: { kind: 'face' | 'feature' | 'words'; id?: string };
}

export type TargetKind =
  | 'outer-litres'
  | 'mass'
  | 'smallest-margin'
  | 'free-litres'
  | 'drives'
  | 'temperature-rise'
  | 'noise'
  | 'wall-watts'
  | 'budget'
  | 'ready-by';

export interface Target {
  kind: TargetKind;
  /** The limit in the kind's unit (litre, kg, mm, count, K, dB, W, money in whole units); a date as yyyymmdd. */
  limit: number;
}

export interface Brief {
  purpose: string;
  policy: Policy;
  place: string;
  /** Faces that stand against something and so can't take sockets or vents. */
  blockedFaces: FaceId[];
  ambient: number;
  dust: 'clean' | 'normal' | 'dusty';
  daily: string;
  survivors: Record<string, Survivor>;
  targets: Record<string, Target>;
  alternative: { name: string; litres: number; price: number };
}
