export { assessKit, kitMass } from './assess';
export { searchLibrary } from './search';
