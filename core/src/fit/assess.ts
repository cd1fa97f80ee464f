import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Finding } from '../findings';
import { formatLength, sharesOf, type Source } from '../quantity';
import type { Assessed } from '../station';
import { carrierFindings } from './carriers';
import { DISTANCE, faceFindings } from './faceFindings';
import { cardFindings } from './holds/cardFindings';
import { moduleFindings } from './holds/moduleFindings';
import { holdFindings } from './holds/findings';
import { judge, type JudgedMargin } from './judge';
import { severityOf } from './margin';
import { aroundFindings, railFindings } from './opening';
import { outsideFindings } from './outside';
import { breathesThrough } from './breathes';
import { marginsOf } from './margins';
import { wishFindings } from './wishes';
import { faceName, marginName, mm, nameOf } from './words';

/** A measurement and how much it contributes to the tightest margins. */
export interface MeasureAgain {
  id: string;
  /** 0…1, of the variance of the tight margins, each weighted by its chance to fail. */
  weight: number;
  uncertainty: number;
  /** The margin it matters most for. */
  margin: string;
}

export interface FitReport {
  /** Tightest first, the first ones judged with their tolerance chains. */
  margins: JudgedMargin[];
  measureAgain: MeasureAgain[];
}

/** Judged margins that are kept in the report. */
const LISTED = 24;
/** No chain of measurements is so unsure that a margin over this could fail, mm. */
const DOUBTFUL = 12;

const REQUIRED = (margin: JudgedMargin): Source => margin.required.source;
const CHAIN: Source = {
  kind: 'computed',
  title:
    'tolerance chain of the measured values: worst case is the sum, 95 % the root of the sum of squares (normal, independent)',
};

/** Whether everything fits, by how much and how sure that is. Pure. */
export function assessFit(document: Conversion, assembly: Assembly): Assessed<FitReport> {
  const near = marginsOf(assembly)
    .filter((m) => !breathesThrough(document, assembly, m))
    .filter((m, i) => i < LISTED || m.spare < DOUBTFUL)
    .map((m) => judge(assembly, m));
  const margins = near.slice(0, LISTED);
  const findings: Finding[] = [];
  const sweeps = new Map(assembly.features.filter((f) => f.swept).map((f) => [f.id, f.name]));
  for (const margin of near) {
    const finding = keptFinding(document, sweeps, margin);
    if (finding) findings.push(finding);
  }
  findings.push(
    ...faceFindings(document, assembly),
    ...carrierFindings(document, assembly),
    ...holdFindings(document, assembly),
    ...cardFindings(document, assembly),
    ...moduleFindings(assembly),
    ...outsideFindings(document, assembly),
    ...railFindings(document, assembly),
    ...aroundFindings(document, assembly),
    ...wishFindings(document, assembly),
  );
  for (const id of assembly.unplaced)
    findings.push({
      id: `fit/${id}/place`,
      station: 'fit',
      verdict: 'warn',
      sentence: `${document.kit.parts[id]!.name} is in the kit but not in the shell yet.`,
      brief: `${document.kit.parts[id]!.name} not placed`,
      figures: [],
      about: [{ kind: 'part', id }],
      mayHaveRemedies: true,
    });
  const tightest = margins.find((m) => m.kind === 'body');
  return {
    report: { margins, measureAgain: measureAgain(margins) },
    findings,
    calm: assembly.parts.length > 0 ? everythingFits(document, tightest) : undefined,
    rest: 'empty shell',
    ...(tightest ? { figures: { 'smallest-margin': tightest.distance } } : {}),
  };
}

const everythingFits = (document: Conversion, tightest: JudgedMargin | undefined): Finding => ({
  id: 'fit/all',
  station: 'fit',
  verdict: 'good',
  sentence: tightest
    ? `Everything fits. Tightest is ${marginName(document, tightest)} with ${mm(tightest.distance)}; it needs ${mm(tightest.required.value)}: ${percent(tightest.spread.probability)} that it has it.`
    : 'Everything fits, with nothing near anything else.',
  brief: tightest ? `${mm(tightest.distance)} tightest` : 'all clear',
  figures: [],
  about: tightest ? [{ kind: 'part', id: tightest.part }] : [],
});

const percent = (p: number) =>
  `${p > 0.999 ? 'over 99.9' : p < 0.001 ? 'under 0.1' : (100 * p).toFixed(p > 0.99 || p < 0.01 ? 1 : 0)} %`;

function figuresOf(margin: JudgedMargin): Finding['figures'] {
  const { spread } = margin;
  return [
    { label: 'distance', value: margin.distance, unit: 'mm', source: DISTANCE, worse: 'less' },
    { label: 'required', value: margin.required.value, unit: 'mm', source: REQUIRED(margin) },
    { label: 'spare, worst case', value: spread.worst, unit: 'mm', source: CHAIN },
    { label: 'spare, ± at 95 %', value: spread.half95, unit: 'mm', source: CHAIN },
    { label: 'chance that it fits', value: 100 * spread.probability, unit: 'percent', source: CHAIN },
  ];
}

/** What was said of a margin, and of which parts and shell: a margin that is the same object is the same margin. */
const said = new WeakMap<JudgedMargin, { parts: object; shell: object; finding: Finding | undefined }>();

function keptFinding(
  document: Conversion,
  sweeps: ReadonlyMap<string, string>,
  margin: JudgedMargin,
): Finding | undefined {
  const { kit, shell } = document;
  const known = said.get(margin);
  if (known?.parts === kit.parts && known.shell === shell) return known.finding;
  const finding = findingOf(document, sweeps, margin);
  said.set(margin, { parts: kit.parts, shell, finding });
  return finding;
}

