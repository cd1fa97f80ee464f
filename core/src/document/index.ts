export * from './changes';
export {
  LARGEST_DOCUMENT,
  LARGEST_FILE,
  preparingForms,
  SCHEMA_VERSION,
  type Accepted,
  type Conversion,
} from './conversion';
export { fileStem } from './fileStem';
export * from './journal';
export * from './keys';
export * from './newConversion';
export * from './rebase';
export * from './patches';
export * from './read';
export * from './rules';
export { SECTIONS, type SectionKey } from './sections';
export * from './upgrades';

// What the stations' parts of the document give: everybody who looks at a document needs their types.
export * from '../air/section';
export * from '../brief/section';
export * from '../build/section';
export * from '../cut/section';
export * from '../fit/section';
export { nextId, SIDES, type AxisName, type ValidationIssue, type FaceId, type Side } from '../form';
export * from '../kit/section';
export * from '../links/section';
export * from '../panel/section';
export * from '../power/section';
export * from '../proof/section';
export * from '../shell/section';
export { MATERIALS, type Material } from '../standards/materials';
