export { assessBrief, type TargetFigures, type Touched } from './assess';
export { mayCut, POLICIES, survives } from './policy';
export { TARGETS } from './targets';
