export { assessCut, type CutReport } from './assess';
export { halfOf, openingsOf, type CutOpening } from './openings';
