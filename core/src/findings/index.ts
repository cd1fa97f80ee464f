export * from './collect';
export * from './finding';
