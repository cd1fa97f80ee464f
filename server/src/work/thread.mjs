// A thread does not take over the loader for TypeScript: it is registered here, then the work begins.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import({ judge: './judge.ts', restore: './restore.ts' }[workerData.of] ?? './step.ts');
