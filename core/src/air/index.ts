export { assessAir } from './assess';
export { moversOf, speedOf, type Mover } from './fans/mover';
export { atSpeed, pressureOf, type FanCurve } from './network/curve';
export { drawn } from './build/heat';
export { airReport, type WhatIf } from './report';
export type { AirReport, Cost, DoubtTerm, FanFlow, GapFlow, WayFlow } from './report';
export type { LoopReport } from './water/report';
export { fitted, thermalOf, type PartTemperature, type PartThermal, type UnknownTemperature } from './temperatures';
