export { assessBuild } from './assess';
export { SYSTEMS, type FinishedFace, type System } from './finish/finish';
export type { Bill, BillRow } from './materials';
export { buildReport, layOnDays, type BuildReport, type Laid } from './report';
export { dayNumber, dayWords, weekday } from './schedule/calendar';
export type { Schedule, Slot } from './schedule/schedule';
export { markOfStep, stepsOf, whyNotAfter, type PlannedStep } from './steps/all';
export { PHASES, type Before, type Step } from './steps/step';
