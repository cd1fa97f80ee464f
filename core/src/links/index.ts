export { assessLinks } from './assess';
export { beginLinks } from './begin';
export type { LinksReport, Outside } from './report';
export { hex, timingBlock } from './timings/block';
export { cvt } from './timings/cvt';
export { gtf } from './timings/gtf';
export { integerScales, type Scaled } from './timings/scaling';
export { fieldRate, lineRate, lineTimes, modeline, readModeline, type Timing } from './timings/timing';
export {
  marginsOfTiming,
  searchTube,
  SYSTEMS,
  TUBE_MODES,
  tubeTiming,
  type Found,
  type Limits,
  type Margin,
  type TubeMode,
} from './timings/tube';
export { nextTry, SET_NAMES, seenOn, type SetName } from './timings/hunt';
export { mayHang, type Linked } from './tree/tree';
