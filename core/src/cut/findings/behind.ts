import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { behind, inTheWayOf } from '../../fit';
import { halfOf, type CutOpening } from '../openings/opening';
import { aboutOpening, dotted } from './about';

/** What stands in the way of an opening behind the wall it goes through. */
export const standsBehind = (assembly: Assembly, { part, face, centre, shape }: CutOpening) =>
  (part === undefined ? inTheWayOf : behind)(assembly, {
    face,
    centre,
    half: halfOf(shape),
    round: shape.kind === 'round',
  });

/** An opening can't be cut through what stands behind it: walls and what must be kept stop, what may be cut warns. */
export const behindFindings = (document: Conversion, assembly: Assembly, fresh: readonly CutOpening[]): Finding[] =>
  fresh
    .filter((o) => o.kind === 'cut')
    .flatMap((opening) => standsBehind(assembly, opening).map((b) => ({ opening, ...b })))
    .map(({ opening, kind, id, name, by }) => ({
      id: `cut/behind/${dotted(opening)}/${id}`,
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
      about: [aboutOpening(opening), { kind, id }],
      mayHaveRemedies: opening.part === undefined,
    }));
