import type { Material } from './materials';
import { practice } from './row';

/** Conductivity of what shells are made of, W/(m K), and how well a bare or painted face radiates. Common practice, no source. */
export const HEAT_THROUGH: Readonly<Record<Material, { conductivity: number; emissivity: number }>> = {
  steel: { conductivity: 50, emissivity: 0.9 },
  aluminium: { conductivity: 200, emissivity: 0.3 },
  wood: { conductivity: 0.15, emissivity: 0.9 },
  plywood: { conductivity: 0.13, emissivity: 0.9 },
  fibreboard: { conductivity: 0.14, emissivity: 0.9 },
  plastic: { conductivity: 0.2, emissivity: 0.9 },
  bakelite: { conductivity: 0.23, emissivity: 0.9 },
  other: { conductivity: 0.2, emissivity: 0.9 },
};

/** Where what is printed or moulded begins to soften, °C. Common practice, no source. */
export const SOFTENS: Readonly<Record<string, number>> = {
  PLA: 60,
  PETG: 80,
  ABS: 105,
  ASA: 100,
  PC: 147,
  resin: 55,
  plastic: 80,
  'hot glue': 60,
  'double-sided tape': 70,
};

/** What is hotter than this outside, °C, keeps the gap to wood and felt, mm. Common practice, no source. */
export const HOT_FACE = { from: 60, wood: 10 } as const;

/** A part’s hottest place over the air around it, K per W, and what it stands. */
export interface Thermal {
  resistance: number;
  limit: number;
  /** What gets so hot. */
  what: string;
}

/** Room temperature a supply may draw in, °C. Common practice, no source. */
export const SUPPLY_INTAKE = 50;

export const TEMPERATURES = { processor: 95, card: 88, disc: 50, discMost: 60, flash: 70, source: practice } as const;
