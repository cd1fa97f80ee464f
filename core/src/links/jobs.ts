import type { Screen } from '../document';
import type { JobHost } from '../station';
import { searchTube, type Found } from './timings/tube';

/** Timings that a tube and a card take. */
export const timings = (_host: JobHost, screen: Screen): { found: Found[]; why: string | undefined } =>
  searchTube(screen);
