export { BAY_PLAY, baysOf, driveIn, UNDER_DRIVE } from './bays';
export * from './connectors';
export { drawOf } from './draw';
export { boardOf, isJoined, type JoinedPart } from './joined';
export * from './model';
export * from './partModel';
export { looksOf } from './looks/looksOf';
export { Sheet, type Mark, type Tone } from './looks/sheet';
