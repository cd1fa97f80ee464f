import { assemble, type Assembly } from '../assembly';
import { assessBrief } from '../brief';
import { assessCut, type CutReport } from '../cut';
import type { Conversion } from '../document';
import { RANK, STATIONS, stationVerdict, type Finding, type StationVerdict } from '../findings';
import { assessFit, type FitReport } from '../fit';
import { assessKit, kitMass } from '../kit';
import { kindOf } from '../parts';
import { assessShell, type Volumes } from '../shell';

/** What all stations say about a conversion. */
export interface Assessment {
  fit: FitReport;
  cut: CutReport;
  /** Of all stations, in the order of the stations, worst first within each. */
  findings: Finding[];
  strip: StationVerdict[];
  /** Grams. */
  mass: number;
}

/**
 * Assesses all stations. `volumes` comes from the solid kernel, which may still be loading: what rests on it
 * is left out until then. `slow` are the findings of `slowFindings`, computed apart.
 */
export function assessAll(
  document: Conversion,
  volumes?: Volumes,
  assembly: Assembly = assemble(document),
  slow: readonly Finding[] = [],
): Assessment {
  const fit = assessFit(document, assembly, slow);
  const cut = assessCut(document, assembly);
  const mass = kitMass(document);
  const tightest = fit.margins.find((m) => m.kind === 'body');
  const figures = {
    mass: mass / 1000,
    drives: Object.values(document.kit.parts).filter((p) => kindOf(p) === 'drive').length,
    ...(tightest ? { 'smallest-margin': tightest.distance } : {}),
    ...(volumes ? { 'outer-litres': volumes.outside, 'free-litres': volumes.free } : {}),
  };
  const touched = {
    faces: new Set(cut.openings.filter((o) => !o.inExisting).map((o) => o.face)),
    features: new Set(
      Object.entries(document.shell.features)
        .filter(([, f]) => f.fate === 'removed')
        .map(([id]) => id),
    ),
  };
  const brief = assessBrief(document, figures, touched);
  const findings = [...brief, ...standing(document), ...fit.findings, ...cut.findings];
  const rest: Record<string, string> = {
    brief: document.brief.policy,
    shell: 'measured',
    kit: `${Object.keys(document.kit.parts).length} parts`,
    fit: 'empty shell',
    cut: 'nothing to cut',
  };
  return {
    fit,
    cut,
    findings,
    strip: STATIONS.map((station) => stationVerdict(station, findings, rest[station]!)),
    mass,
  };
}

let last: { of: Conversion; findings: Finding[] } | undefined;

/** What Shell and Kit say rests on nothing of the layout: it is kept as long as only that changes, as in a drag. */
function standing(document: Conversion): Finding[] {
  const same = (key: string) => key === 'layout' || document[key as 'shell'] === last?.of[key as 'shell'];
  if (!last || !Object.keys(document).every(same))
    last = { of: document, findings: [...assessShell(document), ...assessKit(document)] };
  return last.findings;
}

/** The worst verdict that nobody accepted. */
export const worstOf = (findings: readonly Finding[]) =>
  findings
    .filter((f) => f.accepted === undefined)
    .reduce<Finding['verdict']>((worst, f) => (RANK[f.verdict] < RANK[worst] ? f.verdict : worst), 'good');
