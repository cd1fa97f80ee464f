import { assemble, faceReaches } from '../../assembly';
import { HOLDS, holdsOf } from '../../hold';
import { keyOf, openingsOf } from '../../cut';
import { partsInside, type Change, type Conversion } from '../../document';
import type { Finding } from '../../findings';
import { listOf } from '../../fit';
import { conflictOf } from '../conflicts';
import { shortCables, type Assess, type Settle } from '../judged';
import type { Layout, LayoutOptions } from '../layout';
import { searchLayouts } from '../layouts';
import { alsoCutting, cleared, featuresInPlace, leastFeatures } from './features';
import { movedOnly } from './moves';
import { pairsOf } from './pairs';
import { leastRing, ringInPlace } from './ring';
import { raised } from './raised';
import { interventions } from './singles';
import {
  applied,
  NOTHING,
  wayFrom,
  type Intervention,
  type WayOut,
  type WaysOutOptions,
  type WaysOutResult,
} from './way';

/** Are all of these held by something, with a way applied? */
function isHeld(document: Conversion, { change }: WayOut, ids: readonly string[] = []): boolean {
  if (ids.length === 0) return true;
  const next = applied(document, [change]);
  if (!next) return false;
  const assembly = assemble(next);
  const holds = holdsOf(next, assembly);
  return ids.every((id) => {
    const kind = holds.get(id)?.kind ?? 'nothing';
    const part = assembly.parts.find((p) => p.id === id);
    if (!part || !HOLDS.has(kind)) return false;
    // A sheet that only stands on its edge falls over, taped or not.
    return (
      part.part.own?.made === undefined ||
      faceReaches(assembly, part).some((r) => !r.face.mustReachOutside && r.reaches)
    );
  });
}

/** What a notch through a joint takes more than an opening in one piece; mm-like units. Common practice, no source. */
const NOTCH = 6;

/** A way with its openings notched into both sides of a joint, where that is all that stops; undefined where it is not. */
function notched(
  document: Conversion,
  way: WayOut,
  assess: Assess | undefined,
  counts: (f: Finding) => boolean,
): WayOut | undefined {
  const next = assess && applied(document, [way.change]);
  if (!next) return undefined;
  const stops = assess(next).filter(counts);
  if (stops.length === 0 || !stops.every((f) => f.id.startsWith(JOINT))) return undefined;
  const openings = openingsOf(next, assemble(next)).filter((o) => stops.some((f) => f.id === `${JOINT}${keyOf(o)}`));
  const names = [...new Set(openings.map((o) => o.name))];
  return {
    ...way,
    label: `${way.label}, and notch both sides of the joint for ${listOf(names)}`,
    price: `${way.price}; cut with both clamped together`,
    effort: way.effort + NOTCH * openings.length,
    change: {
      type: 'all',
      what: way.label,
      changes: [
        way.change,
        ...openings.map((o): Change => ({
          type: 'adjustOpening',
          key: keyOf(o),
          name: o.name,
          patch: { joint: 'both' },
        })),
      ],
    },
  };
}

const JOINT = 'cut/joint/';

/** What stops whatever stands where: the plan with nothing in the shell. No layout is to blame for it. */
const stopsAnyway = (document: Conversion, assess: Assess | undefined): ReadonlySet<string> =>
  new Set(
    assess?.({ ...document, layout: { ...document.layout, placements: {} } })
      .filter(isStop)
      .map((f) => f.id),
  );

const isStop = (f: Finding) => f.verdict === 'stop' && f.accepted === undefined;

/** Pairs are only tried until there are this many ways. */
const ENOUGH = 3;
const MOST_PAIRS = 14;

/**
 * The least interventions that give the kit a layout, each verified by a search with it applied: rearrange, raise the
 * lid by the least height, take out the smallest set of features, a smaller relative of a part, flat on a riser, the
 * supply outside, another face; pairs of these where single ones are few. Pure.
 */
