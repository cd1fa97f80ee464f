export { cellAt, cellsOf, fieldFrom, lengthTo, middleOf, wayBack, type CellGrid, type Field } from './field';
export { followsOf, type Follows } from './follow';
export { followFindings, reachFindings } from './findings';
export { freeAround, freeRoom } from './room';
export { lengthNeeded, routeOf, routesOf, type Route } from './route';
