import type { NamedVerb, Station } from '../station';
import { STATIONS } from './stations';

/** The verbs of all stations, by name. */
export const VERBS: Readonly<Record<string, NamedVerb>> = Object.assign(
  {},
  ...(STATIONS as readonly Station[]).map((station) => station.verbs),
);
