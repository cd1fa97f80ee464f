import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import type { Source } from '../../quantity';
import { severityOf, TOUCHING } from '../margin';
import { mm, nameOf } from '../words';
import { atWords, type Motion } from './motion';
import type { OpeningReport, SweepMargin, SweepSubject } from './sweep';

const SWEEP: Source = {
  kind: 'computed',
  title:
    'least signed distance over the whole motion, to 0.05 mm: between two looks it can’t change by more than the farthest point moves',
};

/** What something that moves or stays is called. */
export function thingName(document: Conversion, { kind, id }: SweepSubject): string {
  if (kind === 'body') return document.shell.bodies[id]?.name || document.shell.bodies[id]?.kind || id;
  const name = nameOf(document, { kind, id });
  return kind === 'face' ? `the ${name.toLowerCase()}` : name;
}

/** `opened by 37°`, `pulled out by 120 mm`, `lifted by 12 mm`. */
export const momentWords = (motion: Motion, slides: boolean, share: number): string =>
  share === 0
    ? 'shut'
    : `${motion.kind === 'turn' ? 'opened' : slides ? 'pulled out' : 'lifted'} by ${atWords(motion, share)}`;

/** What the motions of bodies meet on their way, and what keeps them from moving at all. */
export function openingFindings(document: Conversion, reports: readonly OpeningReport[]): Finding[] {
  return reports.flatMap((report): Finding[] => {
    const about = report.carries.parts.map((id) => ({ kind: 'part' as const, id }));
    if (report.fault !== undefined)
      return [
        {
          id: `fit/opening/${report.body}`,
          station: 'fit',
          verdict: report.carries.parts.length > 0 || report.fault.includes('hinge') ? 'stop' : 'warn',
          sentence: report.fault,
          brief: `${report.name} can’t move`,
          figures: [],
          about,
        },
      ];
    return report.margins.flatMap((margin) => findingOf(document, report, margin) ?? []);
  });
}

function findingOf(
  document: Conversion,
  { body, name, motion }: OpeningReport,
  margin: SweepMargin,
): Finding | undefined {
  const verdict = severityOf(margin);
  if (!motion || (verdict !== 'stop' && verdict !== 'warn')) return undefined;
  const [mover, other] = [thingName(document, margin.mover), thingName(document, margin.other)];
  const slides = document.shell.bodies[body]!.motion.kind === 'slide';
  const when = momentWords(motion, slides, margin.share);
  const own = margin.mover.kind === 'body' && margin.mover.id === body;
  const what = `${margin.room === 'mover' ? 'The plug room at ' : ''}${own ? name : `${mover}, on ${name},`}`;
  const plug = margin.room === 'other' ? 'the plug room at ' : '';
  const touches =
    margin.touches === undefined ? '' : ` Closing it, they first touch at ${atWords(motion, margin.touches)}.`;
  return {
    id: `fit/opening/${margin.id}`,
    station: 'fit',
    verdict,
    sentence:
      margin.distance < -TOUCHING
        ? `${what} goes ${mm(-margin.distance)} into ${plug}${other} when ${name} is ${when}.${touches}`
        : `${what} passes ${plug}${other} at ${mm(Math.max(0, margin.distance))} when ${name} is ${when}; it wants ${mm(margin.required.value)} (${margin.required.why}).`,
    brief: `${name} ${mm(margin.distance)} at ${atWords(motion, margin.share)}`,
    figures: [
      { label: `distance ${when}`, value: margin.distance, unit: 'mm', source: SWEEP, worse: 'less' },
      { label: 'distance shut', value: margin.shut, unit: 'mm', source: SWEEP },
      { label: 'required', value: margin.required.value, unit: 'mm', source: margin.required.source },
      { label: 'spare, ± at 95 %', value: margin.spread.half95, unit: 'mm', source: SWEEP },
    ],
    about: [margin.mover, margin.other].flatMap(({ kind, id }) => (kind === 'body' ? [] : [{ kind, id }])),
  };
}
