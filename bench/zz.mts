import { readFileSync } from 'node:fs';
import { simulatedLog } from '../server/src/instruments/logger';
import { readLog } from '../core/src/proof/log/readLog';
import { guessChannels } from '../core/src/proof/log/log';
import { analyse } from '../core/src/proof/burn/analyse';
import { recordOf } from '../core/src/proof/burn/record';
import { predictedFor, correctionBy, corrected } from '../core/src/proof/burn/predict';
import { proofReport } from '../core/src/proof/report';
import { assemble } from '../core/src/assembly';
import { kindOf } from '../core/src/parts';
const doc = JSON.parse(readFileSync('demo/tape-deck.json','utf8'));
for (const lid of ['closed','open'] as const) {
const text = [...simulatedLog(doc,{state:'full',lid,ambient:21,every:5,seconds:3600,fault:'none'})].join('\n');
const log = readLog(text); console.log(log.notes, log.time.length);
const ch = guessChannels(log.columns.map(c=>c.name), Object.fromEntries(Object.entries(doc.kit.parts).map(([id,p]:any)=>[id,{name:p.name,kind:kindOf(p)??''}])));
console.log(ch.map(c=>`${c.column} -> ${c.is} ${c.part??''}`).join('\n'));
const rep = proofReport(doc, assemble(doc));
let t=performance.now(); const a = analyse(log,ch,{limits:rep.limits}); console.log('ms',performance.now()-t);
console.log(JSON.stringify(a,null,0));
const run = recordOf(log,ch,a,{name:'Closed, full',on:'2027-03-20',state:'full',lid,variant:'',from:'logger',simulated:true});
console.log(JSON.stringify(run).length);
const p = predictedFor(doc,run); console.log(p.parts.map(x=>`${x.name} pred ${x.predicted.toFixed(1)}±${x.doubt.toFixed(1)} meas ${x.measured.toFixed(1)} ${x.within}`), p.air);
const c = correctionBy(doc,run); console.log(c.no, c.words);
if (!c.no) { const q = predictedFor(corrected(doc,c),run); console.log(q.parts.map(x=>`${x.name} pred ${x.predicted.toFixed(1)}±${x.doubt.toFixed(1)} meas ${x.measured.toFixed(1)} ${x.within}`), q.air); }
}
const rep = proofReport(doc, assemble(doc));
for (const c of rep.checks) console.log(c.group, '|', c.name, '|', c.expect?JSON.stringify(c.expect):'', c.waitsFor.length);
let t=performance.now(); for(let i=0;i<20;i++) proofReport(doc, assemble(doc)); console.log('report ms', (performance.now()-t)/20);
