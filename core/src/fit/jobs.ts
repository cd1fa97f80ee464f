import { assemble } from '../assembly';
import { applyChange, type Change, type Conversion } from '../document';
import { againstSmaller, newOrWorse, type Finding } from '../findings';
import {
  conflictOf,
  fitTogether,
  grownBox,
  inShell,
  nearestWhere,
  searchClearLayouts,
  waysOutOf,
  whatFits,
  WhereFinder,
  whereCanItGo,
  missOf,
  markedLayouts,
  howFar,
  howFarAnew,
  smallestBox,
  type HowFar,
  settledWays,
  worstOfLayout,
  type Conflict,
  type FitOption,
  type Goal,
  type InShell,
  type KitShortfall,
  type Layout,
  type LayoutResult,
  type Smallest,
  type Together,
  type WaysOutResult,
  type Where,
} from '../search';
import type { Orientation, Vec3 } from '../solid';
import type { JobHost } from '../station';
import { balanceOf, type Balance } from './balance';
import { sweepsOf, type OpeningReport } from './opening';
import { accessOf, orderOf, type Access, type Order } from './order';
import { nearestShortfall, type Shortfall } from './shortfall';
import { overlapsOf, type Overlap } from './overlaps';
import { placeFor, type PlaceResult } from './place';
import { routesOf, type Route } from './reach';

const finder = new WhereFinder();

/** Litres that parts and features have in common. */
export const overlaps = async (host: JobHost, document: Conversion): Promise<Overlap[]> =>
  overlapsOf(document, await host.kernel());

/** The best free places of one part. */
export const place = (_host: JobHost, document: Conversion, part: string): PlaceResult =>
  placeFor(document, assemble(document), part);

/** Where a part that has no place misses one by least, with everything else as it is. */
export const shortfall = (_host: JobHost, document: Conversion, part: string): Shortfall | undefined =>
  nearestShortfall(document, part, assemble(document));

/** How all cables run. */
export const routes = (_host: JobHost, document: Conversion): Route[] => routesOf(document, assemble(document));

/** In which order it goes together, what is in the way of hands and drivers, what it weighs where. */
export function order(_host: JobHost, document: Conversion): { order: Order; access: Access[]; balance: Balance } {
  const assembly = assemble(document);
  return {
    order: orderOf(document, assembly),
    access: accessOf(document, assembly),
    balance: balanceOf(document, assembly),
  };
}

/** What every body that opens meets on its way, with what it carries. */
export const openings = (_host: JobHost, document: Conversion): OpeningReport[] =>
  sweepsOf(document, assemble(document));

/** Which wishes can't hold together, or parts be together. */
export const conflict = (host: JobHost, document: Conversion, keep: 'locked' | 'placed'): Conflict | undefined =>
  conflictOf(document, { keep, assess: (plan) => host.assess(plan) }, true);

/** Where a part can go as it is turned: of the map only what changed is redone. */
export function where(
  _host: JobHost,
  document: Conversion,
  id: string,
  orientation: Orientation,
): { id: string; where: Where | undefined } {
  return { id, where: finder.at(document, id, orientation) };
}

/** In which orientations a part has a place at all, and how many positions. */
export function orientations(
  _host: JobHost,
  document: Conversion,
  id: string,
): (Orientation & { free: number; nearest: Vec3 | undefined })[] {
  const at = document.layout.placements[id];
  return whereCanItGo(document, id, { step: 3 }).map((where) => ({
    rear: where.rear,
    top: where.top,
    free: where.free,
    nearest: nearestWhere(where, at ? [at.x, at.y, at.z] : [0, 0, 0]),
  }));
}

/** Layouts of the whole kit, told as they are found; where there is none, what can't be together. */
export async function layouts(
  host: JobHost,
  document: Conversion,
  seed: number,
  keep: 'locked' | 'placed',
): Promise<LayoutResult & { conflict?: Conflict | undefined; shortfall?: KitShortfall | undefined }> {
  const assess = (plan: Conversion) => host.assess(plan);
  const result = searchClearLayouts(
    document,
    {
      seed,
      assess,
      keep,
      wanted: 10,
      steps: 3000,
      polish: 60,
      onLayout: (best) => host.tell(0, 'layouts', best),
      onProgress: (share) => host.tell(share, 'layouts'),
    },
    (plan) => host.inTheWay(plan),
  );
  if (result.layouts.length > 0) {
    host.tell(0, 'what every station says of each');
    const layouts = await markedLayouts(
      document,
      result.layouts,
      (plan) => host.everything(plan),
      (share) => host.tell(share, 'what every station says of each'),
    );
    return { ...result, layouts };
  }
  host.tell(1, 'what is in whose way');
  const conflict = conflictOf(document, { seed, keep, assess }, true);
  return {
    ...result,
    layouts: [],
    conflict,
    shortfall: missOf(document, conflict?.parts ?? result.homeless, { seed, keep, assess }),
  };
}

