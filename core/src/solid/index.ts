export { crossedGap, signedDistance } from './distance';
export * from './kernel';
export * from './loft';
export { loftMoments, type Moments } from './moments';
export * from './orientation';
export * from './polygon';
export * from './shape';
export * from './steps';
export * from './mesh';
