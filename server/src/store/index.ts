export { writeBackup } from './archive';
export { ArchiveError } from './openArchive';
export { restoreBackup } from './restore';
export { NewerError, openDatabase } from './database';
export { storageFault } from './faults';
export { lock, LockedError } from './lock';
export { defaultDatabase } from './place';
