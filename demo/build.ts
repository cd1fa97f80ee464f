import { writeFileSync } from 'node:fs';
import { writeConversion } from '@young-shell/core/document';
import { tapeDeck } from './index';

// Writes the demo conversions from their readable sources.
const file = new URL('./tape-deck.json', import.meta.url);
writeFileSync(file, writeConversion(tapeDeck()));
console.log('demo/tape-deck.json written');
