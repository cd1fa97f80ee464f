export * from './assemble';
export * from './features';
export * from './frames';
export * from './hull';
export * from './placed';
export { bodyOwner } from './drawers';
