import { assemble, wallOf, type Assembly } from '../assembly';
import { mayCut, POLICIES } from '../brief';
import type { Conversion, Opening } from '../document';
import { collect, type Finding } from '../findings';
import { formatLength } from '../quantity';
import { halfOf, openingsOf, raisedV, webBetween, type CutOpening } from './openings';

export interface CutReport {
  openings: CutOpening[];
  findings: Finding[];
  /** New cutting, mm, and area taken out, mm². */
  length: number;
  area: number;
}

/** Least web around an opening, mm (practice): 3 in sheet metal, 5 in plastic, 1.5 × thickness in wood. */
function leastWeb(document: Conversion, thickness: number): number {
  const { material } = document.shell;
  if (material === 'steel' || material === 'aluminium') return 3;
  if (material === 'plastic' || material === 'bakelite' || material === 'other') return 5;
  return 1.5 * thickness;
}

/** What is to be cut, what the policy says to it, what would be too thin. Pure. */
export function assessCut(document: Conversion, assembly: Assembly = assemble(document)): CutReport {
  const openings = openingsOf(document, assembly);
  const fresh = openings.filter((o) => !o.inExisting);
  const cuts = fresh.filter((o) => o.kind === 'cut');
  const drills = fresh.filter((o) => o.kind === 'drill');
  const length = cuts.reduce((sum, o) => sum + o.length, 0);
  const area = fresh.reduce((sum, o) => sum + o.area, 0);
  const findings: Finding[] = [...policyFindings(document, fresh), ...webFindings(document, assembly, fresh)];
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
  return { openings, findings: collect(findings, document.accepted), length, area };
}

function policyFindings(document: Conversion, fresh: readonly CutOpening[]): Finding[] {
  const { policy } = document.brief;
  const byFace = new Map<string, CutOpening[]>();
  for (const o of fresh) if (!mayCut(policy, o.face)) byFace.set(o.face, [...(byFace.get(o.face) ?? []), o]);
  return [...byFace].map(([face, openings]) => ({
    id: `cut/policy/${face}`,
    station: 'cut',
    verdict: 'stop',
    sentence: `${openings.length} cut${openings.length === 1 ? '' : 's'} in the ${face === 'bottom' ? 'floor' : `${face} face`} (first: ${openings[0]!.name}), but the brief says ${POLICIES[policy].label}. ${POLICIES[policy].rule}`,
    brief: `${face} not to be cut`,
    figures: [
      {
        label: 'cuts',
        value: openings.length,
        unit: 'count',
        source: { kind: 'computed', title: 'openings derived from the layout' },
      },
    ],
    about: [
      { kind: 'face', id: face },
      ...[...new Set(openings.map((o) => o.part))].map((id) => ({ kind: 'part' as const, id })),
    ],
  }));
}

function webFindings(document: Conversion, assembly: Assembly, fresh: readonly CutOpening[]): Finding[] {
  const findings: Finding[] = [];
  const seen = new Set<string>();
  const add = (
    o: CutOpening,
    other: string,
    otherName: string,
    web: number,
    least: number,
    worst: 'stop' | 'warn' = 'stop',
  ) => {
    const id = `cut/web/${[o.part, other].sort().join('+')}/${o.face}`;
    if (seen.has(id)) return;
    seen.add(id);
    findings.push({
      id,
      station: 'cut',
      verdict: web < 0 ? worst : 'warn',
      sentence:
        web < 0
          ? `${o.name} runs into ${otherName} by ${(-web).toFixed(1)} mm.`
          : `Only ${web.toFixed(1)} mm are left between ${o.name} and ${otherName}; keep ${least.toFixed(1)} mm in ${document.shell.material}.`,
      brief: `web ${formatLength(web)} mm`,
      figures: [
        { label: 'web', value: web, unit: 'mm', source: { kind: 'computed', title: 'gap between the two outlines' } },
        {
          label: 'least web',
          value: least,
          unit: 'mm',
          source: { kind: 'practice', title: 'common practice, no source' },
        },
      ],
      about: [
        { kind: 'part', id: o.part },
        { kind: 'face', id: o.face },
      ],
    });
  };
  fresh.forEach((a, i) => {
    const wall = wallOf(assembly.hull, a.face)!;
    const frame = assembly.hull.frames.find((f) => f.face === a.face)!;
    const least = leastWeb(document, wall.thickness);
    const [hu, hv] = halfOf(a.shape);
    const us = frame.outline.map((p) => p[0]);
    const vs = frame.outline.map((p) => p[1]);
    const edge = Math.min(
      a.centre[0] - hu - Math.min(...us),
      Math.max(...us) - a.centre[0] - hu,
      a.centre[1] - hv - Math.min(...vs),
      Math.max(...vs) - a.centre[1] - hv,
    );
    if (edge < least) add(a, 'edge', 'the edge of the face', edge, least);
    for (const [id, existing] of Object.entries(document.shell.openings)) {
      if (existing.face !== a.face) continue;
      const web = webBetween(a, {
        centre: [existing.u.value, raisedV(document, frame, existing.v.value)],
        shape: numbersOf(existing),
      });
      if (web < least) add(a, id, `the opening “${existing.name}” that is there`, web, least, 'warn');
    }
    for (const b of fresh.slice(i + 1)) {
      if (b.face !== a.face || b.part === a.part) continue;
      const web = webBetween(a, b);
      if (web < least) add(a, b.part, b.name, web, least);
    }
  });
  return findings;
}

function numbersOf({ shape }: Opening): CutOpening['shape'] {
  return shape.kind === 'round'
    ? { kind: 'round', diameter: shape.diameter.value }
    : { kind: 'rectangle', width: shape.width.value, height: shape.height.value, radius: 0 };
}
