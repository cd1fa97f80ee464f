import { assemble } from '../assembly';
import type { Conversion } from '../document';
import type { Finding } from '../findings';
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

/** Those of the layouts that stop nowhere, by what stations say after a while, too. */
export async function settledLayouts(
  document: Conversion,
  layouts: readonly Layout[],
  settle: Settle,
): Promise<Layout[]> {
  const moved = [...new Set(layouts.flatMap((layout) => Object.keys(layout.placements)))];
  const anyway = verdictsOf(await settle(emptied(document, moved)));
  const kept: Layout[] = [];
  for (const layout of layouts) {
    const holds = passed(layout, await settle(withLayout(document, layout.placements)), anyway);
    if (holds) kept.push(holds);
  }
  return kept;
}

/** The plan with some parts taken out. */
function emptied(document: Conversion, ids: readonly string[]): Conversion {
  const placements = { ...document.layout.placements };
  for (const id of ids) delete placements[id];
  return { ...document, layout: { ...document.layout, placements } };
}

const verdictsOf = (findings: readonly Finding[]) => new Map(findings.map((f) => [f.id, f.verdict]));

function passed(
  layout: Layout,
  findings: readonly Finding[],
  anyway: ReadonlyMap<string, Finding['verdict']>,
): Layout | undefined {
  const said = findings.filter((f) => f.accepted === undefined && anyway.get(f.id) !== f.verdict);
  if (said.some((f) => f.verdict === 'stop')) return undefined;
  return { ...layout, warns: said.filter((f) => f.verdict === 'warn').map((f) => f.sentence) };
}
