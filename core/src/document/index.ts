export * from './changes';
export * from './defaults';
export * from './journal';
export * from './patches';
export * from './profile';
export * from './read';
export * from './rules';
export { LARGEST_DOCUMENT, SCHEMA_VERSION, type Complaint } from './schema';
export * from './types';
