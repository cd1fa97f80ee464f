export * from './count';
export * from './inUnit';
export * from './length';
export * from './linear';
export * from './measured';
export * from './source';
export * from './spread';
export * from './hashToUnit';
