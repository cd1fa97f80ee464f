export { JOBS, type AllJobs } from './allJobs';
export { costOf, effectOf, type Cost, type Effect } from './effect';
export { offBy, type OffBy } from './offBy';
export { everything, remediesOf, settled, slowAnswers } from './slow';
