export { assessFit, type FitReport, type MeasureAgain } from './assess';
export { faceReaches, halfSize, type FaceReach } from './faces';
export { freePositions } from './freePositions';
export { judge, marginsOf, marginsOfPart, severityOf, type JudgedMargin, type Margin } from './margins';
export { overlapsOf, type Overlap } from './overlaps';
export { placeFor, stopsAt, type PlaceResult, type Proposal } from './place';
export { remediesFor } from './remedies';
export { snap } from './snap';
export { faceName, marginName, nameOf } from './words';
