import type { BurnIn } from '../../document';
import { columnOf, type Channel, type Log } from '../log/log';
import { thinned } from '../log/thin';
import type { RunAnalysis } from './analyse';

/** Moments that are kept of a run for drawing it. */
const KEPT = 300;
const round = (v: number, by = 100) => Math.round(v * by) / by;

/** A run as it is kept in the plan: what was measured, and a trace of at most `KEPT` moments. */
export function recordOf(
  log: Log,
  channels: readonly Channel[],
  analysis: RunAnalysis,
  said: Pick<BurnIn, 'name' | 'on' | 'state' | 'lid' | 'variant' | 'from'> & { simulated?: boolean },
): BurnIn {
  const kept = channels.filter((c) => c.is !== 'none').slice(0, 24);
  const first = columnOf(log, kept.find((c) => c.is === 'part')?.column ?? kept[0]?.column);
  const rows = first ? thinned(first, 0, log.time.length, KEPT / 2).slice(0, 400) : [];
  const run: BurnIn = {
    name: said.name,
    on: said.on,
    state: said.state,
    lid: said.lid,
    variant: said.variant,
    from: said.from.slice(0, 200),
    rows: log.time.length,
    seconds: round(analysis.to - analysis.from),
    ambient: round(analysis.ambient),
    parts: Object.fromEntries(
      analysis.parts.map((p): [string, BurnIn['parts'][string]] => {
        const made: BurnIn['parts'][string] = {
          temperature: round(p.temperature),
          highest: round(p.highest),
          noise: round(Math.min(1000, p.noise), 1000),
          steady: p.steady,
          slope: round(p.slope, 1000),
        };
        if (p.watts !== undefined) made.watts = round(p.watts);
        if (p.fit && p.fit.endDoubt < 1e4 && Math.abs(p.fit.end) < 500) {
          made.end = round(p.fit.end);
          made.endDoubt = round(p.fit.endDoubt, 1000);
          if (p.fit.tauDoubt < 1e8 && p.fit.tau < 1e8) {
            made.tau = round(p.fit.tau);
            made.tauDoubt = round(p.fit.tauDoubt);
          }
        }
        if (p.throttle) {
          made.throttled = round(p.throttle.share, 1e4);
          made.down = round(p.throttle.down, 1e4);
        }
        return [p.part, made];
      }),
    ),
    trace: {
      time: rows.map((r) => round(log.time[r]!)),
      channels: kept.map((c) => {
        const values = columnOf(log, c.column)!;
        const made: BurnIn['trace']['channels'][number] = {
          column: c.column.slice(0, 120),
          is: c.is,
          values: rows.map((r) => (Number.isFinite(values[r]!) ? round(values[r]!) : null)),
        };
        if (c.part !== undefined) made.part = c.part;
        return made;
      }),
    },
  };
  if (analysis.inside) run.inside = round(analysis.inside.mean);
  if (analysis.exhaust) run.exhaust = round(analysis.exhaust.mean);
  if (analysis.watts) run.watts = round(analysis.watts.mean);
  if (said.simulated) run.simulated = true;
  return run;
}
