export { signedDistance } from './distance';
export * from './kernel';
export * from './loft';
export * from './orientation';
export * from './polygon';
export * from './shape';
export * from './steps';
export * from './mesh';
