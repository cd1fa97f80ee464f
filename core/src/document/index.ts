export * from './changes';
export * from './defaults';
export * from './extent';
export * from './journal';
export * from './keys';
export * from './patches';
export * from './facets';
export * from './hullForm';
export * from './section';
export * from './shell';
export * from './read';
export * from './ring';
export * from './rules';
export * from './upgrades';
export {
  complaintsOfPart,
  LARGEST_DOCUMENT,
  LARGEST_FILE,
  MOST_COVER_BOXES,
  SCHEMA_VERSION,
  type Complaint,
} from './schema';
export * from './types';
