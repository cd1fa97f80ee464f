import { assemble } from '../assembly';
import type { Conversion } from '../document';
import type { JobHost } from '../station';
import { readCurve } from './fans/readCurve';
import { airReport, type AirReport } from './report';

/** What air does, with what is doubtful about it. */
export const whole = (_host: JobHost, document: Conversion): AirReport => airReport(document, assemble(document));

/** A fan’s curve from a file. */
export const curve = (_host: JobHost, text: string): [number, number][] => readCurve(text);
