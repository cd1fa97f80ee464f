export { assessShell, pathWords, shellMeasures } from './assess';
export { massOfBody, roomToOpen } from './bodies';
export { HAZARDS } from './hazards';
export { volumesOf, type Volumes } from './volumes';
export { emptyBoxes, slab, stick, volume, type EmptyBox } from './emptyBoxes';
export { roomOf, type Room } from './room';
export { roomMap, type RoomMap } from './roomMap';
export { ROOM_QUESTION, roomReport, type RoomQuestion, type RoomReport } from './roomReport';
