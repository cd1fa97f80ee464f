import type { Say } from '../../findings';
import { SUPPLY_INTAKE, TEMPERATURES } from '../../standards';
import { type Conversion } from '../../document';
import { type Figure, type Verdict } from '../../findings';
import { kindOf } from '../../parts';
import { type AirReport } from '../report';
import { NETWORK, BALANCE, PRACTICE, litresAnHour, m3h, kelvin, under } from './say';

/** Hotter than this no digits mean anything, °C. */
const MOST_SAID = 199;

/** A temperature as it is said: with a digit more where it would read as the limit that it is over. */
const overBy = (temperature: number, limit: number): string =>
  temperature.toFixed(temperature > limit && Math.round(temperature) <= limit ? 1 : 0);

/** How warm it gets, and what parts stand. */
export function riseFindings({ brief, kit }: Conversion, report: AirReport, say: Say): void {
  const { state, rise, wantedRise, watts } = report;
  const load = under(state);
  const running = report.fans.filter((f) => !f.stopped && !f.inside);
  const open = report.ways.filter((w) => !w.shut && w.kind !== 'seam' && w.area > 50);
  const judged = Math.max(rise, report.around);
  const target = Object.values(brief.targets).some((t) => t.kind === 'temperature-rise');
  const verdict: Verdict =
    judged > 2.5 * wantedRise || judged > 30 ? 'stop' : judged > wantedRise * 1.02 ? 'warn' : 'good';
  const figures: Figure[] = [
    { label: 'rise of the air that leaves', value: rise, unit: 'K', source: BALANCE },
    { label: 'rise around what is hot', value: report.around, unit: 'K', source: NETWORK, worse: 'more' },
    { label: 'heat', value: watts, unit: 'W', source: PRACTICE },
    { label: 'air through it', value: litresAnHour(report.through), unit: 'm³/h', source: NETWORK },
    { label: `air for ${wantedRise.toFixed(0)} K`, value: litresAnHour(report.needed), unit: 'm³/h', source: BALANCE },
  ];
  if (open.length === 0 && running.length === 0)
    say(
      'none',
      judged > wantedRise ? 'stop' : 'note',
      `The shell has no opening for air and no fan: ${watts.toFixed(0)} W ${load} leave through its walls and seams alone, and the air inside gets ${kelvin(judged)} warmer than the room.${judged > wantedRise ? ' Give it a vent low and one high, or a fan.' : ''}`,
      `no vent, air ${kelvin(judged)} warmer`,
      figures,
      [],
      true,
    );
  else
    say(
      'rise',
      verdict,
      `${m3h(report.through)} go through with ${watts.toFixed(0)} W ${load}: the air leaves ${kelvin(rise)} warmer than the room, and around what is hot it is ${kelvin(report.around)} warmer.${verdict === 'good' ? '' : ` For ${wantedRise.toFixed(0)} K (${target ? 'the Brief’s target' : 'usual; set a target in the Brief'}) it takes ${m3h(report.needed)}.`}`,
      `air ${kelvin(judged)} warmer`,
      figures,
      [],
      verdict !== 'good',
    );

  for (const t of report.temperatures) {
    const disc = t.limit === TEMPERATURES.disc && t.what === 'discs';
    const most = disc ? TEMPERATURES.discMost : t.limit;
    const over = t.temperature - t.limit;
    if (over <= -t.doubt) continue;
    const at =
      t.temperature > MOST_SAID
        ? `over ${MOST_SAID} °C`
        : `${overBy(t.temperature, t.limit)} ± ${t.doubt.toFixed(0)} °C`;
    const sure = t.from === 'usual' ? ' Its resistance is only the usual one: measure it once and type it in.' : '';
    say(
      `part/${t.part}`,
      t.temperature > most ? 'stop' : over > 0 ? 'warn' : 'note',
      over > 0
        ? `${t.name}: the ${t.what} would reach ${at} ${load}; its limit is ${t.limit} °C.${sure}`
        : `${t.name}: the ${t.what} reaches ${t.temperature.toFixed(0)} ± ${t.doubt.toFixed(0)} °C ${load}; with what is uncertain that may be over ${t.limit} °C.${sure}`,
      `${t.name} ${t.temperature > MOST_SAID ? `over ${MOST_SAID}` : t.temperature.toFixed(0)} °C`,
      [
        {
          label: t.what,
          value: t.temperature,
          unit: '°C',
          source: { kind: 'computed', title: 'room + rise there + watts × K/W' },
          worse: 'more',
        },
        { label: 'air around it', value: t.air, unit: '°C', source: NETWORK },
        { label: 'at most', value: t.limit, unit: '°C', source: PRACTICE },
      ],
      [{ kind: 'part', id: t.part }],
      over > 0,
    );
  }
  for (const { part, name, watts } of report.unknown) {
    const own = kit.parts[part]!;
    say(
      `unknown/${part}`,
      'note',
      `How hot ${name} gets with its ${watts.toFixed(0)} W is not known: ${kindOf(own) === 'board' ? 'no block of it is called its cooler. Call it so in the kit, or type its K/W' : 'type its K/W and what it stands'} under Warmth.`,
      `${name}: °C not known`,
      [{ label: 'heat', value: watts, unit: 'W', source: NETWORK }],
      [{ kind: 'part', id: part }],
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
      [{ label: 'intake', value: around, unit: '°C', source: NETWORK, worse: 'more' }],
      [{ kind: 'part', id: fan.part }],
      true,
    );
  }
}
