import type { Source } from '../quantity';
import { practice } from './row';

/** Clearances between two solids, mm. */
export const CLEARANCES = {
  mount: { value: 0, why: 'it is mounted there', source: practice },
  static: { value: 0.5, why: 'two things that stay still', source: practice },
  conducting: { value: 1, why: 'a board beside something that conducts', source: practice },
  mains: {
    value: 6.4,
    why: 'bare mains beside something that conducts: creepage for 300 V, reinforced; local rules and licensed people come first',
    source: {
      kind: 'standard',
      title: 'IEC 62368-1, creepage, pollution degree 2, material group III',
      fromMemory: true,
    },
  },
  moving: { value: 3, why: 'something that moves', source: practice },
  room: { value: 0, why: 'room for a plug and its bend', source: practice },
} as const satisfies Record<string, { value: number; why: string; source: Source }>;

/** Air in front of an intake, mm: enough, tolerable and louder, and where it starves. */
export const AIR_ROOM = { wanted: 15, tolerable: 10, least: 5, source: practice };

/** A finger and the play of a drill in marking out: how exactly a part ends up where it was planned, mm. */
export const PLACEMENT = { uncertainty: 0.5, source: practice };
