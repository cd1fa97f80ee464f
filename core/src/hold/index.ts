export { HOLDS, holdsOf, standoffFor, undersideOf, type Hold, type HoldKind } from './holds';
export { isBare, meeting, TOUCHES, type Met, type Support, type Surroundings } from './support';
export { tapeFor, whyNotStuck, type Stick } from './stick';
export { heldSentence, mountingWords } from './words';
export { feetOf, plugOf, shortBelow } from './under';
