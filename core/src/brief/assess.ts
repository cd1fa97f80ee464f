import { targetRule, type Conversion, type TargetFigures } from '../document';
import type { Finding } from '../findings';
import type { Assessed, Touched } from '../station';

/** Units of targets as figures have them. */
const FIGURES = {
  '': 'count',
  L: 'litre',
  kg: 'gram',
  mm: 'mm',
  K: 'K',
  'dB(A)': 'dB(A)',
  W: 'W',
} as const;

/** Which targets are met, which survivors the plan touches, what contradicts. Pure. */
export function assessBrief(
  document: Conversion,
  figures: TargetFigures,
  touched: Touched,
): Pick<Assessed<null>, 'findings' | 'calm'> {
  const { brief } = document;
  const findings: Finding[] = [];
  for (const [id, survivor] of Object.entries(brief.survivors)) {
    const { kind, id: about } = survivor.about;
    if (kind === 'gone')
      findings.push({
        id: `brief/survivor/${id}`,
        station: 'brief',
        verdict: 'stop',
        sentence: `“${survivor.name}” is on the survivor list, but what it is about was deleted from the plan. Undo that, or take it off the list.`,
        brief: `${survivor.name} deleted`,
        figures: [],
        about: [],
      });
    const hit = kind === 'face' ? touched.faces.has(about!) : kind === 'feature' && touched.features.has(about!);
    if (hit)
      findings.push({
        id: `brief/survivor/${id}`,
        station: 'brief',
        verdict: 'stop',
        sentence: `“${survivor.name}” is on the survivor list, and the plan ${kind === 'face' ? `cuts the ${about} face` : 'takes it out'}.`,
        brief: `${survivor.name} touched`,
        figures: [],
        about: [{ kind: kind === 'face' ? 'face' : 'feature', id: about! }],
      });
  }
  let met = 0;
  let unknown = 0;
  for (const [id, target] of Object.entries(brief.targets)) {
    const { label, short, unit, sense, digits = 1, beyond = Infinity } = targetRule(target.kind);
    const value = figures[target.kind];
    if (value === undefined) {
      unknown++;
      continue;
    }
    const ok = sense === 'most' ? value <= target.limit : value >= target.limit;
    if (ok) {
      met++;
      continue;
    }
    const shown = value > beyond ? `over ${beyond}` : value.toFixed(digits).replace('-', '−');
    const of = (words: string) => `${words} ${unit}`.trim();
    findings.push({
      id: `brief/target/${id}`,
      station: 'brief',
      verdict: 'warn',
      sentence: `${label}: ${of(shown)}; the target is ${sense === 'most' ? 'at most' : 'at least'} ${of(`${target.limit}`)}.`,
      brief: `${short} ${shown}, target ${target.limit} ${unit}`.trim(),
      figures: [
        {
          label,
          value: unit === 'kg' ? value * 1000 : value,
          unit: FIGURES[unit],
          source: { kind: 'computed', title: 'from the present plan' },
        },
      ],
      about: [{ kind: 'target', id }],
    });
  }
  if (brief.purpose.trim() === '')
    findings.push({
      id: 'brief/purpose',
      station: 'brief',
      verdict: 'note',
      sentence: 'The brief has no purpose yet. One line is enough: it decides later arguments.',
      brief: 'no purpose yet',
      figures: [],
      about: [],
    });
  const total = Object.keys(brief.targets).length;
  const calm: Finding = {
    id: 'brief/targets',
    station: 'brief',
    verdict: 'good',
    sentence: `${met} of ${total} targets met${unknown > 0 ? `, ${unknown} not computed by this plan` : ''}; no survivor is touched.`,
    brief: `${met} of ${total} targets`,
    figures: [],
    about: [],
  };
  return { findings, ...(total > 0 && findings.length === 0 ? { calm } : {}) };
}
