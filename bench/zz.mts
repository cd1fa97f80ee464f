import { readFileSync } from 'node:fs';
import { readConversion, applyChange } from '../core/src/document';
import { assemble } from '../core/src/assembly';
import { sweepsOf, openingFindings } from '../core/src/fit';
for (const d of ['tape-deck','typewriter','piano-stool','cocktail-table']) {
  const doc = readConversion(readFileSync(new URL(`../demo/${d}.json`, import.meta.url), 'utf8'));
  const a = assemble(doc);
  const t = performance.now();
  const r = sweepsOf(doc, a);
  console.log(d, (performance.now()-t).toFixed(1), 'ms');
  for (let i=0;i<60;i++) sweepsOf(doc,a);
  const t2 = performance.now(); sweepsOf(doc,a); console.log('again', (performance.now()-t2).toFixed(1));
  for (const x of r) console.log('  ', x.name, JSON.stringify(doc.shell.bodies[x.body]!.motion).slice(0,90), x.fault ?? '', x.margins.slice(0,4).map(m => `${m.id} ${m.distance.toFixed(2)} at ${m.share.toFixed(3)} shut ${m.shut.toFixed(2)} spare ${m.spare.toFixed(2)}`).join('\n       '));
  for (const f of openingFindings(doc, r)) console.log('    ', f.verdict, f.sentence);
}
