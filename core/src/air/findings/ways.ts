import type { Say } from '../../findings';
import { CLOGS } from '../../standards';
import { kindOf } from '../../parts';
import { type Conversion } from '../../document';
import { type AirReport } from '../report';
import { NETWORK, PRACTICE } from './say';

/** Part of the incoming air that should pass what makes most heat. Common practice, no source. */
const PASSES = 0.3;

/** Where the air that comes in goes, what comes with it, and what shuts its ways. */
export function wayFindings({ kit, brief }: Conversion, report: AirReport, say: Say): void {
  const running = report.fans.filter((f) => !f.stopped && !f.inside);
  const hottest = report.passes.filter((p) => kindOf(kit.parts[p.part]!) !== 'supply');
  const hot = new Map(report.heats.map((h) => [h.part, h.watts]));
  const most = hottest.reduce<(typeof hottest)[number] | undefined>(
    (best, p) => (!best || hot.get(p.part)! > hot.get(best.part)! ? p : best),
    undefined,
  );
  if (most && running.length > 0 && report.through > 0)
    say(
      `passes/${most.part}`,
      most.share < PASSES ? 'warn' : 'note',
      `Of the air that comes in, ${(100 * most.share).toFixed(0)} % passes ${most.name}, which makes most of the heat; ${(100 - 100 * most.share).toFixed(0)} % goes around it.${most.share < PASSES ? ' A deflector of plastic sheet, or an intake nearer to it, leads it there.' : ''}`,
      `${(100 * most.share).toFixed(0)} % of the air passes ${most.name}`,
      [{ label: 'passes it', value: 100 * most.share, unit: 'percent', source: NETWORK }],
      [{ kind: 'part', id: most.part }],
      most.share < PASSES,
    );
  if (running.length > 0) {
    const filtered = report.ways.some((w) => w.filter && w.in > 0);
    const dusty = brief.dust !== 'clean';
    const negative = report.pressure < -0.3;
    say(
      'sign',
      'note',
      report.pressure > 0.3
        ? `Inside it is ${report.pressure.toFixed(1)} Pa over the room: dust comes in where the fans draw, and a filter there keeps it out.`
        : negative
          ? `Inside it is ${(-report.pressure).toFixed(1)} Pa under the room: air, and dust with it, comes in by every crack${dusty && !filtered ? '; a filtered fan that blows in would turn that round' : ''}.`
          : 'Inside it is as in the room: dust comes in by chance.',
      `inside ${Math.abs(report.pressure).toFixed(1)} Pa ${report.pressure >= 0 ? 'over' : 'under'} the room`,
      [{ label: 'inside over outside', value: report.pressure, unit: 'Pa', source: NETWORK }],
      [],
    );
  }
  const below = report.ways.filter((w) => !w.shut && w.outward[2] < -0.9).reduce((sum, w) => sum + w.area, 0);
  const shutBelow = report.ways.filter((w) => w.outward[2] < -0.9 && w.why !== undefined);
  if (shutBelow.length > 0)
    say(
      'flat',
      'warn',
      `${shutBelow.map((w) => w.name).join(' and ')} in the floor lets nothing through: ${shutBelow[0]!.why}. Give it feet.`,
      'floor vent is shut',
      [],
      shutBelow.map((w) => ({ kind: w.kind === 'shell' ? ('opening' as const) : ('cut' as const), id: w.own ?? w.id })),
      true,
    );
  else if (below > 0 && report.under < below)
    say(
      'feet',
      'warn',
      `The gap under the shell, ${(report.under / 100).toFixed(0)} cm² with feet of ${report.feet.toFixed(0)} mm, is less than the vents in the floor, ${(below / 100).toFixed(0)} cm². Longer feet: no less than the vents, twice is comfortable.`,
      `feet ${report.feet.toFixed(0)} mm too short`,
      [
        {
          label: 'gap under it',
          value: report.under,
          unit: 'mm²',
          source: { kind: 'computed', title: 'rim × feet, less what touches' },
        },
        { label: 'vents in the floor', value: below, unit: 'mm²', source: NETWORK },
      ],
      [],
      true,
    );
  const filters = report.ways.flatMap((way) =>
    way.filter
      ? [
          {
            way,
            clogged: way.filter.clogged,
            months: Math.max(0, (0.5 - way.filter.clogged / 100) / CLOGS[brief.dust]),
          },
        ]
      : [],
  );
  for (const { way, clogged, months } of filters.filter((f) => f.clogged >= 50))
    say(
      `filter/${way.id}`,
      'warn',
      `The filter of ${way.name} is ${clogged.toFixed(0)} % closed: clean it.`,
      `filter ${clogged.toFixed(0)} % closed`,
      [{ label: 'months to half closed', value: months, unit: 'count', source: PRACTICE }],
      [],
      true,
    );
  // Filters that close at one pace are said once, by the first of them.
  const clean = filters.filter((f) => f.clogged < 50).sort((p, q) => p.months - q.months);
  const [first] = clean;
  if (first)
    say(
      clean.length === 1 ? `filter/${first.way.id}` : 'filters',
      'note',
      `${clean.length === 1 ? `The filter of ${first.way.name} is` : `The first of ${clean.length} filters, that of ${first.way.name}, is`} half closed in about ${first.months.toFixed(0)} months where it is ${brief.dust}: clean ${clean.length === 1 ? 'it' : 'them'} before.`,
      `filter half closed in ${first.months.toFixed(0)} months`,
      [{ label: 'months to half closed', value: first.months, unit: 'count', source: PRACTICE }],
    );
}
