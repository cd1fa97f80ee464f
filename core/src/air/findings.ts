import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Figure, Finding, Verdict } from '../findings';
import { faceReaches } from '../fit';
import { kindOf } from '../parts';
import type { Source } from '../quantity';
import { CLOGS, HOT_FACE, SOFTENS, SUPPLY_INTAKE, TEMPERATURES } from '../standards';
import type { AirReport } from './report';

const NETWORK: Source = {
  kind: 'computed',
  title: 'flow network of zones, openings and fans, balanced with the heat in it',
};
const BALANCE: Source = { kind: 'computed', title: 'Q = P / (ρ c_p ΔT)' };
const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };
const LEVELS: Source = { kind: 'computed', title: 'levels summed by energy; 50 log10(n₂/n₁) by speed' };

/** Beyond this the shell is an oven: figures that no one should read digits from, K. */
const OVEN = 60;
/** A fan that gives less than this share of its free flow works against something. */
const CHOKED = 0.12;
/** Part of the incoming air that should pass what makes most heat. Common practice, no source. */
const PASSES = 0.3;

export const litresAnHour = (flow: number): number => flow * 3600;
const m3h = (flow: number) =>
  `${litresAnHour(flow) < 10 ? litresAnHour(flow).toFixed(1) : litresAnHour(flow).toFixed(0)} m³/h`;
const kelvin = (by: number) => (by > OVEN ? `over ${OVEN} K` : `${by.toFixed(by < 10 ? 1 : 0)} K`);

