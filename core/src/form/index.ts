export { complaintsBelow, complaintsBy, type Complaint } from './check';
export * from './form';
export * from './ids';
export { put } from './put';
export * from './section';
export * from './values';
