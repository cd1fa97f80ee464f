export { readDxf } from './dxf';
export { FileFault, LARGEST_SOURCE, MOST_TRIANGLES, UNITS, type FileUnit } from './fault';
export { fewCorners, type ReadOutline } from './outline';
export { kindOfFile, readSolid, type ReadSolid } from './solid';
export { readSvgOutline } from './svgOutline';