/** What the air does wrong. Pure. */
export function airFindings(document: Conversion, assembly: Assembly, report: AirReport): Finding[] {
  const findings: Finding[] = [];
  const say = (
    id: string,
    verdict: Verdict,
    sentence: string,
    brief: string,
    figures: Figure[],
    about: Finding['about'],
    mayHaveRemedies = false,
  ) =>
    findings.push({
      id: `air/${id}`,
      station: 'air',
      verdict,
      sentence,
      brief,
      figures,
      about,
      ...(mayHaveRemedies ? { mayHaveRemedies } : {}),
    });
  if (report.zones.length === 0 || report.watts <= 0) return findings;
  const { state, rise, wantedRise, watts } = report;
  const under = state === 'full' ? 'at full load' : state === 'idle' ? 'at idle' : 'in typical use';
  const running = report.fans.filter((f) => !f.stopped && !f.inside);
  const open = report.ways.filter((w) => !w.shut && w.kind !== 'seam' && w.area > 50);

  // 1. How warm it gets.
  const judged = Math.max(rise, report.around);
  const target = Object.values(document.brief.targets).some((t) => t.kind === 'temperature-rise');
  const verdict: Verdict =
    judged > 2.5 * wantedRise || judged > 30 ? 'stop' : judged > wantedRise * 1.02 ? 'warn' : 'good';
  const figures: Figure[] = [
    { label: 'rise of the air that leaves', value: rise, unit: 'K', source: BALANCE },
    { label: 'rise around what is hot', value: report.around, unit: 'K', source: NETWORK },
    { label: 'heat', value: watts, unit: 'W', source: PRACTICE },
    { label: 'air through it', value: litresAnHour(report.through), unit: 'm³/h', source: NETWORK },
    { label: `air for ${wantedRise.toFixed(0)} K`, value: litresAnHour(report.needed), unit: 'm³/h', source: BALANCE },
  ];
  if (open.length === 0 && running.length === 0)
    say(
      'none',
      judged > wantedRise ? 'stop' : 'note',
      `The shell has no opening for air and no fan: ${watts.toFixed(0)} W ${under} leave through its walls and seams alone, and the air inside gets ${kelvin(judged)} warmer than the room.${judged > wantedRise ? ' Give it a vent low and one high, or a fan.' : ''}`,
      `no vent, +${kelvin(judged)}`,
      figures,
      [],
      true,
    );
  else
    say(
      'rise',
      verdict,
      `${m3h(report.through)} go through with ${watts.toFixed(0)} W ${under}: the air leaves ${kelvin(rise)} warmer than the room, and around what is hot it is ${kelvin(report.around)} warmer.${verdict === 'good' ? '' : ` For ${wantedRise.toFixed(0)} K (${target ? 'the Brief’s target' : 'usual; set a target in the Brief'}) it takes ${m3h(report.needed)}.`}`,
      `+${kelvin(judged)}`,
      figures,
      [],
      verdict !== 'good',
    );

  // 2. Parts beyond what they stand.
  for (const t of report.temperatures) {
    const disc = t.limit === TEMPERATURES.disc && t.what === 'discs';
    const most = disc ? TEMPERATURES.discMost : t.limit;
    const over = t.temperature - t.limit;
    if (over <= -t.doubt) continue;
    const sure = t.from === 'usual' ? ' Its resistance is only the usual one: measure it once and type it in.' : '';
    say(
      `part/${t.part}`,
      t.temperature > most ? 'stop' : over > 0 ? 'warn' : 'note',
      over > 0
        ? `${t.name}: the ${t.what} would reach ${Math.min(t.temperature, 199).toFixed(0)}${t.temperature > 199 ? ' and more' : ''} ± ${t.doubt.toFixed(0)} °C ${under}, over ${t.limit} °C.${sure}`
        : `${t.name}: the ${t.what} reaches ${t.temperature.toFixed(0)} ± ${t.doubt.toFixed(0)} °C ${under}; with what is uncertain that may be over ${t.limit} °C.${sure}`,
      `${t.name} ${Math.min(t.temperature, 199).toFixed(0)} °C`,
      [
        {
          label: t.what,
          value: t.temperature,
          unit: '°C',
          source: { kind: 'computed', title: 'room + rise there + watts × K/W' },
        },
        { label: 'air around it', value: t.air, unit: '°C', source: NETWORK },
        { label: 'at most', value: t.limit, unit: '°C', source: PRACTICE },
      ],
      [{ kind: 'part', id: t.part }],
      over > 0,
    );
  }
  for (const fan of report.fans.filter((f) => f.kind === 'supply')) {
    const around = report.ambient + report.around;
    if (around <= SUPPLY_INTAKE) continue;
    say(
      `supply/${fan.part}`,
      'warn',
      `${fan.name} draws air of ${around.toFixed(0)} °C; most supplies are rated for ${SUPPLY_INTAKE} °C at their intake and give less above it.`,
      `${fan.name} breathes ${around.toFixed(0)} °C`,
      [{ label: 'intake', value: around, unit: '°C', source: NETWORK }],
      [{ kind: 'part', id: fan.part }],
      true,
    );
  }

  // 3. Fans against what they work against.
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
    if (fan.inside && fan.kind !== 'blower')
      say(
        `inside/${fan.part}`,
        fan.kind === 'supply' ? 'warn' : 'note',
        `${fan.name} reaches no wall: it ${fan.kind === 'supply' ? 'blows its own heat back into the shell' : 'stirs the air inside and moves none of it out'}.`,
        `${fan.name} stirs`,
        [{ label: 'its flow', value: litresAnHour(fan.flow), unit: 'm³/h', source: NETWORK }],
        [{ kind: 'part', id: fan.part }],
      );
    else if (free > 0 && fan.flow < CHOKED * free) {
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

  // 4. Where the intake goes.
  const hottest = report.passes.filter((p) => kindOf(document.kit.parts[p.part]!) !== 'supply');
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
      `${(100 * most.share).toFixed(0)} % passes ${most.name}`,
      [{ label: 'passes it', value: 100 * most.share, unit: 'percent', source: NETWORK }],
      [{ kind: 'part', id: most.part }],
      most.share < PASSES,
    );

  // 5. Which way dust comes in.
  if (running.length > 0) {
    const filtered = report.ways.some((w) => w.filter && w.in > 0);
    const dusty = document.brief.dust !== 'clean';
    const negative = report.pressure < -0.3;
    say(
      'sign',
      'note',
      report.pressure > 0.3
        ? `Inside it is ${report.pressure.toFixed(1)} Pa over the room: dust comes in where the fans draw, and a filter there keeps it out.`
        : negative
          ? `Inside it is ${(-report.pressure).toFixed(1)} Pa under the room: air, and dust with it, comes in by every crack${dusty && !filtered ? '; a filtered fan that blows in would turn that round' : ''}.`
          : 'Inside it is as in the room: dust comes in by chance.',
      `${report.pressure >= 0 ? '+' : '−'}${Math.abs(report.pressure).toFixed(1)} Pa`,
      [{ label: 'inside over outside', value: report.pressure, unit: 'Pa', source: NETWORK }],
      [],
    );
  }

  // 6. What costs most.
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

  // 7. The gap under the shell.
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

  // 8. Noise.
  const limit = Object.values(document.brief.targets).find((t) => t.kind === 'noise')?.limit;
  if (Number.isFinite(report.noise)) {
    const [loudest] = report.noises;
    const over = limit !== undefined && report.noise > limit;
    say(
      'noise',
      over ? 'warn' : 'note',
      `All fans together make ${report.noise.toFixed(0)} dB(A) at 1 m ${under}${over ? `; the target is ${limit}` : ''}. ${loudest ? `Loudest is ${loudest.name} with ${loudest.level.toFixed(0)} dB(A).` : ''}`,
      `${report.noise.toFixed(0)} dB(A)`,
      [
        { label: 'all fans', value: report.noise, unit: 'dB(A)', source: LEVELS },
        ...report.noises
          .slice(0, 4)
          .map((n): Figure => ({ label: n.name, value: n.level, unit: 'dB(A)', source: PRACTICE })),
      ],
      [],
      over,
    );
  }

  // 9. Filters.
  for (const way of report.ways.filter((w) => w.filter)) {
    const months = Math.max(0, (0.5 - way.filter!.clogged / 100) / CLOGS[document.brief.dust]);
    say(
      `filter/${way.id}`,
      way.filter!.clogged >= 50 ? 'warn' : 'note',
      way.filter!.clogged >= 50
        ? `The filter of ${way.name} is ${way.filter!.clogged.toFixed(0)} % closed: clean it.`
        : `The filter of ${way.name} is half closed in about ${months.toFixed(0)} months where it is ${document.brief.dust}: clean it before.`,
      `filter ${months.toFixed(0)} months`,
      [{ label: 'months to half closed', value: months, unit: 'count', source: PRACTICE }],
      [],
      way.filter!.clogged >= 50,
    );
  }
  loopFindings(report, say);
  findings.push(...hotFindings(document, assembly, report));

  if (document.air.loop && document.air.loop.filledAt === 'not yet')
    say(
      'water/filled',
      'note',
      'The loop has no place yet where it is filled and its level seen: lead a port outside, or put the reservoir where the lid comes off.',
      'how it is filled',
      [],
      [],
    );

  // 10. The air itself.
  if ((document.air.altitude ?? 0) > 1500)
    say(
      'altitude',
      'note',
      `At ${document.air.altitude} m the air weighs ${report.density.toFixed(2)} kg/m³ and carries ${(100 - (100 * report.density) / 1.2).toFixed(0)} % less heat than at sea level; fans turn as fast and move as much of it.`,
      `${report.density.toFixed(2)} kg/m³`,
      [],
      [],
    );
  if (!report.converged)
    say(
      'unsettled',
      'warn',
      'The network did not settle: flows and temperatures are the last ones found, and may be off.',
      'not settled',
      [],
      [],
    );
  return findings;
}

