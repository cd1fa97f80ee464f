import type { BurnIn, Conversion } from '../document';
import type { JobHost } from '../station';
import { analyse, type RunAnalysis } from './burn/analyse';
import { correctionBy, corrected, predictedFor, type Correction, type Predicted } from './burn/predict';
import { guessChannels, type Channel, type Log } from './log/log';
import { readLog } from './log/readLog';

/** A log from a file, and what its columns seem to be. */
export function readRun(
  host: JobHost,
  text: string,
  parts: Readonly<Record<string, { name: string; kind: string }>>,
): { log: Log; channels: Channel[] } {
  const log = readLog(text);
  return host.transfer(
    {
      log,
      channels: guessChannels(
        log.columns.map((c) => c.name),
        parts,
      ),
    },
    [log.time.buffer, ...log.columns.map((c) => c.values.buffer)] as ArrayBuffer[],
  );
}

/** What a log says. */
export const analysed = (
  _host: JobHost,
  log: Log,
  channels: readonly Channel[],
  settings: Parameters<typeof analyse>[2],
): RunAnalysis => analyse(log, channels, settings);

/** Predicted beside measured, and what a correction would make of it. */
export function predicted(
  _host: JobHost,
  document: Conversion,
  run: BurnIn,
): { now: Predicted; correction: Correction; then?: Predicted } {
  const now = predictedFor(document, run);
  const correction = correctionBy(document, run);
  return correction.no === undefined
    ? { now, correction, then: predictedFor(corrected(document, correction), run) }
    : { now, correction };
}
