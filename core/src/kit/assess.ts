import type { Conversion } from '../document';
import { collect, type Finding } from '../findings';
import { kindOf } from '../parts';
import { formatLength } from '../quantity';
import { standardPart } from '../standards';

const practice = { kind: 'practice', title: 'common practice, no source' } as const;

/** What is missing or odd in the kit. Pure. */
export function assessKit(document: Conversion): Finding[] {
  const findings: Finding[] = [];
  const parts = Object.entries(document.kit.parts);
  const count = (kind: string) => parts.filter(([, p]) => kindOf(p) === kind).length;
  if (parts.length === 0)
    findings.push({
      id: 'kit/empty',
      station: 'kit',
      verdict: 'note',
      sentence: 'The kit is empty. Start with the board: every other part is aligned to it.',
      brief: 'empty',
      figures: [],
      about: [],
    });
  else {
    if (count('board') === 0)
      findings.push({
        id: 'kit/board',
        station: 'kit',
        verdict: 'warn',
        sentence: 'The kit has no board. Every other part is aligned to it: choose it first.',
        brief: 'no board',
        figures: [],
        about: [],
      });
    if (count('supply') + count('brick') === 0)
      findings.push({
        id: 'kit/supply',
        station: 'kit',
        verdict: 'note',
        sentence: 'The kit has no supply: a supply inside, or a DC board with the brick outside.',
        brief: 'no supply',
        figures: [],
        about: [],
      });
  }
  for (const [id, part] of parts) {
    const cooler = part.dimensions.coolerHeight?.value;
    const memory = part.dimensions.memoryHeight?.value;
    if (cooler !== undefined && memory !== undefined && memory > cooler)
      findings.push({
        id: `kit/${id}/memory`,
        station: 'kit',
        verdict: 'note',
        sentence: `The memory of ${part.name} (${formatLength(memory)} mm) stands higher than its cooler (${formatLength(cooler)} mm): a cooler that overhangs won’t go on.`,
        brief: 'memory over cooler',
        figures: [{ label: 'memory over cooler', value: memory - cooler, unit: 'mm', source: practice }],
        about: [{ kind: 'part', id }],
      });
    const row = standardPart(part.standard);
    const unsure = Object.entries(part.dimensions).find(([, d]) => d.tool === 'guess');
    if (unsure)
      findings.push({
        id: `kit/${id}/guess`,
        station: 'kit',
        verdict: 'note',
        sentence: `${part.name}: “${(row?.dimensions[unsure[0]]?.label ?? unsure[0]).toLowerCase()}” is a guess of ${formatLength(unsure[1].value)} ± ${formatLength(unsure[1].uncertainty)} mm. Measure it on the part before the cut.`,
        brief: `${part.name}: a guess`,
        figures: [{ label: 'guess', value: unsure[1].value, unit: 'mm', source: practice }],
        about: [{ kind: 'measurement', id: `/kit/parts/${id}/dimensions/${unsure[0]}` }],
        measureAgain: `/kit/parts/${id}/dimensions/${unsure[0]}`,
      });
  }
  return collect(findings, document.accepted);
}

/** Mass of all parts in grams. */
export const kitMass = (document: Conversion): number =>
  Object.values(document.kit.parts).reduce((sum, p) => sum + p.mass, 0);