export function waysOutOf(document: Conversion, options: WaysOutOptions = {}): WaysOutResult {
  const { seed = 1, steps = 240, stop = () => false, assess, onWay, onProgress } = options;
  const before = options.before ?? assess?.(document);
  const anyway = stopsAnyway(document, assess);
  const counts = (f: Finding) => isStop(f) && !anyway.has(f.id);
  const ways: WayOut[] = [];
  const tried: string[] = [];
  const look = (doc: Conversion, more: Partial<LayoutOptions> = {}): Layout | undefined =>
    searchLayouts(doc, {
      seed,
      steps,
      wanted: 1,
      near: true,
      enough: 'wanted',
      stop,
      ...(assess ? { assess } : {}),
      ...more,
    }).layouts[0];
  /** Applied to a copy and assessed by all stations: a way after which anything stops is none. */
  const holds = (way: WayOut): boolean => {
    if (!assess) return true;
    const next = applied(document, [way.change]);
    return next !== undefined && ![...assess(next), ...shortCables(next)].some(counts);
  };
  const add = (found: WayOut) => {
    const way = [found, notched(document, found, assess, counts)].find((w) => w !== undefined && holds(w));
    if (!way) return false;
    ways.push(way);
    ways.sort((a, b) => a.effort - b.effort);
    onWay?.(ways);
    return true;
  };
  const attempt = (i: Intervention): boolean => {
    if (!tried.includes(i.label)) tried.push(i.label);
    const next = applied(document, i.changes);
    if (!next) return false;
    const wayBy = (more: Partial<LayoutOptions> = {}): WayOut | undefined => {
      const layout = look(next, { ...i.search, ...more });
      const way = layout && wayFrom(document, i, layout);
      return way && isHeld(document, way, i.held) ? way : undefined;
    };
    if (!assess) {
      const way = wayBy();
      return way !== undefined && add(way);
    }
    // First wherever joints run: what has no layout then has none. One that keeps clear of them is better than a notch.
    const anywhere = wayBy({ assess: (d) => assess(d).filter((f) => !f.id.startsWith(JOINT)) });
    if (!anywhere) return false;
    const clear = holds(anywhere) ? anywhere : wayBy();
    return (clear !== undefined && add(clear)) || add(anywhere);
  };

  // Where nothing stops there is nothing to find a way out of.
  if (before && !before.some(counts) && partsInside(document).every((id) => id in document.layout.placements))
    return { ways, tried: ['nothing: nothing stops'], ended: 'done' };
  const moved = movedOnly(document, look);
  const rearranged =
    (moved !== undefined && add(moved)) ||
    attempt({ ...NOTHING, id: 'rearrange', label: 'Rearrange what there is', effort: 1, changes: [] });
  tried.push('Raise the lid');
  onProgress?.(0.05, 'raising the lid');
  const ring = ringInPlace(document) ?? (rearranged ? undefined : leastRing(document, look, stop));
  if (ring) add(ring);
  tried.push('Take out features');
  onProgress?.(0.15, 'taking out features');
  const features = featuresInPlace(document) ?? (rearranged ? undefined : leastFeatures(document, look, stop));
  if (features) add(features);

  const failed: Intervention[] = [];
  if (!rearranged && !stop()) {
    onProgress?.(0.2, 'what is in whose way');
    const conflict = conflictOf(document, { seed, stop, ...(assess ? { assess } : {}) });
    // What leaves a conflict as it is can't be a way out of it.
    const helps = ({ touches }: Intervention) =>
      !conflict ||
      touches === undefined ||
      conflict.parts.length === 0 ||
      touches.some((id) => conflict.parts.includes(id));
    const singles = [...raised(document), ...interventions(document)].filter(helps);
    const done = new Set<string>();
    const hopeless = new Set<string>();
    const asked = new Set<string>();
    /** Is there anything in a row of which the largest allows all that the others do? */
    const leadsNowhere = ({ row, nested }: Intervention): boolean => {
      if (row === undefined || !nested) return false;
      if (!asked.has(row)) {
        asked.add(row);
        const all = singles.filter((i) => i.row === row);
        const largest = all.at(-1)!;
        if (all.length > 1) {
          tried.push(largest.label);
          const next = applied(document, largest.changes);
          if (!next || !look(next, largest.search)) hopeless.add(row);
        }
      }
      return hopeless.has(row);
    };
    singles.forEach((single, k) => {
      if (stop()) return;
      onProgress?.(0.3 + 0.5 * (k / singles.length), single.label);
      // Of one row of interventions that get larger, only the least that works is a way.
      if (single.row !== undefined && done.has(single.row)) return;
      if (leadsNowhere(single) || !attempt(single)) failed.push(single);
      else if (single.row !== undefined) done.add(single.row);
    });
  }
  if (!rearranged && ways.length < ENOUGH) {
    const pairs = pairsOf(document, failed);
    pairs.slice(0, MOST_PAIRS).forEach((pair, k) => {
      if (stop() || ways.length >= ENOUGH) return;
      onProgress?.(0.85 + 0.15 * (k / Math.min(MOST_PAIRS, pairs.length)), pair.label);
      attempt(pair);
    });
  }
  const without = !rearranged && !features && ways.length < ENOUGH && !stop() ? cleared(document) : undefined;
  if (without) {
    // Nothing else is enough by itself, nor are the features: what is, once these are cut, too?
    const { before: _, onWay: __, onProgress: ___, ...same } = options;
    const more = waysOutOf(without, {
      ...same,
      onProgress: (_share, what) => onProgress?.(0.9, `${what}, and features cut`),
    });
    tried.push(...more.tried.map((what) => `${what}, and features cut`));
    for (const way of more.ways) {
      const both = alsoCutting(document, way);
      if (both) add(both);
    }
  }
  return { ways, tried, ended: stop() ? 'stopped' : 'done' };
}

/** Those of the ways after which nothing stops, by what stations say after a while, too. */
export async function settledWays(document: Conversion, result: WaysOutResult, settle: Settle): Promise<WaysOutResult> {
  const ways: WayOut[] = [];
  const bare = await settle({ ...document, layout: { ...document.layout, placements: {} } });
  const anyway = new Set(bare.filter(isStop).map((f) => f.id));
  for (const way of result.ways) {
    const next = applied(document, [way.change]);
    if (next && !(await settle(next)).some((f) => isStop(f) && !anyway.has(f.id))) ways.push(way);
  }
  return { ...result, ways };
}