type Say = (
  id: string,
  verdict: Verdict,
  sentence: string,
  brief: string,
  figures: Figure[],
  about: Finding['about'],
) => void;

/** Warmer than this, water ages tubes and pumps, °C. Common practice, no source. */
const WARM_WATER = 55;
/** Less than this moves too little through a block, L/min. Common practice, no source. */
const LEAST_WATER = 1.5;

/** A loop of water: enough of it, cool enough, filled and seen, and what a leak would meet. */
function loopFindings({ loop }: AirReport, say: Say): void {
  if (!loop) return;
  if (loop.missing) {
    say(
      'water/missing',
      'stop',
      `The loop of water has no ${loop.missing}: ${loop.missing === 'radiator' ? 'its heat has nowhere to go' : 'it cools nothing'}.`,
      `no ${loop.missing}`,
      [],
      [],
    );
    return;
  }
  if (loop.flow < LEAST_WATER)
    say(
      'water/flow',
      'warn',
      `The pump moves ${loop.flow.toFixed(1)} L/min through blocks, radiators and ${(loop.length / 10).toFixed(0)} cm of tube; ${LEAST_WATER} L/min are the least. A stronger pump, or a wider tube.`,
      `${loop.flow.toFixed(1)} L/min`,
      [],
      [],
    );
  if (loop.warmest > WARM_WATER)
    say(
      'water/warm',
      loop.warmest > WARM_WATER + 15 ? 'stop' : 'warn',
      `The water gets ${Math.min(loop.warmest, 150).toFixed(0)} °C: over ${WARM_WATER} °C tubes and pumps age fast. A larger radiator, or more air through it.`,
      `water ${Math.min(loop.warmest, 150).toFixed(0)} °C`,
      [{ label: 'water, warmest', value: loop.warmest, unit: '°C', source: NETWORK }],
      [],
    );
  const mains = loop.leaks.find((l) => l.mains);
  const worst = mains ?? loop.leaks[0];
  if (worst)
    say(
      'water/leak',
      mains ? 'warn' : 'note',
      `A leak at ${worst.from} would drip onto ${worst.onto}. Move the joint, turn it, or set a tray under it${mains ? '; water and mains kill' : ''}. Fill and run it for a day with nothing else switched on.`,
      'what a leak meets',
      [],
      loop.leaks.map((l) => ({ kind: 'part', id: l.part })),
    );
}

