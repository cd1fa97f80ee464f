export {
  FEET,
  FIRST_ANSWERS,
  HINGES,
  OPENINGS,
  RIDGES,
  MOST_OF_A_KIND,
  SIZES,
  WALLS,
  wrongWith,
  type Answers,
} from './answers';
export { BUNDLES, type BundleKey } from './bundles';
export { firstPlan } from './firstPlan';
