import { isOutside, type Conversion, type HoleMap } from '../document';
import type { Finding } from '../findings';
import { kindOf } from '../parts';
import { formatLength, type Source } from '../quantity';
import { standardPart } from '../standards';
import { solveHoles, type HoleSolution } from './holeMap';
import { photoPointsOf } from './photo';

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
    // A host of its own stands beside the shell: what is in it hangs on a cable.
    const outside = Object.values(document.links.nodes).some((n) => n.type === 'processor' && n.part === undefined);
    if (count('board') === 0 && !outside)
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
  if (count('brick') > count('jack'))
    findings.push({
      id: 'kit/jack',
      station: 'kit',
      verdict: 'note',
      sentence:
        'The DC board has no jack: its brick stands outside, and the plug needs a hole in a wall. Add a DC jack.',
      brief: 'no DC jack',
      figures: [],
      about: parts.filter(([, p]) => kindOf(p) === 'brick').map(([id]) => ({ kind: 'part', id })),
    });
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
    if (part.own && part.mass === 0)
      findings.push({
        id: `kit/${id}/mass`,
        station: 'kit',
        verdict: 'note',
        sentence: `${part.name} weighs nothing yet: weigh it, or the mass, the balance and what carries it are wrong.`,
        brief: `${part.name}: no mass`,
        figures: [],
        about: [{ kind: 'part', id }],
      });
    const row = standardPart(part.standard);
    if (row?.doubt)
      findings.push({
        id: `kit/${id}/doubt`,
        station: 'kit',
        verdict: 'note',
        sentence: `${part.name}: ${row.doubt[0]!.toLowerCase()}${row.doubt.slice(1)}. Offer it up and mark through its own holes before one is drilled.`,
        brief: `${part.name}: offer it up`,
        figures: [],
        about: [{ kind: 'part', id }],
      });
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
  findings.push(...holeMapFindings(document));
  return findings;
}

const solved = new WeakMap<HoleMap, { photos: Conversion['kit']['photos']; solution: HoleSolution }>();

/** A map is solved again only when it or a photo has changed. */
function solutionOf({ kit }: Conversion, id: string): HoleSolution {
  const map = kit.holeMaps[id]!;
  const known = solved.get(map);
  if (known?.photos === kit.photos) return known.solution;
  const solution = solveHoles(map, photoPointsOf(kit.photos, id));
  solved.set(map, { photos: kit.photos, solution });
  return solution;
}

/** What is wrong or missing in the hole maps. */
function holeMapFindings(document: Conversion): Finding[] {
  return Object.entries(document.kit.holeMaps).flatMap(([id, map]): Finding[] => {
    const { misread, missing, distances } = solutionOf(document, id);
    const name = (end: string) => map.points[end]?.name ?? `${end} edge`;
    const base = { station: 'kit' as const, figures: [], about: [] };
    if (misread.length > 0) {
      const worst = distances.find((d) => d.id === misread[0])!;
      return [
        {
          ...base,
          id: `kit/${id}/misread`,
          verdict: 'warn',
          sentence: `${map.name}: the distance ${name(worst.from)} to ${name(worst.to)} is likely misread, ${formatLength(Math.abs(worst.residual))} mm off what the others make it. It is left out; measure it again.`,
          brief: `${name(worst.from)}–${name(worst.to)} misread`,
          figures: [{ label: 'off the others', value: Math.abs(worst.residual), unit: 'mm', source: SNOOPING }],
        },
      ];
    }
    if (missing && Object.keys(map.distances).length > 0)
      return [
        {
          ...base,
          id: `kit/${id}/missing`,
          verdict: 'note',
          sentence: `${map.name}: ${missing.count} ${missing.count === 1 ? 'distance is' : 'distances are'} missing before its holes are held. Best next: ${name(missing.add.from)} to ${name(missing.add.to)}.`,
          brief: `${missing.count} missing in a map`,
        },
      ];
    return [];
  });
}

const SNOOPING: Source = {
  kind: 'computed',
  title: 'residual of the adjusted figure; normalised over 3 (data snooping, from geodesy texts)',
};

/** Mass of all parts that go inside or sit on a face outside, in grams; what is wished for some day weighs nothing yet. */
export const kitMass = ({ kit, layout }: Conversion): number =>
  Object.entries(kit.parts).reduce(
    (sum, [id, p]) => sum + ((isOutside(layout, id) && !layout.outside?.[id]?.on) || p.later ? 0 : p.mass),
    0,
  );
