export * from './assemble';
export { clearancesOf, type Clearances, type Required } from './clearances';
export * from './connectors';
export * from './features';
export * from './frames';
export * from './hull';
export * from './placed';
export { pluggedOf, movedWithPlugged, pluggedIn, socketPlacement } from './slots';
export { bodyOwner, drawersOf, standingFor, type Drawer } from './drawers';