/** Plastics, glue and wood near what is hot. */
function hotFindings(document: Conversion, assembly: Assembly, report: AirReport): Finding[] {
  const findings: Finding[] = [];
  const air = report.temperatures;
  // What leaves: printed parts at exhausts.
  const filament = document.cut.tools.filament ?? 'PETG';
  const softens = SOFTENS[filament];
  for (const [id, print] of Object.entries(document.cut.prints)) {
    const of = print.of?.split('.')[0];
    const fan = report.fans.find((f) => f.part === of && !f.blowsIn);
    const hot = fan ? report.ambient + fan.rise : (air.find((t) => t.part === of)?.air ?? 0);
    if (softens === undefined || hot < softens - 10) continue;
    findings.push({
      id: `air/softens/${id}`,
      station: 'air',
      verdict: hot > softens ? 'stop' : 'warn',
      sentence: `${print.name} of ${filament} stands in air of ${hot.toFixed(0)} °C; ${filament} softens at about ${softens} °C. Print it in something that stands more, or in metal.`,
      brief: `${print.name} softens`,
      figures: [
        { label: 'air there', value: hot, unit: '°C', source: NETWORK },
        { label: 'softens', value: softens, unit: '°C', source: PRACTICE },
      ],
      about: [],
    });
  }
  // Glue and tape that hold what gets hot.
  for (const [part, mount] of Object.entries(document.cut.mounts)) {
    const glue = mount.kind === 'glue' ? 'hot glue' : mount.kind === 'tape' ? 'double-sided tape' : undefined;
    const warm = air.find((t) => t.part === part);
    if (!glue || !warm || warm.air + 0.3 * (warm.temperature - warm.air) < SOFTENS[glue]!) continue;
    findings.push({
      id: `air/glue/${part}`,
      station: 'air',
      verdict: 'warn',
      sentence: `${warm.name} is held by ${mount.kind} and gets ${warm.temperature.toFixed(0)} °C; ${glue} lets go at about ${SOFTENS[glue]} °C. Screw it, or take a glue that stands heat.`,
      brief: `${mount.kind} lets go`,
      figures: [{ label: 'lets go', value: SOFTENS[glue]!, unit: '°C', source: PRACTICE }],
      about: [{ kind: 'part', id: part }],
    });
  }
  // Wood near hot faces.
  const wooden = ['wood', 'plywood', 'fibreboard'].includes(document.shell.material);
  if (wooden)
    for (const t of air) {
      const kind = kindOf(document.kit.parts[t.part]!);
      if (t.temperature < HOT_FACE.from || kind === 'board' || kind === 'drive') continue;
      const placed = assembly.parts.find((p) => p.id === t.part);
      if (!placed) continue;
      const body =
        placed.solids.find((s) => s.id === `${t.part}/cooler`) ?? placed.solids.find((s) => s.role === 'body');
      if (!body) continue;
      // The wall that its bracket is screwed to touches nothing hot of it.
      const own = new Set(faceReaches(assembly, placed).flatMap((r) => (r.reaches && r.wall ? [r.wall.face] : [])));
      for (const wall of assembly.hull.walls) {
        if (own.has(wall.face)) continue;
        const lid =
          wall.inLid &&
          Object.values(document.shell.bodies).some(
            (b) => b.kind === 'lid' && !['wood', 'plywood', 'fibreboard'].includes(b.material),
          );
        if (lid) continue;
        const { low, high } = body.shape;
        const gap =
          [0, 1, 2].reduce((sum, i) => sum + wall.normal[i]! * (wall.normal[i]! > 0 ? low[i]! : high[i]!), 0) -
          wall.offset;
        // Its bracket touches a wall of itself; what counts is what is hot.
        if (gap >= HOT_FACE.wood || gap < -5) continue;
        findings.push({
          id: `air/wood/${t.part}/${wall.face}`,
          station: 'air',
          verdict: 'note',
          sentence: `${t.name} gets ${t.temperature.toFixed(0)} °C and stands ${Math.max(0, gap).toFixed(1)} mm from the ${wall.face} of ${document.shell.material}: keep ${HOT_FACE.wood} mm between hot faces and wood or felt, or line it with sheet metal.`,
          brief: `${t.name} near wood`,
          figures: [{ label: 'gap', value: gap, unit: 'mm', source: PRACTICE }],
          about: [
            { kind: 'part', id: t.part },
            { kind: 'face', id: wall.face },
          ],
        });
        break;
      }
    }
  return findings;
}

