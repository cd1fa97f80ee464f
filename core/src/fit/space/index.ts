export * from './positions';
export * from './walls';
export * from './zone';
