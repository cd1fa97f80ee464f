/** Median of the run times of a piece of work, in ms, after warming up. */
export async function medianOf(work: () => unknown, runs: number, warmUp = Math.ceil(runs / 3)): Promise<number> {
  for (let i = 0; i < warmUp; i++) await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)]!;
}

/** One line of the report: what, its median, and the ratio to something known in the same run. */
export interface Row {
  what: string;
  ms: number;
  limit: number;
  against: string;
  againstMs: number;
}

export function print(rows: readonly Row[]): void {
  for (const { what, ms, limit, against, againstMs } of rows)
    console.log(
      `${what.padEnd(52)} ${ms.toFixed(3).padStart(10)} ms  (wanted under ${limit} ms)  ${(ms / againstMs).toFixed(2).padStart(8)} × ${against} (${againstMs.toFixed(3)} ms)`,
    );
}
