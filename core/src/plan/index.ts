export * from './assessAll';
export * from './effect';
export * from './slow';
export * from './survey';
export { summaryOf } from './summary';
