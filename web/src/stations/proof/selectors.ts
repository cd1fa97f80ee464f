import type { BurnIn } from '@young-shell/core/document';
import type { RootState } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import type { Tape } from '../../view/station';

/** The run whose temperatures are looked at: the one that is open, else the newest. */
export function runOf(state: RootState): [string, BurnIn] | undefined {
  const { runs } = selectDocument(state).proof;
  const { run } = state.proof;
  if (run !== null && runs[run]) return [run, runs[run]];
  return Object.entries(runs).reduce<[string, BurnIn] | undefined>(
    (best, r) => (!best || r[1].on >= best[1].on ? r : best),
    undefined,
  );
}

const NONE: Tape[] = [];
let last: { key: readonly unknown[]; tapes: Tape[] } = { key: [], tapes: NONE };

/** How warm each part was, on it, while the station is open. */
export function selectProofTapes(state: RootState): readonly Tape[] {
  if (!state.proof?.shown) return NONE;
  const found = runOf(state);
  if (!found) return NONE;
  const [, run] = found;
  const assembly = selectAssembly(state);
  const key = [run, assembly];
  if (last.key.every((k, i) => k === key[i]) && last.key.length === key.length) return last.tapes;
  const tapes = assembly.parts.flatMap((p): Tape[] => {
    const seen = run.parts[p.id];
    if (!seen) return [];
    return [
      {
        id: `proof/${p.id}`,
        at: [(p.low[0] + p.high[0]) / 2, (p.low[1] + p.high[1]) / 2, p.high[2] + 12],
        text: `${seen.temperature.toFixed(0)} °C${run.simulated ? ' sim.' : ''}`,
        look: seen.throttled ? 'bad figure' : 'figure',
      },
    ];
  });
  last = { key, tapes };
  return tapes;
}
