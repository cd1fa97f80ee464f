import type { Conversion } from '@young-shell/core/document';
import type { FitOption, Together } from '@young-shell/core/search';
import type { Telling } from '../../work/engine.worker';
import { useLongJob } from '../../work/useLongJob';
import { run } from '../../work/work';

interface Told {
  share: number;
  what: string;
  options: readonly FitOption[];
  together: readonly Together[];
}

const IDLE: Told = { share: 0, what: '', options: [], together: [] };

/** Asks what would fit: each thing by itself, then together; shown as it comes, stopped when its page is left. */
export function useWhatFits() {
  const job = useLongJob<Told>(IDLE);
  const start = (document: Conversion, empty: boolean) =>
    job.start(document, async (put) => {
      const told =
        (key: 'options' | 'together', from: number, to: number) =>
        ({ best, share, what }: Telling) =>
          put(best ? { [key]: best } : { share: from + share * (to - from), what });
      const options = await run('long', 'fit', 'whatWouldFit', [document, empty], told('options', 0, 0.6));
      put({ options });
      const asked = [document, options, empty] as const;
      put({ together: await run('long', 'fit', 'whatWouldFitTogether', [...asked], told('together', 0.6, 1)) });
    });
  return { ...job, start };
}
