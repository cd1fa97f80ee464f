import { assemble } from '../assembly';
import type { Conversion } from '../document';
import { routesOf } from '../fit';
import type { JobHost } from '../station';
import { readCurve } from './fans/readCurve';
import { airReport, type AirReport } from './report';

/** What air does, with what is doubtful about it. */
export const whole = (_host: JobHost, document: Conversion): AirReport => {
  const assembly = assemble(document);
  // Ways of tubes take a second: only where there are some.
  const routes = document.air.loop ? routesOf(document, assembly) : undefined;
  return airReport(document, assembly, undefined, false, undefined, routes);
};

/** A fan’s curve from a file. */
export const curve = (_host: JobHost, text: string): [number, number][] => readCurve(text);
