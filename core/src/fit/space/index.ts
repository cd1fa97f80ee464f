export * from './nearest';
export * from './positions';
export * from './region';
export * from './walls';
export * from './zone';
