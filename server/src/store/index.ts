export { ArchiveError, restoreBackup, writeBackup, type RestoreReport } from './archive';
export { NewerError, openDatabase } from './database';
export { storageFault } from './faults';
export { lock, LockedError } from './lock';
export { defaultDatabase } from './place';
