import type { Say } from '../../findings';
import { faceWord, type Conversion } from '../../document';
import { type Figure } from '../../findings';
import { type AirReport } from '../report';
import { NETWORK, PRACTICE, LEVELS, litresAnHour, m3h, under } from './say';

/** A fan that gives less than this share of its free flow works against something. */
const CHOKED = 0.12;

/** Fans against what they work against, what they spend, how loud they are. */
export function fanFindings({ brief }: Conversion, report: AirReport, say: Say): void {
  const running = report.fans.filter((f) => !f.stopped && !f.inside);
  for (const fan of report.fans) {
    if (fan.stopped) {
      say(
        `standing/${fan.part}`,
        'note',
        `${fan.name} does not run in this plan.`,
        `${fan.name} stands`,
        [],
        [{ kind: 'part', id: fan.part }],
      );
      continue;
    }
    const free = fan.curve.at(-1)?.[0] ?? 0;
    const choked = free > 0 && fan.flow < CHOKED * free;
    if (fan.through !== undefined && !choked)
      say(
        `through/${fan.part}`,
        fan.kind === 'supply' ? 'warn' : 'note',
        `${fan.name} ${fan.blowsIn ? 'draws' : 'blows'} ${m3h(fan.flow)} through ${fan.through}, ${fan.blowsIn ? 'out of' : 'into'} the room of the shell behind it. ${fan.kind === 'supply' ? 'Its own heat stays in the shell: give that room a vent.' : 'How warm it is there counts for both.'}`,
        `${fan.name}: through ${fan.through}`,
        [{ label: 'its flow', value: litresAnHour(fan.flow), unit: 'm³/h', source: NETWORK }],
        [{ kind: 'part', id: fan.part }],
      );
    else if (fan.inside && fan.through === undefined && fan.kind !== 'blower')
      say(
        `inside/${fan.part}`,
        fan.kind === 'supply' || fan.short ? 'warn' : 'note',
        fan.short
          ? `${fan.name} ends ${fan.short.gap.toFixed(1)} mm before the opening in the ${faceWord(fan.short.face)}: its air goes round through that gap. Set it against the wall, or seal the gap with foam; until then it counts as one that only stirs.`
          : `${fan.name} reaches no wall: it ${fan.kind === 'supply' ? 'blows its own heat back into the shell' : 'stirs the air inside and moves none of it out'}.`,
        fan.short ? `${fan.name}: ${fan.short.gap.toFixed(1)} mm short` : `${fan.name} stirs`,
        [
          { label: 'its flow', value: litresAnHour(fan.flow), unit: 'm³/h', source: NETWORK },
          ...(fan.short
            ? [
                {
                  label: 'gap to the wall',
                  value: fan.short.gap,
                  unit: 'mm' as const,
                  source: { kind: 'computed' as const, title: 'from its outlet to the inside of the wall' },
                },
              ]
            : []),
        ],
        [{ kind: 'part', id: fan.part }],
      );
    else if (choked) {
      const other = running
        .filter((f) => f.part !== fan.part && f.blowsIn === fan.blowsIn)
        .reduce<(typeof running)[number] | undefined>(
          (best, f) => (!best || f.pressure > best.pressure ? f : best),
          undefined,
        );
      say(
        `against/${fan.part}`,
        'warn',
        fan.flow < 0
          ? `${fan.name} is driven backwards by ${other?.name ?? 'the others'}: ${m3h(-fan.flow)} come in through it. Turn one of them round, or give the shell an intake.`
          : `${fan.name} moves ${m3h(fan.flow)} of the ${m3h(free)} that it could: it works against ${other ? `${other.name} and ` : ''}openings that are too small.`,
        `${fan.name} works against it`,
        [
          { label: 'its flow', value: litresAnHour(fan.flow), unit: 'm³/h', source: NETWORK },
          {
            label: 'with nothing around it',
            value: litresAnHour(free),
            unit: 'm³/h',
            source: { kind: 'computed', title: 'its curve at this speed' },
          },
        ],
        [{ kind: 'part', id: fan.part }, ...(other ? [{ kind: 'part' as const, id: other.part }] : [])],
        true,
      );
    }
  }
  const [cost] = report.costs.filter((c) => !c.what.startsWith('the inside of'));
  if (cost && cost.share > 0.12 && running.length > 0)
    say(
      'cost',
      'note',
      `Of what the fans spend, ${(100 * cost.share).toFixed(0)} % goes into ${cost.what}: ${cost.drop.toFixed(1)} Pa. Widen that first.`,
      `${cost.what} costs most`,
      [
        { label: 'its share', value: 100 * cost.share, unit: 'percent', source: NETWORK },
        { label: 'drop', value: cost.drop, unit: 'Pa', source: NETWORK },
      ],
      [],
    );
  const limit = Object.values(brief.targets).find((t) => t.kind === 'noise')?.limit;
  if (Number.isFinite(report.noise)) {
    const [loudest] = report.noises;
    const over = limit !== undefined && report.noise > limit;
    say(
      'noise',
      over ? 'warn' : 'note',
      `All fans together make ${report.noise.toFixed(0)} dB(A) at 1 m ${under(report.state)}${over ? `; the target is ${limit}` : ''}. ${loudest ? `Loudest is ${loudest.name} with ${loudest.level.toFixed(0)} dB(A).` : ''}`,
      `${report.noise.toFixed(0)} dB(A)`,
      [
        { label: 'all fans', value: report.noise, unit: 'dB(A)', source: LEVELS, worse: 'more' },
        ...report.noises
          .slice(0, 4)
          .map((n): Figure => ({ label: n.name, value: n.level, unit: 'dB(A)', source: PRACTICE })),
      ],
      [],
      over,
    );
  }
}
