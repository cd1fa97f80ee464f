import { assemble } from '../../assembly';
import { applyChange, type Conversion, type Part, type Placement } from '../../document';
import { byUrgency, marginsOfPart, placeFor, shortAt, stopsAt } from '../../fit';
import type { Assess } from '../judged';

/** What came of trying a part: a place, or what stops with it in every place there is. */
export interface Trial {
  tried?: Tried;
  stopped?: string;
}

/** A place for one part in a plan, everything else staying; checked by all that can be asked. */
export interface Tried {
  placement: Placement;
  spare: number;
  tight: boolean;
}

/** Puts a part into a copy of the plan. */
export const withPart = (document: Conversion, id: string, part: Part, placement?: Placement): Conversion =>
  applyChange(document, { type: 'addPart', id, part, ...(placement ? { placement } : {}) }).document;

/**
 * A place for one more part, everything else staying where it is: none, where there is none on a grid of 2 mm, or where any
 * station stops with it that did not stop before.
 */
export function tryPart(document: Conversion, id: string, part: Part, assess?: Assess): Trial {
  const plan = withPart(document, id, part);
  let stopped: string | undefined;
  // Most has a place on a coarse grid; only what has none there is looked for on a fine one.
  for (const step of STEPS)
    for (const { placement } of placeFor(plan, assemble(plan), id, { step }).proposals) {
      const there = withPart(document, id, part, placement);
      const stop = assess && newStop(document, there, assess);
      if (stop !== undefined) {
        stopped ??= stop;
        continue;
      }
      const assembly = assemble(there);
      const margins = marginsOfPart(
        assembly,
        assembly.parts.find((p) => p.id === id)!,
      );
      const nearest = margins.filter((m) => m.kind === 'body').sort(byUrgency)[0];
      return { tried: { placement, spare: nearest?.spare ?? Infinity, tight: shortAt(margins).length > 0 } };
    }
  return stopped === undefined ? {} : { stopped };
}

/** Steps of the grid of places, mm. */
const STEPS = [6, 2] as const;

/** What stops in a plan that did not stop before, in the station’s words. */
export function newStop(document: Conversion, there: Conversion, assess: Assess): string | undefined {
  const before = stopsBefore(document, assess);
  return stopping(assess(there)).find((f) => !before.has(f.id))?.sentence;
}

const known = new WeakMap<Conversion, ReadonlySet<string>>();

/** What stops in a plan anyway; every part that is tried on it asks. */
function stopsBefore(document: Conversion, assess: Assess): ReadonlySet<string> {
  const before = known.get(document) ?? new Set(stopping(assess(document)).map((f) => f.id));
  known.set(document, before);
  return before;
}

const stopping = (findings: ReturnType<Assess>) =>
  findings.filter((f) => f.verdict === 'stop' && f.accepted === undefined);

/** The last of some sizes, least first, that holds, where each that holds leaves those before it; undefined: none does. */
export function largest(sizes: readonly number[], holds: (size: number) => boolean): number | undefined {
  let [low, high] = [-1, sizes.length];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (holds(sizes[middle]!)) low = middle;
    else high = middle;
  }
  return sizes[low];
}

/** The greatest value between one that holds and one that may not, to a step. */
export function greatest(from: number, to: number, step: number, holds: (value: number) => boolean): number {
  const count = Math.floor((to - from) / step);
  return (
    largest(
      Array.from({ length: count }, (_, i) => from + (i + 1) * step),
      holds,
    ) ?? from
  );
}

/** Does a part stand where it is put without a stop, by its own margins? */
export function standsAt(document: Conversion, id: string, part: Part, placement: Placement): boolean {
  const assembly = assemble(withPart(document, id, part, placement));
  return (
    stopsAt(
      marginsOfPart(
        assembly,
        assembly.parts.find((p) => p.id === id)!,
      ),
    ).length === 0
  );
}
