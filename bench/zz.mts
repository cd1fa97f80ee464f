import { readFileSync } from 'node:fs';
import { correctionBy, predictedFor } from '../core/src/proof';
const doc = JSON.parse(readFileSync('demo/typewriter.json','utf8'));
console.log(JSON.stringify(correctionBy(doc, doc.proof.runs['run-2'])), JSON.stringify(predictedFor(doc, doc.proof.runs['run-2'])));
console.log(doc.brief.targets);