/** Placings for a first answer, and different layouts of which the best is it. */
const FIRST = { steps: 600, wanted: 3, polish: 8 } as const;

/** A first answer for a kit that is still being put together: the best of few layouts; without one, how near it comes. */
export async function firstLayout(
  host: JobHost,
  document: Conversion,
): Promise<{ layout?: Layout | undefined; shortfall?: KitShortfall | undefined; homeless: string[] }> {
  const assess = (plan: Conversion) => host.assess(plan);
  const result = searchClearLayouts(document, { ...FIRST, assess }, (plan) => host.inTheWay(plan));
  const marked = await markedLayouts(document, result.layouts, (plan) => host.settle(plan));
  const layout = marked.find((l) => worstOfLayout(l) < 2);
  if (layout) return { layout, homeless: [] };
  const sets = result.homeless.length > 0 ? result.homeless.slice(0, 1) : undefined;
  const set = sets ?? conflictOf(document, { assess })?.parts;
  return { homeless: result.homeless, shortfall: set && missOf(document, set, { assess }) };
}

/** The shell of a plan with nothing in it, and the change that clears it. */
function cleared(document: Conversion): { bare: Conversion; clear: Change[] } {
  const ids = Object.keys(document.layout.placements);
  return {
    bare: { ...document, layout: { ...document.layout, placements: {} } },
    clear: ids.map((id): Change => ({ type: 'placePart', id, placement: null })),
  };
}

const after = (clear: readonly Change[], change: Change | undefined): { change?: Change } =>
  change
    ? { change: clear.length > 0 ? { type: 'all', what: wordsOfChange(change), changes: [...clear, change] } : change }
    : {};

const wordsOfChange = (change: Change) => (change.type === 'all' ? change.what : 'try a part on');

/** What of the standards would go into the shell, as it is or as if it were empty; told as it is found. */
export function whatWouldFit(host: JobHost, document: Conversion, empty: boolean): FitOption[] {
  const { bare, clear } = empty ? cleared(document) : { bare: document, clear: [] };
  const whole = (options: readonly FitOption[]) => options.map((o): FitOption => ({ ...o, ...after(clear, o.change) }));
  return whole(
    whatFits(bare, {
      assess: (plan) => host.assess(plan),
      onFound: (options, share, what) => {
        host.tell(share, what, whole(options));
        host.tell(share, what);
      },
    }),
  );
}

/** The best of that that goes in together. */
export async function whatWouldFitTogether(
  host: JobHost,
  document: Conversion,
  options: readonly FitOption[],
  empty: boolean,
): Promise<Together[]> {
  const { bare, clear } = empty ? cleared(document) : { bare: document, clear: [] };
  const whole = (found: readonly Together[]) => found.map((t): Together => ({ ...t, ...after(clear, t.change) }));
  const found = whole(
    fitTogether(bare, options, {
      assess: (plan) => host.assess(plan),
      onFound: (some, share, what) => {
        host.tell(share, what, whole(some));
        host.tell(share, what);
      },
    }),
  );
  const sure: Together[] = [];
  for (const one of found) sure.push({ ...one, later: await laterStops(host, document, one.change) });
  return sure;
}

/** What stops after a change that did not stop before, or not so badly: by all stations, what they say after a while included, or at rest. */
async function laterStops(
  host: JobHost,
  document: Conversion,
  change: Change,
  ask: (plan: Conversion) => Promise<readonly Finding[]> = (plan) => host.everything(plan),
): Promise<string[]> {
  return sentencesOf(newOrWorse(...(await stopsBeforeAndAfter(document, change, ask))));
}

