export { project, type Homography } from './homography';
export { straightened } from './lens';
export {
  circleThrough,
  measurePhoto,
  photoPointsOf,
  PICK,
  pixelAt,
  type PhotoMeasure,
  type PickedPlace,
} from './measure';
