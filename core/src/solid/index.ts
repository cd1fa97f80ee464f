export { signedDistance } from './distance';
export * from './kernel';
export * from './orientation';
export * from './polygon';
export * from './shape';
