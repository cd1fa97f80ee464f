export { assessPower } from './assess';
export {
  budgetOf,
  LOAD_STATES,
  MOST_LOADED,
  ratingOf,
  USUAL,
  type Advice,
  type AtWall,
  type Budget,
  type Load,
  type LoadState,
  type PartLoad,
} from './budget';
export { weakest, type ChainLink } from './chains';
export { carriedBy, type SupplyLoad } from './feeding';
export { BOND, type EarthBond } from './earth';
export type { Feed, PowerReport } from './report';
export { lampResistor, type LampResistor } from './series';
export { TRIGGER_OFFERS } from './sources';
export type { Wire, WireRail } from './wires';
