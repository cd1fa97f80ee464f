export { accessOf, ROOM_FOR, type Access } from './access';
export { exitsOf, type Exit } from './exits';
export { orderFindings } from './findings';
export { away, notInYet } from './motion';
export { firstOut, holderOf, orderOf, type Order, type OrderStep } from './order';
export { type Leg } from './sweep';
export { waysOut, type WayOutOfShell } from './ways';
