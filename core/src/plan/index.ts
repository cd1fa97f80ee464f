export { assembled } from './assembled';
export {
  assessAll,
  assessDragged,
  assessing,
  contextOf,
  saidAtRest,
  saidInTheWay,
  worstOf,
  type Assessment,
  type SlowAnswers,
} from './assessAll';
export { AT_REST, BEGINNING, HEADLINE, STATIONS, type Reports, type StationId } from './stations';
export { readerOf } from './reads';
export { summaryOf } from './summary';
export { watchesOf } from './watches';
export { watchAssessing, type Recomputed } from './watched';
