export { cellAt, cellsOf, fieldFrom, lengthTo, middleOf, wayBack, type CellGrid, type Field } from './field';
export { reachFindings } from './findings';
export { freeAround, freeRoom } from './room';
export { routeOf, routesOf, type Route } from './route';