/** What the doubts and a stopped fan say: computed after a while. */
export function slowAirFindings(report: AirReport): Finding[] {
  const findings: Finding[] = [];
  const { stopped } = report;
  if (stopped) {
    const over = stopped.worst && stopped.worst.temperature > stopped.worst.limit;
    const oven = stopped.around > OVEN;
    findings.push({
      id: 'air/stopped',
      station: 'air',
      verdict: 'note',
      sentence: `If ${stopped.name} stops, the air around what is hot gets ${oven ? `more than ${OVEN}` : stopped.around.toFixed(0)} K warmer than the room${stopped.worst ? ` and ${stopped.worst.name} reaches ${oven ? 'far more than it stands' : `${stopped.worst.temperature.toFixed(0)} °C`}` : ''}.${over ? ' Fit a temperature cut-out, or watch the fan’s speed.' : ' It stands that.'}`,
      brief: `${stopped.name} stops: +${Math.min(stopped.around, OVEN).toFixed(0)} K`,
      figures: [{ label: 'rise then', value: stopped.around, unit: 'K', source: NETWORK }],
      about: [],
    });
  }
  const [first] = report.doubts;
  if (first && report.doubt > 0.5)
    findings.push({
      id: 'air/doubt',
      station: 'air',
      verdict: 'note',
      sentence: `These figures are good to ± ${Math.min(report.doubt, OVEN).toFixed(0)} K; most of that is ${first.what} (± ${Math.min(first.by, OVEN).toFixed(0)} K). To narrow it: ${first.measure}.`,
      brief: `± ${Math.min(report.doubt, OVEN).toFixed(0)} K`,
      figures: report.doubts.slice(0, 6).map((d) => ({ label: d.what, value: d.by, unit: 'K', source: PRACTICE })),
      about: [],
    });
  return findings;
}
