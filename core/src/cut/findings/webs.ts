import { materialOf, wallOf, type Assembly, type FaceFrame } from '../../assembly';
import type { Conversion, Material } from '../../document';
import type { Finding } from '../../findings';
import { formatLength } from '../../quantity';
import { isConvex, type Point2 } from '../../solid';
import { openingsOf, raisedV } from '../openings/derived';
import { halfOf, liesBetween, webBetween, type CutOpening, type Lying } from '../openings/opening';
import { aboutOpening } from './about';

/** Least web around an opening, mm (practice): 3 in sheet metal, 5 in plastic, 1.5 × thickness in wood. */
export function leastWeb(material: Material, thickness: number): number {
  if (material === 'steel' || material === 'aluminium') return 3;
  if (material === 'plastic' || material === 'bakelite' || material === 'other') return 5;
  return 1.5 * thickness;
}

/** Material that a new opening leaves beside it, less than is wanted. */
export interface ThinWeb {
  opening: CutOpening;
  /** Group of the other opening, id of an opening that the shell has, or `edge` of the face. */
  beside: { kind: 'part' | 'opening' | 'edge'; id: string; name: string };
  /** Negative where they run together, mm. */
  web: number;
  least: number;
}

/** How far an outline is inside its face, mm; negative: over the edge. */
export function insideFace({ outline }: Pick<FaceFrame, 'outline'>, { centre, shape }: Lying): number {
  const [hu, hv] = halfOf(shape);
  const [u, v] = centre;
  const us = outline.map((p) => p[0]);
  const vs = outline.map((p) => p[1]);
  let least = Math.min(
    u - hu - Math.min(...us),
    Math.max(...us) - u - hu,
    v - hv - Math.min(...vs),
    Math.max(...vs) - v - hv,
  );
  // Counter-clockwise: inside is to the left of every edge. A face with dents has at least its box.
  if (isConvex(outline))
    outline.forEach((p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      const along: Point2 = [q[0] - p[0], q[1] - p[1]];
      const length = Math.hypot(...along);
      if (length < 1e-9) return;
      const n: Point2 = [-along[1] / length, along[0] / length];
      const r = shape.kind === 'round' ? hu : Math.min(shape.radius, hu, hv);
      const reach = Math.abs(n[0]) * (hu - r) + Math.abs(n[1]) * (hv - r) + r;
      least = Math.min(least, n[0] * (u - p[0]) + n[1] * (v - p[1]) - reach);
    });
  return least;
}

/** Openings of one face in the order of their left ends, so that those near one are found without asking all. */
class Near {
  private readonly sorted: { opening: CutOpening; low: number; high: number }[];
  private readonly widest: number;

  constructor(all: readonly CutOpening[]) {
    this.sorted = all
      .map((opening) => {
        const [half] = halfOf(opening.shape);
        return { opening, low: opening.centre[0] - half, high: opening.centre[0] + half };
      })
      .sort((a, b) => a.low - b.low);
    this.widest = this.sorted.reduce((most, { low, high }) => Math.max(most, high - low), 0);
  }

  /** Those that come within `reach` mm of it along the face’s first axis, itself among them. */
  *of({ centre, shape }: CutOpening, reach: number): Generator<CutOpening> {
    const [half] = halfOf(shape);
    const [from, to] = [centre[0] - half - reach, centre[0] + half + reach];
    let first = 0;
    for (let end = this.sorted.length; first < end;) {
      const middle = (first + end) >> 1;
      if (this.sorted[middle]!.low < from - this.widest) first = middle + 1;
      else end = middle;
    }
    for (let k = first; k < this.sorted.length && this.sorted[k]!.low <= to; k++)
      if (this.sorted[k]!.high >= from) yield this.sorted[k]!.opening;
  }
}

