import { writeFileSync } from 'node:fs';
import { complaintsOf, writeConversion } from '@young-shell/core/document';
import { DEMOS } from './index';

// Writes the demo conversions from their readable sources.
for (const [name, make] of Object.entries(DEMOS)) {
  const document = make();
  const [complaint] = complaintsOf(document);
  if (complaint) throw new Error(`${name}: ${complaint.path}: ${complaint.message}`);
  writeFileSync(new URL(`./${name}.json`, import.meta.url), writeConversion(document));
  console.log(`demo/${name}.json written`);
}
