export { project, type Homography } from './homography';
export { straightened } from './lens';
export { measurePhoto, photoPointsOf, PICK, type PhotoMeasure, type PickedPlace } from './measure';
