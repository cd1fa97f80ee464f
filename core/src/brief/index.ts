export { assessBrief } from './assess';
export { mayCut, POLICIES, seenWhen, survives } from './policy';
export { facesAgainst, standingPlace, STANDS, type StandingPlace } from './stands';
