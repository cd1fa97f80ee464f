export { aroundDrawers, aroundFindings } from './around';
export { drawerLoad, railFindings } from './rails';
export { openedAt, type Opened } from './drawn';
export { momentWords, openingFindings, thingName } from './findings';
export { atWords, pointAt, shapeAt, type Motion } from './motion';
export { shortOf, sweepOf, sweepsOf, type OpeningReport, type SweepMargin } from './sweep';
