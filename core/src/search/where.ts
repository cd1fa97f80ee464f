import { assemble, type Assembly, type PlacedPart } from '../assembly';
import type { Conversion } from '../document';
import { changedRegion, countFree, nearestFree, repaint, type Positions } from '../fit';
import type { Orientation, Vec3 } from '../solid';
import { pieceOf, type Option } from './options';

/** Where a part can go in one orientation: grids of its low ends, one for each way its faces can be met. */
export interface Where extends Orientation {
  maps: { positions: Positions; reasons: string[] }[];
  /** Size of the part's bodies along the shell's axes, mm. */
  size: Vec3;
  free: number;
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
  return wheresOf(optionsOf(document, aroundOf(document, id), id, options));
}

function aroundOf(document: Conversion, id: string): Assembly {
  const whole = assemble(document);
  return { ...whole, parts: whole.parts.filter((p) => p.id !== id) };
}

function optionsOf(document: Conversion, around: Assembly, id: string, { step = 2, only }: WhereOptions): Option[] {
  const wishes = Object.values(document.layout.wishes);
  const one = only ? { only: { rear: only.rear, top: only.top } } : {};
  return pieceOf(document, around, id, { step, stand: 'hanging', wishes, ...one }).options;
}

function wheresOf(options: readonly Option[]): Where[] {
  const found = new Map<string, Where>();
  for (const { posed, positions, seat, free } of options) {
    const { rear, top } = posed.orientation;
    const known = found.get(`${rear} ${top}`) ?? { rear, top, maps: [], size: posed.size, free: 0 };
    known.maps.push({ positions, reasons: seat.reasons });
    known.free += free;
    found.set(`${rear} ${top}`, known);
  }
  return [...found.values()].sort((a, b) => b.free - a.free);
}

/**
 * Answers `whereCanItGo` for one orientation again and again while a plan changes: when only other parts moved since the
 * last time, only the positions they forbade before or forbid now are redone.
 */
export class WhereFinder {
  private last: { key: string; around: Assembly; options: Option[] } | undefined;

  at(document: Conversion, id: string, only: Orientation, step = 2): Where | undefined {
    const around = aroundOf(document, id);
    const { brief, shell, kit, layout } = document;
    const key = JSON.stringify([id, only.rear, only.top, step, brief, shell, kit.parts, layout.wishes]);
    if (this.last?.key === key && this.last.options.length > 0) {
      const moved = movedParts(this.last.around.parts, around.parts);
      for (const option of this.last.options) {
        const region = changedRegion(option.posed.solids, moved);
        if (region) repaint(option.positions, region.low, region.high, (p) => option.paint(p, around));
        option.free = countFree(option.positions);
      }
      this.last.around = around;
    } else this.last = { key, around, options: optionsOf(document, around, id, { step, only }) };
    return wheresOf(this.last.options)[0];
  }
}

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
