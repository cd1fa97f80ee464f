import { assemble } from '../assembly';
import type { Conversion } from '../document';
import { RANK, type Finding, type Verdict } from '../findings';
import { reachFindings, routesOf } from '../fit';
import type { Layout, Start } from './layout';

/** What all stations say about a plan. */
export type Assess = (document: Conversion) => readonly Finding[];

/** The plan with a layout in it. */
export const withLayout = (document: Conversion, placements: Layout['placements']): Conversion => ({
  ...document,
  layout: { ...document.layout, placements: { ...document.layout.placements, ...placements } },
});

/**
 * Puts a layout into a copy of the plan and asks all stations: one that stops anywhere is none, what warns goes with it
 * in the stations' own words. What they say whatever the layout (with the parts that move left out) does not count.
 * Without `assess` a layout counts as it is.
 */
export function judgeOf(
  document: Conversion,
  start: Start,
  assess: Assess | undefined,
): (layout: Layout) => Layout | undefined {
  if (!assess) return (layout) => layout;
  // Only what stays is there besides the layout: parts that are not asked about are not in its way.
  const stays = new Set(start.base.parts.map(({ id }) => id));
  const bare = emptied(
    document,
    Object.keys(document.layout.placements).filter((id) => !stays.has(id)),
  );
  const anyway = verdictsOf(assess(bare));
  return (layout) => {
    const plan = withLayout(bare, layout.placements);
    const said = assess(plan);
    // Cables take longer: they are asked about only where nothing else stops.
    return passed(layout, said, anyway) && passed(layout, [...said, ...shortCables(plan)], anyway);
  };
}

/** Cables that may be too short: those that the user has, and risers, whose length is given. The others are bought to fit. */
export function shortCables(plan: Conversion): Finding[] {
  const assembly = assemble(plan);
  return reachFindings(
    plan,
    routesOf(plan, assembly, ({ kind, own }) => own !== undefined || kind === 'riser'),
  );
}

/** What all stations say about a plan, what takes them a while included. */
export type Settle = (document: Conversion) => Promise<readonly Finding[]>;

/**
 * Layouts with all that every station says of them after a while, the running ones too: put into a copy of the plan, and
 * held against the plan without the parts they move. The clean ones first, then by their worst verdict, then by their mark.
 * @param everything what all stations say of a plan, what takes them a while included
 */
export async function markedLayouts(
  document: Conversion,
  layouts: readonly Layout[],
  everything: Settle,
  tell: (done: number) => void = () => undefined,
): Promise<Layout[]> {
  const moved = [...new Set(layouts.flatMap((layout) => Object.keys(layout.placements)))];
  const anyway = verdictsOf(await everything(emptied(document, moved)));
  const marked: Layout[] = [];
  for (const layout of layouts) {
    const said = broughtBy(await everything(withLayout(document, layout.placements)), anyway);
    const of = (verdict: Verdict) => said.filter((f) => f.verdict === verdict);
    marked.push({
      ...layout,
      warns: of('warn').map((f) => f.sentence),
      stops: of('stop').map((f) => ({ station: f.station, sentence: f.sentence })),
    });
    tell(marked.length / layouts.length);
  }
  return marked.sort((a, b) => worstOfLayout(a) - worstOfLayout(b) || b.score - a.score);
}

/** 0: brings nothing bad, 1: something to look at, 2: something that stops. */
export const worstOfLayout = ({ stops = [], warns = [] }: Pick<Layout, 'stops' | 'warns'>): 0 | 1 | 2 =>
  stops.length > 0 ? 2 : warns.length > 0 ? 1 : 0;

/** The plan with some parts taken out. */
function emptied(document: Conversion, ids: readonly string[]): Conversion {
  const placements = { ...document.layout.placements };
  for (const id of ids) delete placements[id];
  return { ...document, layout: { ...document.layout, placements } };
}

/** What is said beside what was said anyway, or is worse than that. */
const broughtBy = (findings: readonly Finding[], anyway: ReadonlyMap<string, Verdict>): Finding[] =>
  findings.filter(
    (f) => f.accepted === undefined && RANK[f.verdict] < (anyway.has(f.id) ? RANK[anyway.get(f.id)!] : RANK.good),
  );

const verdictsOf = (findings: readonly Finding[]) => new Map(findings.map((f) => [f.id, f.verdict]));

function passed(
  layout: Layout,
  findings: readonly Finding[],
  anyway: ReadonlyMap<string, Verdict>,
): Layout | undefined {
  const said = broughtBy(findings, anyway);
  if (said.some((f) => f.verdict === 'stop')) return undefined;
  return { ...layout, warns: said.filter((f) => f.verdict === 'warn').map((f) => f.sentence) };
}
