import type { Station } from '@young-shell/core/findings';

/** Numbers and names of the stations in the order of the work. */
export const STATION_NAMES: Readonly<Record<Station, { number: number; label: string }>> = {
  brief: { number: 0, label: 'Brief' },
  shell: { number: 1, label: 'Shell' },
  kit: { number: 2, label: 'Kit' },
  fit: { number: 3, label: 'Fit' },
  cut: { number: 7, label: 'Cut' },
};
