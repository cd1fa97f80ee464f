import { assemble, pluggedOf, turnedSize, type Assembly, type PlacedPart } from '../assembly';
import type { Conversion } from '../document';
import { changedRegion, copyOf, countFree, nearestFree, repaint, type Enough, type Positions, type Run } from '../fit';
import { boardOf, isJoined } from '../parts';
import { turnOf, type Orientation, type Vec3 } from '../solid';
import { joined, type Form } from './forms';
import { pieceOf, type Option } from './options';

/** Where a part can go in one orientation: grids of its low ends, one for each way its faces can be met. */
export interface Where extends Orientation {
  maps: { positions: Positions; reasons: string[] }[];
  /** Size of the part's bodies along the shell's axes, mm. */
  size: Vec3;
  free: number;
  /** With all the room that is wanted there is no place: these are the places at which nothing stops. */
  tight?: true;
}

export interface WhereOptions {
  /** Largest step of the grid, mm. */
  step?: number;
  /** Only this orientation; all 24 otherwise. */
  only?: Orientation;
}

/**
 * All feasible positions of a part among everything else as it stands: clear of walls, features and parts, its faces
 * that must reach outside at an outer face that policy and brief allow. Orientations without any are left out; most
 * positions first.
 */
export function whereCanItGo(document: Conversion, id: string, options: WhereOptions = {}): Where[] {
  const subject = subjectOf(document, id);
  const around = aroundOf(subject.document, id);
  const roomy = wheresOf(subject, id, optionsOf(subject.document, around, id, options));
  return roomy.length > 0 ? roomy : tightWheres(subject, around, id, options);
}

/** Where it can go with no less room than does not stop. */
const tightWheres = (subject: Subject, around: Assembly, id: string, options: WhereOptions): Where[] =>
  wheresOf(subject, id, optionsOf(subject.document, around, id, options, 'touching')).map((where) => ({
    ...where,
    tight: true,
  }));

type Subject = Pick<Form, 'document' | 'apart'>;

/** What goes: the part, or a board together with what is plugged into it. */
function subjectOf(document: Conversion, id: string): Subject {
  const plugged = pluggedOf(assemble(document).parts)[id] ?? [];
  const going = plugged.filter((other) => !document.layout.placements[other]?.locked);
  return going.reduce<Subject>(
    (subject, other) => {
      const next = joined(subject.document, id, other, {});
      return { document: next.document, apart: (found) => subject.apart(next.apart(found)) };
    },
    { document, apart: (found) => found },
  );
}

function aroundOf(document: Conversion, id: string): Assembly {
  const whole = assemble(document);
  return { ...whole, parts: whole.parts.filter((p) => p.id !== id) };
}

function optionsOf(
  document: Conversion,
  around: Assembly,
  id: string,
  { step = 2, only }: WhereOptions,
  enough: Enough = 'wanted',
): Option[] {
  const wishes = Object.values(document.layout.wishes);
  const one = only ? { only: { rear: only.rear, top: only.top } } : {};
  return pieceOf(document, around, id, { step, stand: 'hanging', wishes, enough, ...one }).options;
}

function wheresOf({ document, apart }: Subject, id: string, options: readonly Option[]): Where[] {
  const found = new Map<string, Where>();
  for (const { posed, positions, seat, free } of options) {
    const { rear, top } = posed.orientation;
    // Positions of a board that goes with its card are those of the board's own low ends.
    const own = apart({ [id]: { x: 0, y: 0, z: 0, locked: false, rear, top } })[id]!;
    const part = document.kit.parts[id]!;
    const size = isJoined(part) ? turnedSize(id, boardOf(part), turnOf({ rear, top })) : posed.size;
    const known = found.get(`${rear} ${top}`) ?? { rear, top, maps: [], size, free: 0 };
    known.maps.push({ positions: shifted(positions, [own.x, own.y, own.z]), reasons: seat.reasons });
    known.free += free;
    found.set(`${rear} ${top}`, known);
  }
  return [...found.values()].sort((a, b) => b.free - a.free);
}

function shifted(positions: Positions, by: Vec3): Positions {
  if (by.every((v) => v === 0)) return positions;
  const [x, y, z] = positions.runs;
  const moved = (run: Run, i: 0 | 1 | 2): Run => ({ ...run, from: run.from + by[i] });
  const runs: Positions['runs'] = [moved(x, 0), moved(y, 1), moved(z, 2)];
  return { ...positions, runs };
}

/**
 * Answers `whereCanItGo` for one orientation again and again while a plan changes: when only other parts moved since the
 * last time, only the positions they forbade before or forbid now are redone.
 */
export class WhereFinder {
  private last: { key: string; around: Assembly; options: Option[] } | undefined;

  at(document: Conversion, id: string, only: Orientation, step = 2): Where | undefined {
    const subject = subjectOf(document, id);
    const around = aroundOf(subject.document, id);
    const { brief, shell, kit, layout } = subject.document;
    const key = JSON.stringify([
      id,
      only.rear,
      only.top,
      step,
      brief,
      shell,
      kit.parts,
      layout.wishes,
      layout.clearances,
    ]);
    if (this.last?.key === key && this.last.options.length > 0) {
      const moved = movedParts(this.last.around.parts, around.parts);
      for (const option of this.last.options) {
        const region = changedRegion(option.posed.solids, moved, 'wanted', around.clearances);
        if (region) repaint(option.positions, region.low, region.high, (p) => option.paint(p, around));
        option.free = countFree(option.positions);
      }
      this.last.around = around;
    } else this.last = { key, around, options: own(optionsOf(subject.document, around, id, { step, only })) };
    const [roomy] = wheresOf(subject, id, this.last.options);
    return roomy && roomy.free > 0 ? roomy : tightWheres(subject, around, id, { step, only })[0];
  }
}

/** Options whose positions may be altered: those that were found are kept for other questions. */
const own = (options: readonly Option[]): Option[] => options.map((o) => ({ ...o, positions: copyOf(o.positions) }));

/** Parts that stand elsewhere now, as they were and as they are. */
function movedParts(before: readonly PlacedPart[], after: readonly PlacedPart[]): PlacedPart[] {
  const place = (p: PlacedPart | undefined) => p && JSON.stringify(p.placement);
  const ids = new Set([...before, ...after].map((p) => p.id));
  return [...ids].flatMap((id) => {
    const was = before.find((p) => p.id === id);
    const now = after.find((p) => p.id === id);
    if (place(was) === place(now)) return [];
    return [was, now].filter((p): p is PlacedPart => p !== undefined);
  });
}

/** The feasible position nearest to a place, mm; along the axes that are held it stays where it is. */
export function nearestWhere(where: Where, at: Vec3, held: readonly boolean[] = []): Vec3 | undefined {
  let best: Vec3 | undefined;
  let least = Infinity;
  for (const { positions } of where.maps) {
    const near = nearestFree(positions, at, least, held);
    if (!near) continue;
    best = near;
    least = Math.hypot(...near.map((v, i) => v - at[i]!));
  }
  return best;
}