async function stopsBeforeAndAfter(
  document: Conversion,
  change: Change,
  ask: (plan: Conversion) => Promise<readonly Finding[]>,
): Promise<[before: Finding[], after: Finding[]]> {
  // A board that is new to the kit has no button yet: that says nothing against its place.
  const stops = (findings: readonly Finding[]) =>
    findings.filter((f) => f.verdict === 'stop' && f.accepted === undefined && !f.id.startsWith('panel/start/'));
  return [stops(await ask(document)), stops(await ask(applyChange(document, change).document))];
}

const sentencesOf = (findings: readonly Finding[]) => [...new Set(findings.map((f) => f.sentence))];

/** Whether the kit of one conversion goes into the shell of another. */
export const inOtherShell = (host: JobHost, document: Conversion, other: Conversion): InShell =>
  inShell(document, other, { assess: (plan) => host.assess(plan) });

/** The smallest box for the kit of a plan, told as it gets smaller. */
export async function smallest(
  host: JobHost,
  document: Conversion,
  goal: Goal,
  wall: number,
  fixed: Partial<Record<0 | 1 | 2, number>>,
): Promise<Smallest | undefined> {
  const options = { goal, wall, fixed, assess: (plan: Conversion) => host.assess(plan) };
  const found = smallestBox(document, {
    ...options,
    onFound: (best, share) => {
      host.tell(share, 'making it smaller', [best]);
      host.tell(share, 'making it smaller');
    },
  });
  if (!found) return undefined;
  const atRest = (plan: Conversion) => host.settle(plan);
  const told = async (best: Smallest) => ({ ...best, later: await laterStops(host, document, best.change) });
  const later = await laterStops(host, document, found.change, atRest);
  // A box in which no cable can be led is none: a little larger until nothing stops any more.
  for (let by = GROW, stops = later; stops.length > 0 && by < MOST_GROWN; by *= GROW) {
    host.tell(1, 'cables, order');
    const larger = grownBox(document, found, by, options);
    if (!larger) continue;
    stops = await laterStops(host, document, larger.change, atRest);
    if (stops.length === 0) return told(larger);
  }
  return told(found);
}

/** How far a shell can be cut down with everything where it is; less of it where cables or the order stop it. */
export async function howFarDown(host: JobHost, document: Conversion): Promise<HowFar> {
  const options = {
    assess: (plan: Conversion) => host.assess(plan),
    onProgress: (share: number) => host.tell(share, 'gaps between what stands in it'),
  };
  const found = howFar(document, options);
  if (found.cuts.length === 0) return found;
  const tried = async (one: HowFar) => {
    const [before, after] = await stopsBeforeAndAfter(document, one.change, (plan) => host.everything(plan));
    return {
      blocked: againstSmaller(before, after).length > 0,
      told: { ...one, later: sentencesOf(newOrWorse(before, after)) },
    };
  };
  const all = await tried(found);
  if (!all.blocked) return all.told;
  for (const share of LESS) {
    host.tell(1, 'cables, order');
    const less = howFar(document, { ...options, share });
    if (less.cuts.length === 0) break;
    const one = await tried(less);
    if (!one.blocked) return one.told;
  }
  return all.told;
}

/** How far it can be cut down with everything placed anew, told whenever it is smaller. */
export async function howFarDownAnew(host: JobHost, document: Conversion, seed: number): Promise<HowFar | undefined> {
  const found = howFarAnew(document, {
    assess: (plan) => host.assess(plan),
    seed,
    onProgress: (share) => host.tell(share, 'smaller shells, everything placed anew'),
    onFound: (best, share) => host.tell(share, '', [best]),
  });
  return found && { ...found, later: await laterStops(host, document, found.change) };
}

/** Shares of what could come out that are tried where all of it leaves no way for cables or hands. */
const LESS = [0.8, 0.6, 0.4];

/** A box is grown by such shares, and by no more than this in all, for what is asked after it was found. */
const GROW = 1.04;
const MOST_GROWN = 1.5;

/** The least interventions after which everything fits, told as they are found. */
export async function waysOut(host: JobHost, document: Conversion, seed: number): Promise<WaysOutResult> {
  const before = await host.settle(document);
  const result = waysOutOf(document, {
    seed,
    before,
    assess: (plan) => host.assess(plan),
    onWay: (best) => host.tell(0, '', best),
    onProgress: (share, what) => host.tell(share, what),
  });
  return settledWays(document, result, (plan) => host.settle(plan));
}
