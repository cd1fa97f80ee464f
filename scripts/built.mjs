import { build } from './setup.mjs';

/** Before tests that start what is built: a part of the tests that is run by hand meets the sources as they are. */
export default () => build('web', 'server', 'cli');
