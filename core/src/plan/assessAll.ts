import type { Conversion, TargetFigures } from '../document';
import { collect, RANK, stationVerdict, type Finding, type StationVerdict } from '../findings';
import { recent, type Assessed, type Context, type Slow, type Station, type Touched } from '../station';
import { assembled } from './assembled';
import { readerOf } from './reads';
import { AT_REST, STATIONS, type Reports } from './stations';
import { watched } from './watched';

/** What all stations say about a conversion. */
export interface Assessment {
  reports: Reports;
  /** Of all stations, in their order, worst first within each, accepted last. */
  findings: Finding[];
  strip: StationVerdict[];
  /** What is known of the Brief's targets. */
  figures: TargetFigures;
}

/** What stations said after a while, by their ids. */
export type SlowAnswers = Readonly<Record<string, Slow>>;

/** A plan as a station looks at it; its solids are made when they are first asked for. */
export const contextOf = (document: Conversion, shown: Conversion = document): Context => ({
  document: shown,
  get assembly() {
    return assembled(document);
  },
});

const assessors = new Map<Station, (document: Conversion) => Assessed<unknown>>();

/** A station's own assessment, kept while what it reads stays as it is. */
function assessedBy(station: Station, document: Conversion): Assessed<unknown> {
  let assess = assessors.get(station);
  if (!assess) {
    const reader = readerOf(station.reads);
    assess = recent(reader.keysOf, (d: Conversion) =>
      watched(station, d, () => station.assess(contextOf(d, reader.show(d)))),
    );
    assessors.set(station, assess);
  }
  return assess(document);
}

/** Assesses all stations. `slow` is what they said of this plan, or one before it, after a while. */
export function assessAll(
  document: Conversion,
  slow: SlowAnswers = {},
  stations: readonly Station[] = STATIONS,
  of: (station: Station) => Conversion = () => document,
): Assessment {
  const said = stations.map((station) => ({ station, own: assessedBy(station, of(station)), later: slow[station.id] }));
  const figures: TargetFigures = Object.assign({}, ...said.flatMap(({ own, later }) => [own.figures, later?.figures]));
  const touched: Touched = {
    faces: new Set(said.flatMap(({ own }) => [...(own.touched?.faces ?? [])])),
    features: new Set(said.flatMap(({ own }) => [...(own.touched?.features ?? [])])),
  };
  const findings: Finding[] = [];
  const strip: StationVerdict[] = [];
  for (const { station, own, later } of said) {
    const end = station.conclude?.(document, figures, touched);
    const all = [...own.findings, ...(later?.findings ?? []), ...(end?.findings ?? [])];
    const calm = end?.calm ?? own.calm;
    if (calm && all.every((f) => RANK[f.verdict] >= RANK.note)) all.push(calm);
    const mine = collect(all, document.accepted);
    findings.push(...mine);
    strip.push(stationVerdict(station.id, mine, own.rest));
  }
  return {
    reports: Object.fromEntries(said.map(({ station, own }) => [station.id, own.report])) as Reports,
    findings,
    strip,
    figures,
  };
}

/** With more parts than this in the shell what runs is not asked anew at every pointer move. */
const MANY = 60;

/**
 * Assesses a plan under the hand: of a large one all that it is at rest, while what it does when it runs stays as it was
 * said of the plan as it is kept, until the hand lets go.
 */
export const assessDragged = (dragged: Conversion, kept: Conversion, slow: SlowAnswers): Assessment =>
  Object.keys(kept.layout.placements).length <= MANY
    ? assessAll(dragged, slow)
    : assessAll(dragged, slow, STATIONS, (station) => (station.running ? kept : dragged));

/**
 * Assesses a plan a piece at a time: its solids, then a station after the other. What was found is kept, so that
 * `assessAll` has it at once. For a thread that has something else to do in between.
 */
export function* assessing(document: Conversion): Generator<void> {
  assembled(document);
  for (const station of STATIONS) {
    yield;
    assessedBy(station, document);
  }
}

/** The worst verdict that nobody accepted. */
export const worstOf = (findings: readonly Finding[]) =>
  findings
    .filter((f) => f.accepted === undefined)
    .reduce<Finding['verdict']>((worst, f) => (RANK[f.verdict] < RANK[worst] ? f.verdict : worst), 'good');

/** What is said at rest, without what takes a while. */
export const saidAtRest = (document: Conversion): readonly Finding[] => assessAll(document, {}, AT_REST).findings;

/** What running stations say of geometry: what stands in the way of something that is no part. */
export const saidInTheWay = (document: Conversion): readonly Finding[] =>
  collect(
    (STATIONS as readonly Station[]).flatMap((s) => s.atRest?.(contextOf(document)) ?? []),
    document.accepted,
  );
