export { assessBrief } from './assess';
export { mayCut, POLICIES, survives } from './policy';