/** Webs around new openings that are thinner than they should be: to the face's edges, openings that are there, each other. */
export function thinWebs(
  document: Conversion,
  assembly: Assembly,
  all: readonly CutOpening[] = openingsOf(document, assembly),
): ThinWeb[] {
  /** The narrowest between two things on a face. */
  const thin = new Map<string, ThinWeb>();
  const fresh = all.filter((o) => !o.inExisting && !o.made);
  /** Each pair of new ones is asked once, by the one that comes first. */
  const place = new Map(fresh.map((o, i) => [o, i]));
  const faces = new Map<string, CutOpening[]>();
  for (const o of all) {
    const list = faces.get(o.face);
    if (list) list.push(o);
    else faces.set(o.face, [o]);
  }
  const near = new Map([...faces].map(([face, list]) => [face, new Near(list)]));
  fresh.forEach((opening, i) => {
    const wall = wallOf(assembly.hull, opening.face)!;
    const frame = assembly.hull.frames.find((f) => f.face === opening.face)!;
    const least = leastWeb(materialOf(document, assembly.hull, opening.face, opening.centre), wall.thickness);
    const add = (beside: ThinWeb['beside'], web: number, other?: Lying) => {
      const pair = `${[opening.group, beside.id].sort().join('+')}/${opening.face}`;
      if (web >= Math.min(least, thin.get(pair)?.web ?? least)) return;
      // With a third opening across it there is no such web: those to the third are told.
      if (
        other &&
        web >= 0 &&
        faces.get(opening.face)!.some((o) => o !== opening && o !== other && liesBetween(o, opening, other))
      )
        return;
      thin.set(pair, { opening, beside, web, least });
    };
    add({ kind: 'edge', id: 'edge', name: 'the edge of the face' }, insideFace(frame, opening));
    for (const [id, existing] of Object.entries(document.shell.openings)) {
      if (existing.face !== opening.face) continue;
      const there: Lying = {
        centre: [existing.u.value, raisedV(document, frame, existing.v.value)],
        shape: numbersOf(existing.shape),
      };
      add(
        { kind: 'opening', id, name: `the opening “${existing.name}” that is there` },
        webBetween(opening, there),
        there,
      );
    }
    const beside = [...near.get(opening.face)!.of(opening, least)].filter(
      (b) => b.group !== opening.group && (b.made || (place.get(b) ?? -1) > i),
    );
    // In the order of the list, the made ones after the new ones: of equal webs the first is told.
    for (const b of beside.sort((p, q) => (place.get(p) ?? Infinity) - (place.get(q) ?? Infinity)))
      add({ kind: 'part', id: b.group, name: b.name }, webBetween(opening, b), b);
  });
  return [...thin.values()];
}

export const webFindings = (document: Conversion, assembly: Assembly, all: readonly CutOpening[]): Finding[] =>
  thinWebs(document, assembly, all).map(({ opening, beside, web, least }) => ({
    id: `cut/web/${[opening.group, beside.id].sort().join('+')}/${opening.face}`,
    station: 'cut',
    // Into an opening that is there: it looks odd, but nothing breaks out.
    verdict: web < 0 && beside.kind !== 'opening' ? 'stop' : 'warn',
    sentence:
      web < 0
        ? `${opening.name} runs into ${beside.name} by ${(-web).toFixed(1)} mm.`
        : `Only ${web.toFixed(1)} mm are left between ${opening.name} and ${beside.name}; keep ${least.toFixed(1)} mm in ${materialOf(document, assembly.hull, opening.face, opening.centre)}.`,
    brief: web < 0 ? 'openings meet' : `web ${formatLength(web)} mm`,
    figures: [
      {
        label: 'web',
        value: web,
        unit: 'mm',
        source: { kind: 'computed', title: 'gap between the two outlines' },
        worse: 'less',
      },
      {
        label: 'least web',
        value: least,
        unit: 'mm',
        source: { kind: 'practice', title: 'common practice, no source' },
      },
    ],
    about: [aboutOpening(opening), { kind: 'face', id: opening.face }],
    mayHaveRemedies: opening.part === undefined,
  }));

/** The outline of an opening that the shell has, mm. */
export function numbersOf(shape: Conversion['shell']['openings'][string]['shape']): CutOpening['shape'] {
  return shape.kind === 'round'
    ? { kind: 'round', diameter: shape.diameter.value }
    : { kind: 'rectangle', width: shape.width.value, height: shape.height.value, radius: 0 };
}
