export { cavityOf, cavityWithin, type Cavity } from './cavity';
export { coverBoxes, type Cover } from './cover';
export { MeshError, mended, type Mended } from './mend';
export {
  areaOfMesh,
  boundsOfMesh,
  isDoubled,
  scaled as scaledMesh,
  shifted as shiftedMesh,
  volumeOfMesh,
} from './measure';
export { simplified } from './simplify';
