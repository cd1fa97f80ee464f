export { assessKit, kitMass } from './assess';
export { searchLibrary } from './search';
export * from './holeMap';
export * from './photo';
export { activeArea, panelPart, type PanelOrder } from './panel';
