export {
  complaintsOfForm,
  complaintsOfPart,
  LARGEST_DOCUMENT,
  LARGEST_FILE,
  SCHEMA_VERSION,
  type Complaint,
} from './conversion';
export { MOST_COVER_BOXES } from './shell';
