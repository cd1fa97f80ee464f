import { mayCut, POLICIES } from '../../brief';
import { faceWord, faceWords } from '../../document';
import type { Conversion } from '../../document';
import type { About, Finding } from '../../findings';
import type { CutOpening } from '../openings/opening';
import { aboutOpening } from './about';

/** New cuts in faces that the brief's policy leaves as they are. */
export function policyFindings(document: Conversion, fresh: readonly CutOpening[]): Finding[] {
  const { policy } = document.brief;
  const byFace = new Map<string, CutOpening[]>();
  for (const o of fresh) if (!mayCut(document.brief, o.face)) byFace.set(o.face, [...(byFace.get(o.face) ?? []), o]);
  return [...byFace].map(([face, openings]) => ({
    id: `cut/policy/${face}`,
    station: 'cut',
    verdict: 'stop',
    sentence: `${openings.length} cut${openings.length === 1 ? '' : 's'} in the ${faceWords(face)} (first: ${openings[0]!.name}), but the brief says ${POLICIES[policy].label}. ${POLICIES[policy].rule}`,
    brief: `${faceWord(face)} not to be cut`,
    figures: [
      {
        label: 'cuts',
        value: openings.length,
        unit: 'count',
        source: { kind: 'computed', title: 'openings derived from the layout' },
      },
    ],
    about: [{ kind: 'face', id: face }, ...each(openings)],
  }));
}

function each(openings: readonly CutOpening[]): About[] {
  const all = new Map(openings.map((o) => [o.group, aboutOpening(o)]));
  return [...all.values()];
}
