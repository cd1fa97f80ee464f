import { writeFileSync } from 'node:fs';
import { validationIssuesOf, writeConversion } from '@young-shell/core/document';
import { DEMOS } from './index';

// Writes the demo conversions from their readable sources.
for (const [name, make] of Object.entries(DEMOS)) {
  const document = make();
  const [validationIssue] = validationIssuesOf(document);
  if (validationIssue) throw new Error(`${name}: ${validationIssue.path}: ${validationIssue.message}`);
  writeFileSync(new URL(`./${name}.json`, import.meta.url), writeConversion(document));
  console.log(`demo/${name}.json written`);
}
