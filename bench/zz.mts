import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { bookPdf } from '../core/src/build/book/book';
import { assessAll } from '../core/src/plan';
const doc = JSON.parse(readFileSync('demo/tape-deck.json','utf8'));
const font = (p: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(p)));
const fonts = { text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'), figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff') };
const findings = assessAll(doc).findings;
for (let i=0;i<3;i++){const t=performance.now(); const b = await bookPdf(doc,{fonts,today:'2027-03-01',findings,photos:{}}); console.log((performance.now()-t).toFixed(0),'ms',b.length);}
