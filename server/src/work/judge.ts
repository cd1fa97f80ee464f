import { parentPort } from 'node:worker_threads';
import { judgedBy } from './judged';

// Runs in a thread of its own: a large plan takes seconds to judge, and others ask meanwhile.
parentPort!.on('message', (text: string) => parentPort!.postMessage(judgedBy(text)));
