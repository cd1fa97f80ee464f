import { makeLanes } from './lanes';

export const { run, stop } = makeLanes(
  () => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' }),
);
