export { validationIssuesBelow, validationIssuesBy, type ValidationIssue } from './check';
export * from './form';
export * from './ids';
export { put } from './put';
export * from './section';
export * from './values';
