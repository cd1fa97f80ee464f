export { reportOf } from './report';
export { VERBS } from './verbs';
