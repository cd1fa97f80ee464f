export * from './assemble';
export * from './connectors';
export * from './features';
export * from './frames';
export * from './hull';
export * from './placed';
export { bodyOwner } from './drawers';
