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

/** What a log says, or in words why it says nothing. */
export function tried(
  _host: JobHost,
  log: Log,
  channels: readonly Channel[],
  settings: NonNullable<Parameters<typeof analyse>[2]>,
): { analysis: RunAnalysis; wrong?: undefined } | { analysis?: undefined; wrong: string } {
  try {
    return { analysis: analyse(log, channels, settings) };
  } catch (error) {
    return { wrong: (error as Error).message };
  }
}

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
