export { assessBrief, type Touched } from './assess';
export { mayCut, POLICIES, survives } from './policy';
