export * from './assemble';
export { clearancesOf, type Clearances, type Required } from './clearances';
export * from './connectors';
export * from './features';
export * from './frames';
export * from './hull';
export * from './placed';
export { cardsInSlots, movedWithCard, pluggedIn, slotPlacement } from './slots';
export { bodyOwner } from './drawers';
