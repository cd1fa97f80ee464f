import { practice, standard } from './row';

/** Threads with their clearance holes (medium fit) and the screw's own diameter, mm. */
export const SCREWS = {
  unc632: { thread: '6-32 UNC', nominal: 3.505, clearance: 3.7, source: practice },
  m2: { thread: 'M2', nominal: 2, clearance: 2.4, source: standard('ISO 273, medium') },
  m25: { thread: 'M2.5', nominal: 2.5, clearance: 2.9, source: standard('ISO 273, medium') },
  m3: { thread: 'M3', nominal: 3, clearance: 3.4, source: standard('ISO 273, medium') },
  m4: { thread: 'M4', nominal: 4, clearance: 4.5, source: standard('ISO 273, medium') },
  fan: { thread: 'fan screw', nominal: 4, clearance: 4.4, source: practice },
} as const;
