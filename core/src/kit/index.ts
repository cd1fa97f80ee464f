export { assessKit, kitMass } from './assess';
export { searchLibrary } from './search';
export * from './holeMap';
export * from './photo';
export { activeArea, panelPart, type PanelOrder } from './panel';
export { massOf, partMade, lowOf } from './carriers/made';
export {
  around,
  keptOf,
  lossOf,
  mappedTray,
  rearLeft,
  standardTray,
  TRAY_ROWS,
  trayHoles,
  type TrayLoss,
} from './carriers/tray';
export { cageSide, sheetsOfCage } from './carriers/cage';
export { standHoles } from './carriers/rest';
export { barsOf, isMesh, jointsOf, meshOf, loadOf, sagOf, sectionOf, type Bar, type FrameLoad } from './carriers/frame';
