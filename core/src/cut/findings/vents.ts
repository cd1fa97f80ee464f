import { materialOf, wallOf, type Assembly } from '../../assembly';
import { webOfPattern, type Conversion } from '../../document';
import type { Figure, Finding } from '../../findings';
import { kindOf } from '../../parts';
import { FINGER } from '../../standards';
import { type CutOpening } from '../openings/opening';
import { boundOfHoles, freeAreaOf, MOST_HOLES, widestOf } from '../vents/pattern';
import { aboutOpening, dotted } from './about';
import { leastWeb } from './webs';

/** How near mains have to be for their finger limit to count, mm, common practice, no source. */
const NEAR_MAINS = 40;

/** Holes that fingers get through, webs that break, patterns no one drills. */
export function ventFindings(document: Conversion, assembly: Assembly, openings: readonly CutOpening[]): Finding[] {
  return openings.flatMap((opening): Finding[] => {
    const { pattern } = opening;
    if (!pattern || pattern.kind === 'grille') return [];
    const findings: Finding[] = [];
    const say = (what: string, verdict: Finding['verdict'], sentence: string, brief: string, figures: Figure[]) =>
      findings.push({
        id: `cut/${what}/${dotted(opening)}`,
        station: 'cut',
        verdict,
        sentence,
        brief,
        figures,
        about: [aboutOpening(opening), { kind: 'face', id: opening.face }],
        mayHaveRemedies: what !== 'holes',
      });
    const bound = boundOfHoles(opening, pattern);
    const air = freeAreaOf(opening, pattern);
    if (air.holes === 0)
      say(
        'holes',
        'stop',
        bound > MOST_HOLES
          ? `${opening.name} would have some ${bound} holes; at most ${MOST_HOLES} are drawn: make them larger, or take mesh or a grille.`
          : `${opening.name} is too small for even one hole of its pattern.`,
        bound > MOST_HOLES ? `${bound} holes` : 'no hole fits',
        [{ label: 'holes', value: bound, unit: 'count', source: { kind: 'computed', title: 'size by pitch' } }],
      );
    const web = webOfPattern(pattern)!;
    const material = materialOf(document, assembly.hull, opening.face, opening.centre);
    const least = leastWeb(material, wallOf(assembly.hull, opening.face)!.thickness);
    if (web < least - 1e-6)
      say(
        'pattern-web',
        'warn',
        `Only ${web.toFixed(1)} mm are left between the holes of ${opening.name}; keep ${least.toFixed(1)} mm in ${material}.`,
        `web ${web.toFixed(1)} mm`,
        [
          { label: 'web', value: web, unit: 'mm', source: { kind: 'computed', title: 'pitch − hole' }, worse: 'less' },
          {
            label: 'least web',
            value: least,
            unit: 'mm',
            source: { kind: 'practice', title: 'common practice, no source' },
          },
        ],
      );
    const widest = widestOf(pattern)!;
    const behind = whatIsBehind(assembly, opening);
    const limit = behind ? FINGER[behind.kind] : undefined;
    if (behind && limit !== undefined && widest > limit + 1e-6)
      say(
        'finger',
        behind.kind === 'mains' ? 'stop' : 'warn',
        `Holes of ${widest.toFixed(1)} mm in ${opening.name} let a finger through to ${behind.name}; keep them to ${limit} mm${behind.kind === 'mains' ? ' near mains, and have mains work done by someone licensed for it' : ''}.`,
        `holes ${widest.toFixed(1)} mm`,
        [
          {
            label: 'hole',
            value: widest,
            unit: 'mm',
            source: { kind: 'computed', title: 'the pattern' },
            worse: 'more',
          },
          { label: 'at most', value: limit, unit: 'mm', source: FINGER.source },
        ],
      );
    return findings;
  });
}

/** A fan or something on mains right behind an opening. */
export function whatIsBehind(
  assembly: Assembly,
  opening: CutOpening,
): { kind: 'fan' | 'mains'; name: string } | undefined {
  const frame = assembly.hull.frames.find((f) => f.face === opening.face)!;
  const wall = wallOf(assembly.hull, opening.face)!;
  const [hu, hv] =
    opening.shape.kind === 'round'
      ? [opening.shape.diameter / 2, opening.shape.diameter / 2]
      : [opening.shape.width / 2, opening.shape.height / 2];
  let found: { kind: 'fan' | 'mains'; name: string } | undefined;
  for (const part of assembly.parts) {
    const mains = part.solids.some((s) => s.conducts === 'mains');
    const fan = kindOf(part.part) === 'fan';
    if (!mains && !fan) continue;
    const corners = [part.low, part.high].flatMap((a) =>
      [part.low, part.high].flatMap((b) => [part.low, part.high].map((c) => [a[0], b[1], c[2]])),
    );
    const at = corners.map((c) => ({
      u: dot(c, frame.u) - dot(frame.origin, frame.u),
      v: dot(c, frame.v) - dot(frame.origin, frame.v),
      deep: dot(frame.origin, frame.outward) - dot(c, frame.outward) - wall.thickness,
    }));
    const over = (key: 'u' | 'v', middle: number, half: number) =>
      Math.min(...at.map((p) => p[key])) < middle + half && Math.max(...at.map((p) => p[key])) > middle - half;
    if (!over('u', opening.centre[0], hu) || !over('v', opening.centre[1], hv)) continue;
    if (Math.min(...at.map((p) => p.deep)) > NEAR_MAINS) continue;
    if (mains) return { kind: 'mains', name: part.part.name };
    found = { kind: 'fan', name: part.part.name };
  }
  return found;
}

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;
