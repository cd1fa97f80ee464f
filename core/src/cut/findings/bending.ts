import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { facesToCut } from '../sheets/sheet';
import { beyondTheory, bendRoughly } from '../strength/bend';

/** More than before by this share is the openings' doing. */
const WORSE = 1.3;

/** Faces that give more than they should once they are cut. Takes some tens of milliseconds a face. */
export const bendingFindings = (document: Conversion, assembly: Assembly): Finding[] =>
  facesToCut(document, assembly).flatMap((face): Finding[] => {
    let bent;
    try {
      bent = bendRoughly(document, face, assembly);
    } catch {
      // A face that nothing holds, or one that is opened whole: what stands in its way is said elsewhere.
      return [];
    }
    const { before, after, limit, loads } = bent;
    const beyond = beyondTheory(after, bent);
    if (after <= limit || after < WORSE * before) return [];
    const floor = face === 'bottom';
    const under = floor ? 'what stands on it' : 'a hand that presses';
    return [
      {
        id: `cut/bend/${face}`,
        station: 'cut',
        verdict: floor ? 'warn' : 'note',
        sentence:
          beyond === 'no'
            ? `Cut open, the ${floor ? 'floor' : face} bends ${after.toFixed(1)} mm under ${under}, ${before.toFixed(1)} before; its span tolerates ${limit.toFixed(1)} mm. Strength shows what a strip across brings.`
            : `Cut open, the ${floor ? 'floor' : face} bends ${beyond === 'far' ? 'far ' : ''}beyond what it stands under ${under}: ${beyond === 'far' ? 'over a tenth of its span' : 'over half of its thickness, where no figure of thin plates holds'}. Its span tolerates ${limit.toFixed(1)} mm. Strength shows what a strip across brings.`,
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
            source: { kind: 'computed', title: 'the same without the new openings' },
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
