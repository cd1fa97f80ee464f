export { assessBrief, type TargetFigures, type Touched } from './assess';
export { mayCut, POLICIES } from './policy';
export { TARGETS } from './targets';
