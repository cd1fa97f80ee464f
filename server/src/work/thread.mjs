// A thread does not take over the loader for TypeScript: it is registered here, then the work begins.
import { register } from 'tsx/esm/api';

register();
await import('./step.ts');
