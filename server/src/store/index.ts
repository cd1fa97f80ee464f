export { ArchiveError, restoreBackup, writeBackup, type RestoreReport } from './archive';
export { openDatabase } from './database';
export { storageFault } from './faults';
export { lock, LockedError } from './lock';
export { defaultDatabase } from './place';
