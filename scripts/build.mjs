import { build, installPackages } from './setup.mjs';

// Builds what is older than its sources: interface, server and command line, or those that are named.
installPackages();
build(...(process.argv.length > 2 ? process.argv.slice(2) : ['web', 'server', 'cli']));
