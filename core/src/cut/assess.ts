import { assemble, wallOf, type Assembly } from '../assembly';
import { mayCut, POLICIES } from '../brief';
import type { Conversion, Opening } from '../document';
import type { Finding } from '../findings';
import { behind } from '../fit';
import { formatLength } from '../quantity';
import type { Assessed } from '../station';
import { halfOf, openingsOf, raisedV, webBetween, type CutOpening } from './openings';

export interface CutReport {
  openings: CutOpening[];
  /** New cutting, mm, and area taken out, mm². */
  length: number;
  area: number;
}

/** Least web around an opening, mm (practice): 3 in sheet metal, 5 in plastic, 1.5 × thickness in wood. */
export function leastWeb(document: Conversion, thickness: number): number {
  const { material } = document.shell;
  if (material === 'steel' || material === 'aluminium') return 3;
  if (material === 'plastic' || material === 'bakelite' || material === 'other') return 5;
  return 1.5 * thickness;
}

/** What is to be cut, what the policy says to it, what would be too thin. Pure. */
export function assessCut(document: Conversion, assembly: Assembly = assemble(document)): Assessed<CutReport> {
  const openings = openingsOf(document, assembly);
  const fresh = openings.filter((o) => !o.inExisting);
  const cuts = fresh.filter((o) => o.kind === 'cut');
  const drills = fresh.filter((o) => o.kind === 'drill');
  const length = cuts.reduce((sum, o) => sum + o.length, 0);
  const area = fresh.reduce((sum, o) => sum + o.area, 0);
  const findings: Finding[] = [
    ...policyFindings(document, fresh),
    ...webFindings(document, assembly, fresh),
    ...behindFindings(document, assembly, fresh),
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
    report: { openings, length, area },
    findings,
    rest: 'nothing to cut',
    touched: { faces: new Set(fresh.map((o) => o.face)) },
  };
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

/** Material that a new opening leaves beside it, less than is wanted. */
export interface ThinWeb {
  opening: CutOpening;
  /** Part of the other opening, id of an opening that the shell has, or `edge` of the face. */
  beside: { kind: 'part' | 'opening' | 'edge'; id: string; name: string };
  /** Negative where they run together, mm. */
  web: number;
  least: number;
}

/** Webs around new openings that are thinner than they should be: to the face's edges, openings that are there, each other. */
export function thinWebs(
  document: Conversion,
  assembly: Assembly,
  fresh: readonly CutOpening[] = openingsOf(document, assembly).filter((o) => !o.inExisting),
): ThinWeb[] {
  const thin: ThinWeb[] = [];
  const seen = new Set<string>();
  fresh.forEach((opening, i) => {
    const wall = wallOf(assembly.hull, opening.face)!;
    const frame = assembly.hull.frames.find((f) => f.face === opening.face)!;
    const least = leastWeb(document, wall.thickness);
    const add = (beside: ThinWeb['beside'], web: number) => {
      const pair = `${[opening.part, beside.id].sort().join('+')}/${opening.face}`;
      if (web >= least || seen.has(pair)) return;
      seen.add(pair);
      thin.push({ opening, beside, web, least });
    };
    const [hu, hv] = halfOf(opening.shape);
    const us = frame.outline.map((p) => p[0]);
    const vs = frame.outline.map((p) => p[1]);
    const [u, v] = opening.centre;
    add(
      { kind: 'edge', id: 'edge', name: 'the edge of the face' },
      Math.min(u - hu - Math.min(...us), Math.max(...us) - u - hu, v - hv - Math.min(...vs), Math.max(...vs) - v - hv),
    );
    for (const [id, existing] of Object.entries(document.shell.openings)) {
      if (existing.face !== opening.face) continue;
      const centre: [number, number] = [existing.u.value, raisedV(document, frame, existing.v.value)];
      add(
        { kind: 'opening', id, name: `the opening “${existing.name}” that is there` },
        webBetween(opening, { centre, shape: numbersOf(existing) }),
      );
    }
    for (const b of fresh.slice(i + 1))
      if (b.face === opening.face && b.part !== opening.part)
        add({ kind: 'part', id: b.part, name: b.name }, webBetween(opening, b));
  });
  return thin;
}

const webFindings = (document: Conversion, assembly: Assembly, fresh: readonly CutOpening[]): Finding[] =>
  thinWebs(document, assembly, fresh).map(({ opening, beside, web, least }) => ({
    id: `cut/web/${[opening.part, beside.id].sort().join('+')}/${opening.face}`,
    station: 'cut',
    // Into an opening that is there: it looks odd, but nothing breaks out.
    verdict: web < 0 && beside.kind !== 'opening' ? 'stop' : 'warn',
    sentence:
      web < 0
        ? `${opening.name} runs into ${beside.name} by ${(-web).toFixed(1)} mm.`
        : `Only ${web.toFixed(1)} mm are left between ${opening.name} and ${beside.name}; keep ${least.toFixed(1)} mm in ${document.shell.material}.`,
    brief: web < 0 ? 'openings meet' : `web ${formatLength(web)} mm`,
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
      { kind: 'part', id: opening.part },
      { kind: 'face', id: opening.face },
    ],
  }));

const behindOf = (assembly: Assembly, { face, centre, shape }: CutOpening) =>
  behind(assembly, { face, centre, half: halfOf(shape), round: shape.kind === 'round' });

/** An opening can't be cut through what stands behind it: walls and what must be kept stop, what may be cut warns. */
const behindFindings = (document: Conversion, assembly: Assembly, fresh: readonly CutOpening[]): Finding[] =>
  fresh
    .filter((o) => o.kind === 'cut')
    .flatMap((opening) => behindOf(assembly, opening).map((b) => ({ opening, ...b })))
    .map(({ opening, kind, id, name, by }) => ({
      id: `cut/behind/${opening.id.replace(/\//g, '.')}/${id}`,
      station: 'cut',
      verdict: kind === 'feature' && document.shell.features[id]?.fate === 'cut' ? 'warn' : 'stop',
      sentence: `${opening.name} runs into ${name} by ${by.toFixed(1)} mm: there is no way through behind the wall.`,
      brief: `${name} behind`,
      figures: [
        {
          label: 'into it',
          value: by,
          unit: 'mm',
          source: { kind: 'computed', title: 'outline against what stands behind the wall' },
        },
      ],
      about: [
        { kind: 'part', id: opening.part },
        { kind, id },
      ],
    }));

function numbersOf({ shape }: Opening): CutOpening['shape'] {
  return shape.kind === 'round'
    ? { kind: 'round', diameter: shape.diameter.value }
    : { kind: 'rectangle', width: shape.width.value, height: shape.height.value, radius: 0 };
}
