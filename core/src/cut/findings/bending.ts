import { wallOf, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { facesToCut } from '../sheets/sheet';
import { bendRoughly } from '../strength/bend';
import { ribsOn } from '../strength/ribs';
import { beyondTheory } from '../strength/theory';

/** More than before by this share is the openings' doing. */
const WORSE = 1.3;

/** Faces that lose a rib, or a piece of one. */
function thinned(document: Conversion, { hull }: Assembly): string[] {
  if (!Object.values(document.shell.features).some((f) => f.fate === 'removed' || (f.cutAway?.length ?? 0) > 0))
    return [];
  return hull.frames.flatMap((frame) => {
    const thickness = wallOf(hull, frame.face)?.thickness ?? 0;
    const ribs = (whole: boolean) => JSON.stringify(ribsOn(document, frame, thickness, document.shell.material, whole));
    return thickness > 0 && ribs(true) !== ribs(false) ? [frame.face] : [];
  });
}

/**
 * Faces that give more than they should once they are cut, and a floor that gives too much as it is: nothing need be cut
 * for that. Takes some tens of milliseconds a face.
 */
export function bendingFindings(document: Conversion, assembly: Assembly): Finding[] {
  const cut = facesToCut(document, assembly);
  const floor = assembly.hull.frames.some((f) => f.face === 'bottom') && assembly.parts.length > 0 ? ['bottom'] : [];
  return [...new Set([...cut, ...floor, ...thinned(document, assembly)])].flatMap((face): Finding[] => {
    let bent;
    try {
      bent = bendRoughly(document, face, assembly);
    } catch {
      // A face that nothing holds, or one that is opened whole: what stands in its way is said elsewhere.
      return [];
    }
    const { before, after, limit, loads } = bent;
    const beyond = beyondTheory(after, bent);
    const floor = face === 'bottom';
    const byCut = after >= WORSE * before;
    if (after <= limit || (!byCut && !floor)) return [];
    const under = floor ? 'what stands on it' : 'a hand that presses';
    const when = !byCut
      ? 'As it is, nothing cut, the'
      : cut.includes(face)
        ? 'Cut open, the'
        : 'Without the ribs that are cut, the';
    const strip = byCut
      ? 'Strength shows what a strip across brings.'
      : 'Its edges are taken as lying, not folded or beaded; where they are, it gives less. A strip across, or feet under the heaviest part, holds it.';
    return [
      {
        id: `cut/bend/${face}`,
        station: 'cut',
        verdict: floor && (byCut || beyond === 'far') ? 'warn' : 'note',
        sentence:
          beyond === 'no'
            ? `${when} ${floor ? 'floor' : face} bends ${after.toFixed(1)} mm under ${under}${byCut ? `, ${before.toFixed(1)} before` : ''}; its span tolerates ${limit.toFixed(1)} mm. ${strip}`
            : `${when} ${floor ? 'floor' : face} bends ${beyond === 'far' ? 'far ' : ''}beyond what it stands under ${under}: ${beyond === 'far' ? 'over a tenth of its span' : 'over half of its thickness, where no figure of thin plates holds'}. Its span tolerates ${limit.toFixed(1)} mm. ${strip}`,
        brief: `${floor ? 'floor' : face} bends ${beyond === 'no' ? `${after.toFixed(1)} mm` : beyond === 'far' ? 'far too much' : 'too much'}`,
        figures: [
          {
            label: 'bends',
            value: after,
            unit: 'mm',
            source: { kind: 'computed', title: 'thin plate, finite elements, edges supported' },
          },
          {
            label: 'before',
            value: before,
            unit: 'mm',
            source: { kind: 'computed', title: 'the same without the new openings, with all its ribs' },
          },
          {
            label: 'tolerated',
            value: limit,
            unit: 'mm',
            source: { kind: 'practice', title: 'span / 250: common practice, no source' },
          },
          {
            label: 'load, N',
            value: loads.reduce((s, l) => s + l.newton, 0),
            unit: 'count',
            source: { kind: 'computed', title: loads.map((l) => l.name).join(', ') },
          },
        ],
        about: [{ kind: 'face', id: face }],
      },
    ];
  });
}
