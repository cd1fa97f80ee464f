import type { Conversion } from '../document';
import type { Station, Watch } from '../station';
import { contextOf } from './assessAll';
import { STATIONS } from './stations';

/** What all stations want to know more surely. */
export const watchesOf = (document: Conversion): Watch[] =>
  (STATIONS as readonly Station[]).flatMap((station) => station.watches?.(contextOf(document)) ?? []);
