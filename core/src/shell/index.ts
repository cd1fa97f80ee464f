export { assessShell, pathWords, shellMeasures } from './assess';
export { massOfBody, roomToOpen } from './bodies';
export { HAZARDS } from './hazards';
export { volumesOf, type Volumes } from './volumes';
