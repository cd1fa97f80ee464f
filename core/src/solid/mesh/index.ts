export { coverBoxes, type Cover } from './cover';
export { MeshError, mended, type Mended } from './mend';
export { areaOfMesh, boundsOfMesh, scaled as scaledMesh, shifted as shiftedMesh, volumeOfMesh } from './measure';
export { simplified } from './simplify';
