#!/usr/bin/env node
import { build } from '../../scripts/setup.mjs';

build('cli');
const { main } = await import('../dist/main.mjs');
process.exitCode = await main(process.argv.slice(2));