function findingOf(
  document: Conversion,
  sweeps: ReadonlyMap<string, string>,
  margin: JudgedMargin,
): Finding | undefined {
  // Most say nothing: those cost no names and figures.
  if (margin.kind === 'body' ? margin.spread.worst >= 0 && severityOf(margin) === 'good' : margin.spare >= 0)
    return undefined;
  const part = nameOf(document, { kind: 'part', id: margin.part });
  const other = nameOf(document, margin.other);
  const swept = sweeps.get(margin.other.solid);
  const to = swept ? `the ${swept}` : margin.other.kind === 'face' ? `the ${other.toLowerCase()}` : other;
  const { spread, distance, spare } = margin;
  const base = {
    id: `fit/${margin.id}`,
    station: 'fit' as const,
    figures: figuresOf(margin),
    about: [
      { kind: 'part' as const, id: margin.part },
      { kind: margin.other.kind, id: margin.other.id },
    ],
  };
  if (margin.kind === 'air') {
    if (spare >= 0) return undefined;
    const verdict = severityOf(margin) as 'stop' | 'warn' | 'note';
    const effect = { stop: 'it starves', warn: 'it gets loud and warm', note: 'tolerable, a little louder' }[verdict];
    const own = margin.solid.startsWith(`${margin.part}/`) && margin.solid.includes('air');
    const [intake, block] = own ? [part, other] : [other, part];
    return {
      ...base,
      verdict,
      sentence: `${block} leaves ${mm(Math.max(0, distance))} for the air of ${intake}; it wants ${mm(margin.required.value)}: ${effect}.`,
      brief: `air ${mm(Math.max(0, distance))} of ${mm(margin.required.value)}`,
      mayHaveRemedies: verdict !== 'note',
    };
  }
  if (margin.kind === 'duct') {
    if (severityOf(margin) === 'good') return undefined;
    const own = margin.solid.startsWith(`${margin.part}/duct-`);
    const [fan, met] = own ? [part, to] : [to, part];
    return {
      ...base,
      verdict: 'warn',
      sentence: `The duct from ${fan} runs into ${met} by ${mm(-distance)}: move ${met} or the fan, lead the duct round it, or leave it out.`,
      brief: `duct ${mm(-distance)} into ${own ? other : part}`,
      mayHaveRemedies: true,
    };
  }
  if (margin.kind === 'plug') {
    if (spare >= 0) return undefined;
    const verdict = severityOf(margin);
    return {
      ...base,
      verdict,
      sentence: `The plug room at ${part} is ${mm(-distance)} short against ${other}${verdict === 'warn' ? '; a right-angled plug may do' : '; the plug can’t go in'}.`,
      brief: `plug ${mm(distance)}`,
      mayHaveRemedies: true,
    };
  }
  if (severityOf(margin) === 'stop')
    return {
      ...base,
      verdict: 'stop',
      sentence: `${part} is ${mm(-distance)} into ${to}.`,
      brief: `${mm(distance)} ${shortName(document, margin)}`,
      mayHaveRemedies: true,
    };
  if (severityOf(margin) === 'warn')
    return {
      ...base,
      verdict: 'warn',
      sentence: `${part} has ${mm(distance)} to ${to}; it needs ${mm(margin.required.value)} (${margin.required.why}).`,
      brief: `${mm(distance)} ${shortName(document, margin)}`,
      mayHaveRemedies: true,
    };
  if (spread.worst >= 0) return undefined;
  const worst = sharesOf(margin.chain).find((s) => !s.id.startsWith('/layout'));
  const finding: Finding = {
    ...base,
    verdict: spare < spread.half95 ? 'warn' : 'note',
    sentence: `${part} has ${mm(distance)} ± ${mm(spread.half95)} to ${to}; it needs ${mm(margin.required.value)} (${margin.required.why}): ${percent(spread.probability)} that it has it. ${
      spare < spread.half95
        ? 'The margin is smaller than its uncertainty: measure again before you cut.'
        : 'Only if everything is off in the bad direction it does not.'
    }`,
    brief: `${formatLength(distance)} ±${spread.half95.toFixed(1)} mm ${shortName(document, margin)}`,
  };
  if (worst) {
    finding.measureAgain = worst.id;
    finding.about = [...finding.about, { kind: 'measurement', id: worst.id }];
  }
  return finding;
}

function shortName(document: Conversion, margin: JudgedMargin): string {
  if (margin.other.kind !== 'face') return nameOf(document, margin.other);
  const name = faceName(document, margin.other.id);
  return name.endsWith(' wall') ? margin.other.id : name;
}

/** Ranks the measured values by how much they matter for the margins that are not sure. */
export function measureAgain(margins: readonly JudgedMargin[]): MeasureAgain[] {
  const ranked = new Map<string, MeasureAgain>();
  for (const margin of margins) {
    const { probability, worst } = margin.spread;
    if (margin.kind !== 'body' || worst >= 0 || probability < 1e-6) continue;
    const doubt = 4 * probability * (1 - probability) + 1e-3;
    for (const { id, share, uncertainty } of sharesOf(margin.chain)) {
      if (id.startsWith('/layout')) continue;
      const weight = share * doubt;
      const known = ranked.get(id);
      if (!known || weight > known.weight) ranked.set(id, { id, weight, uncertainty, margin: margin.id });
    }
  }
  return [...ranked.values()].sort((a, b) => b.weight - a.weight).slice(0, 5);
}
