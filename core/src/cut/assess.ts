import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Finding } from '../findings';
import { kindOf } from '../parts';
import type { Assessed } from '../station';
import { behindFindings } from './findings/behind';
import { boardFindings } from './findings/boards';
import { jointFindings } from './findings/joints';
import { madeFindings } from './findings/made';
import { mountFindings } from './findings/mounts';
import { policyFindings } from './findings/policy';
import { ventFindings } from './findings/vents';
import { wallFindings, wallWorks, type WallWork } from './findings/walls';
import { webFindings } from './findings/webs';
import { openingsOf } from './openings/derived';
import type { CutOpening } from './openings/opening';
import { staleFindings } from './sheets/stale';
import { freeAreaOf, type FreeArea } from './vents/pattern';

export interface CutReport {
  openings: readonly CutOpening[];
  /** New cutting, mm, and area taken out, mm². */
  length: number;
  area: number;
  /** What openings let through, by id: those with a pattern, grilles, and fans. */
  air: Record<string, FreeArea>;
  /** Rebates and plates that go with openings. */
  works: WallWork[];
}

/** What is to be cut, what the policy says to it, what would be too thin. Pure. */
export function assessCut(document: Conversion, assembly: Assembly): Assessed<CutReport> {
  const openings = openingsOf(document, assembly);
  const fresh = openings.filter((o) => !o.inExisting && !o.made);
  const cuts = fresh.filter((o) => o.kind === 'cut');
  const drills = fresh.filter((o) => o.kind === 'drill');
  const air = airOf(document, openings);
  const measures = fresh.map((o) =>
    o.pattern && air[o.id] ? { length: air[o.id]!.length, area: air[o.id]!.free } : o,
  );
  const length = measures.reduce((sum, o, i) => sum + (fresh[i]!.kind === 'cut' ? o.length : 0), 0);
  const area = measures.reduce((sum, o) => sum + o.area, 0);
  const findings: Finding[] = [
    ...policyFindings(document, fresh),
    ...jointFindings(document, assembly, fresh),
    ...webFindings(document, assembly, openings),
    ...behindFindings(document, assembly, fresh),
    ...madeFindings(document, openings),
    ...wallFindings(document, assembly, openings),
    ...ventFindings(document, assembly, openings),
    ...mountFindings(document, assembly),
    ...boardFindings(document, assembly),
    ...lostFindings(document, openings),
    ...staleFindings(document, assembly),
  ];
  if (fresh.length > 0)
    findings.push({
      id: 'cut/summary',
      station: 'cut',
      verdict: 'good',
      sentence: `${cuts.length} opening${cuts.length === 1 ? '' : 's'} with ${(length / 1000).toFixed(2)} m of cut, and ${drills.length} hole${drills.length === 1 ? '' : 's'} to drill.`,
      brief: `${cuts.length} open, ${drills.length} drill`,
      figures: [
        { label: 'cut', value: length, unit: 'mm', source: { kind: 'computed', title: 'sum of the outlines' } },
        { label: 'area taken out', value: area, unit: 'mm²', source: { kind: 'computed', title: 'sum of the areas' } },
      ],
      about: [],
    });
  return {
    report: { openings, length, area, air, works: wallWorks(document, assembly, openings) },
    findings,
    rest: 'nothing to cut',
    touched: { faces: new Set(fresh.map((o) => o.face)) },
  };
}

/** What openings let through: those with a pattern, grilles and the openings of fans. */
function airOf(document: Conversion, openings: readonly CutOpening[]): Record<string, FreeArea> {
  const air: Record<string, FreeArea> = {};
  for (const o of openings) {
    const use = document.cut.openings[o.group]?.use;
    const part = o.part === undefined ? undefined : document.kit.parts[o.part];
    const fan = part && kindOf(part) === 'fan';
    if (o.kind === 'cut' && (o.pattern || use === 'grille' || fan))
      air[o.id] = freeAreaOf(o, o.pattern ?? { kind: 'open' });
  }
  return air;
}

/** Openings by hand that follow a part which is not placed. */
const lostFindings = (document: Conversion, openings: readonly CutOpening[]): Finding[] =>
  Object.entries(document.cut.openings)
    .filter(([id]) => !openings.some((o) => o.id === id))
    .map(([id, own]) => ({
      id: `cut/lost/${id}`,
      station: 'cut',
      verdict: 'note',
      sentence: `${own.name} goes with ${document.kit.parts[own.follows ?? '']?.name ?? 'a part'}, which is not in the shell: it is on no sheet.`,
      brief: `${own.name} waits`,
      figures: [],
      about: [{ kind: 'cut', id }],
    }));
