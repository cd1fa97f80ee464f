export * from './assemble';
export * from './hull';
export * from './placed';
