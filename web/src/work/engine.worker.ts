import { expose, transfer } from 'comlink';
import { saidAtRest, saidInTheWay } from '@young-shell/core/plan';
import { everything, JOBS, settled } from '@young-shell/core/work';
import { loadSolidKernel, type SolidKernel } from '@young-shell/core/solid';
import type { Job, JobHost } from '@young-shell/core/station';
import regularUrl from '@fontsource/barlow/files/barlow-latin-500-normal.woff?url';
import figureUrl from '@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff?url';
import wasmUrl from 'manifold-3d/manifold.wasm?url';

/** What a long job tells while it runs. */
export interface Telling {
  share: number;
  what: string;
  /** The best so far; absent where nothing new was found. */
  best?: readonly unknown[];
}

let loading: Promise<SolidKernel> | undefined;
let fonts: Awaited<ReturnType<JobHost['fonts']>> | undefined;

/** The solid kernel, loaded once; a load that failed (the server was away) is tried again. */
function kernel(): Promise<SolidKernel> {
  loading ??= loadSolidKernel(wasmUrl).catch((error: unknown) => {
    loading = undefined;
    throw error;
  });
  return loading;
}

const bytes = async (url: string) => new Uint8Array(await (await fetch(url)).arrayBuffer());

/** How far a job is goes out at most every so often, ms; what it has found always does. */
const OFTEN = 250;

function hostFor(tell: ((telling: Telling) => void) | undefined): JobHost {
  let last = -Infinity;
  const host: JobHost = {
    kernel,
    fonts: async () => (fonts ??= { text: await bytes(regularUrl), figures: await bytes(figureUrl) }),
    tell(share, what, best) {
      if (!tell) return;
      const now = performance.now();
      if (best) tell({ share, what, best: [...best] });
      else if (now - last >= OFTEN) {
        last = now;
        tell({ share, what });
      }
    },
    assess: saidAtRest,
    inTheWay: saidInTheWay,
    settle: (document) => settled(document, host),
    everything: (document) => everything(document, host),
    transfer: (value, buffers) => transfer(value as object, buffers as Transferable[]) as typeof value,
  };
  return host;
}

const engine = {
  /** The one call: a job of a station. Its code is loaded when it is first used. */
  async call(owner: string, job: string, input: unknown[], tell?: (telling: Telling) => void): Promise<unknown> {
    const jobs = (await JOBS[owner]!()) as Record<string, Job>;
    return jobs[job]!(hostFor(tell), ...(input as never[]));
  },
};

export type Engine = typeof engine;

expose(engine);
