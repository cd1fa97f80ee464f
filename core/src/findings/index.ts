export { canKill } from './canKill';
export * from './collect';
export * from './finding';
export { teller, type Say } from './say';
export { againstSmaller, amountOf, isWorse, newOrWorse } from './worse';
