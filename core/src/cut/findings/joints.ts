import type { Assembly } from '../../assembly';
import { faceWords, type Conversion } from '../../document';
import type { Finding } from '../../findings';
import { mm } from '../../quantity';
import { bodiesAt, halfAcross, jointsOn } from '../openings/joints';
import { keyOf, type CutOpening } from '../openings/opening';
import { aboutOpening } from './about';

/** New openings through which a joint of the shell runs: half of each would be in the lid, half in what stays. */
export function jointFindings(document: Conversion, assembly: Assembly, fresh: readonly CutOpening[]): Finding[] {
  if (Object.keys(document.shell.bodies).length === 0) return [];
  return fresh.flatMap((opening): Finding[] => {
    const frame = assembly.hull.frames.find((f) => f.face === opening.face);
    const joints = frame ? jointsOn(document, frame) : [];
    if (joints.length === 0) return [];
    const bodies = bodiesAt(document, assembly, opening);
    if (bodies.length < 2) return [];
    const names = bodies.map((id) => (id === undefined ? 'the shell itself' : document.shell.bodies[id]!.name || id));
    const joint = joints.find((j) => bodies.includes(j.body))!;
    const notched = document.cut.adjusted[keyOf(opening)]?.joint === 'both';
    const base = {
      id: `cut/joint/${keyOf(opening)}`,
      station: 'cut',
      about: [aboutOpening(opening), { kind: 'face' as const, id: opening.face }],
    };
    if (notched)
      return [
        {
          ...base,
          verdict: 'note',
          sentence: `${opening.name} is notched into ${names.join(' and ')}: close both, clamp them, and cut through the joint in one go.`,
          brief: `${opening.name}: notched in both`,
          figures: [],
        },
      ];
    const { across } = joint;
    const d = across
      ? across.normal[0] * opening.centre[0] + across.normal[1] * opening.centre[1] - across.offset
      : undefined;
    const half = across ? halfAcross(opening, across.normal) : 0;
    return [
      {
        ...base,
        verdict: 'stop',
        sentence: `${opening.name} in the ${faceWords(opening.face)} crosses the joint between ${names.join(' and ')}${
          d === undefined ? '' : `: ${mm(half + d)} of it in ${joint.name}, ${mm(half - d)} beside it`
        }. Move it, move the joint, or notch both.`,
        brief: `${opening.name} across a joint`,
        figures:
          d === undefined
            ? []
            : [
                {
                  label: `in ${joint.name}`,
                  value: half + d,
                  unit: 'mm',
                  source: { kind: 'computed', title: 'from the joint to the far edge of the opening' },
                },
              ],
        mayHaveRemedies: true,
      },
    ];
  });
}
