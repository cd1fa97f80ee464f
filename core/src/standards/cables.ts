import { practice } from './row';

export const CABLE_KINDS = [
  'main power',
  'card power',
  'drive power',
  'processor power',
  'DC lead',
  'data',
  'riser',
  'fan lead',
  'tube',
  'lead',
] as const;
export type CableKind = (typeof CABLE_KINDS)[number];

export interface CableStandard {
  kind: CableKind;
  name: string;
  /** Lengths one can buy, mm. */
  lengths: number[];
  /** Least radius of its middle line, mm. */
  bendRadius: number;
  /** What has to be free around its middle line, mm. */
  thickness: number;
  source: typeof practice;
}

const cable = (
  kind: CableKind,
  name: string,
  lengths: number[],
  bendRadius: number,
  thickness: number,
): CableStandard => ({ kind, name, lengths, bendRadius, thickness, source: practice });

/** Cables, ribbons, risers and tubes as they are sold. */
export const CABLES: Readonly<Record<CableKind, CableStandard>> = {
  'main power': cable('main power', '24-pin cable', [250, 300, 350, 400, 500, 600], 20, 12),
  'card power': cable('card power', 'card power cable', [300, 400, 450, 550, 650], 15, 8),
  'drive power': cable('drive power', 'drive power cable', [200, 250, 300, 400, 500, 600, 800], 12, 6),
  'processor power': cable('processor power', 'processor power cable', [300, 400, 450, 550, 650], 15, 8),
  'DC lead': cable('DC lead', 'DC lead', [100, 150, 200, 300, 400], 10, 5),
  data: cable('data', 'data cable', [150, 200, 250, 300, 450, 500, 700, 1000], 10, 6),
  riser: cable('riser', 'riser', [50, 100, 150, 200, 250, 300, 400], 8, 6),
  'fan lead': cable('fan lead', 'fan lead', [200, 250, 300, 400, 500, 700], 6, 4),
  tube: cable('tube', 'tube', [250, 300, 350, 400, 450], 45, 14),
  lead: cable('lead', 'lead', [100, 150, 200, 250, 300, 500, 800, 1000], 8, 5),
};

/** Longest riser that is commonly sold, mm. */
export const LONGEST_RISER = 400;
