export { assessShell, pathWords, shellMeasures } from './assess';
export { volumesOf, type Volumes } from './volumes';
