import type { Conversion } from '../document';
import type { Finding, Remedy } from '../findings';
import { corrected, correctionBy } from './burn/predict';
import { predictedFor } from './burn/predict';

/** The model corrected by the run that it was off in; only where it then says what was measured. */
export function proofRemedies(document: Conversion, finding: Finding): Remedy[] {
  const [, what, about] = finding.id.split('/');
  if (what !== 'off') return [];
  const id = Object.keys(document.proof.runs).find((run) => about!.startsWith(`${run}-`));
  const run = id === undefined ? undefined : document.proof.runs[id];
  if (!run) return [];
  const correction = correctionBy(document, run);
  if (correction.no !== undefined || Object.keys(correction.change.baselines).length === 0) return [];
  const after = predictedFor(corrected(document, correction), run);
  const part = after.parts.find((p) => about === `${id}-${p.part}`);
  if (!part?.within) return [];
  return [
    {
      id: `correct-${id}`,
      label: `Correct the model by ${run.name}: it then says ${part.predicted.toFixed(0)} °C`,
      price: correction.words.join(' '),
      change: correction.change,
    },
  ];
}
