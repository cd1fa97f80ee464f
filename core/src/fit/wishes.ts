import type { Assembly, HullModel, PlacedPart } from '../assembly';
import { faceWords } from '../document';
import type { Conversion, Wish } from '../document';
import type { Finding } from '../findings';
import { kindOf } from '../parts';
import { boundsOf, type Vec3 } from '../solid';
import { mm, nameOf } from './words';

/** What a wish is about, with the least a wish needs to know of it. */
export interface Boxed {
  id: string;
  low: Vec3;
  high: Vec3;
  rear: string;
  hot: boolean;
}

/** How a wish stands: whether it holds, and the figure that decides, mm. */
export interface WishState {
  holds: boolean;
  value: number;
  /** What the value has to be at most or at least. */
  limit: number;
}

/** A part counts as on a face when it is no farther from it than this, mm (common practice, no source). */
const ON_FACE = 6;
/** Parts that are kept together are no farther apart than this, mm (common practice, no source). */
const TOGETHER = 5;

const HOT = new Set(['board', 'supply', 'card', 'radiator']);

export const boxedOf = (part: PlacedPart): Boxed => ({
  id: part.id,
  low: part.low,
  high: part.high,
  rear: part.placement.rear,
  hot: HOT.has(kindOf(part.part) ?? ''),
});

/** Gap between two boxes, mm; 0 where they touch or overlap. */
export const gapBetween = (a: Pick<Boxed, 'low' | 'high'>, b: Pick<Boxed, 'low' | 'high'>): number =>
  Math.hypot(...[0, 1, 2].map((i) => Math.max(0, a.low[i]! - b.high[i]!, b.low[i]! - a.high[i]!)));

const overlapsInPlan = (a: Boxed, b: Boxed) =>
  [0, 1].every((i) => a.low[i]! < b.high[i]! - 1e-6 && b.low[i]! < a.high[i]! - 1e-6);

/** How a wish between two parts stands; undefined when it is not about these two. */
export function pairWish(wish: Wish, a: Boxed, b: Boxed): WishState | undefined {
  if (wish.kind === 'not above heat') {
    if (wish.part !== a.id && wish.part !== b.id) return undefined;
    const [self, other] = wish.part === a.id ? [a, b] : [b, a];
    if (!other.hot) return undefined;
    const above = self.low[2] - other.high[2];
    const bad = overlapsInPlan(self, other) && above >= -1e-6;
    return { holds: !bad, value: bad ? above : 0, limit: 0 };
  }
  const [self, other] = wish.part === a.id && wish.other === b.id ? [a, b] : [b, a];
  if (wish.part !== self.id || wish.other !== other.id) return undefined;
  const gap = gapBetween(self, other);
  switch (wish.kind) {
    case 'near':
      return { holds: gap <= wish.distance + 1e-6, value: gap, limit: wish.distance };
    case 'together':
      return { holds: gap <= TOGETHER + 1e-6, value: gap, limit: TOGETHER };
    case 'apart':
      return { holds: gap >= wish.distance - 1e-6, value: gap, limit: wish.distance };
    case 'level': {
      const off = Math.abs(self.low[2] - other.low[2]);
      return { holds: off <= wish.distance + 1e-6, value: off, limit: wish.distance };
    }
    case 'above': {
      const over = self.low[2] - other.high[2];
      return { holds: over >= -1e-6, value: over, limit: 0 };
    }
    default:
      return undefined;
  }
}

/** How a wish about one part and the shell stands; undefined for the other kinds. */
export function ownWish(wish: Wish, part: Boxed, hull: HullModel): WishState | undefined {
  if (wish.part !== part.id) return undefined;
  if (wish.kind === 'facing') return { holds: part.rear === wish.face, value: 0, limit: 0 };
  if (wish.kind !== 'on face') return undefined;
  const walls = hull.walls.filter((w) => w.face === wish.face);
  const box = boundsOf([{ kind: 'box', low: part.low, high: part.high }]);
  const gaps = walls.map(
    ({ normal, offset }) => normal.reduce((sum, n, i) => sum + n * (n > 0 ? box.low[i]! : box.high[i]!), 0) - offset,
  );
  const gap = Math.min(Infinity, ...gaps);
  return { holds: gap <= ON_FACE + 1e-6, value: gap, limit: ON_FACE };
}

/** How a wish stands in a layout; undefined while a part of it is outside, and for `reachable`, which asks the order. */
export function wishState(wish: Wish, assembly: Assembly): WishState | undefined {
  const parts = assembly.parts.map(boxedOf);
  const self = parts.find((p) => p.id === wish.part);
  if (!self || wish.kind === 'reachable') return undefined;
  const own = ownWish(wish, self, assembly.hull);
  if (own) return own;
  if (wish.kind === 'not above heat') {
    const states = parts.filter((p) => p.id !== self.id).map((p) => pairWish(wish, self, p));
    return states.find((s) => s && !s.holds) ?? { holds: true, value: 0, limit: 0 };
  }
  const other = parts.find((p) => p.id === wish.other);
  return other && pairWish(wish, self, other);
}

/** A wish as the tape on a part says it. */
export function wishWords(document: Conversion, wish: Wish): string {
  const other = wish.other ? nameOf(document, { kind: 'part', id: wish.other }) : '';
  switch (wish.kind) {
    case 'near':
      return `within ${mm(wish.distance)} of ${other}`;
    case 'apart':
      return `${mm(wish.distance)} or more from ${other}`;
    case 'together':
      return `together with ${other}`;
    case 'level':
      return `level with ${other}`;
    case 'above':
      return `above ${other}`;
    case 'on face':
      return `on the ${faceWords(wish.face ?? '')}`;
    case 'facing':
      return `rear to the ${wish.face}`;
    case 'not above heat':
      return 'not above heat';
    case 'reachable':
      return 'reachable';
  }
}

/** Wishes that do not hold. */
export function wishFindings(document: Conversion, assembly: Assembly): Finding[] {
  return Object.entries(document.layout.wishes).flatMap(([id, wish]): Finding[] => {
    const state = wishState(wish, assembly);
    if (!state || state.holds) return [];
    const part = nameOf(document, { kind: 'part', id: wish.part });
    const measured = wish.kind !== 'facing' && wish.kind !== 'not above heat';
    return [
      {
        id: `fit/wish/${id}`,
        station: 'fit',
        verdict: 'warn',
        sentence: `${part} should be ${wishWords(document, wish)}${
          measured ? `; it is ${mm(Math.abs(state.value))}${WISH_FIGURE[wish.kind] ?? ''}` : ', and is not'
        }.`,
        brief: `wish: ${wish.kind}`,
        figures: measured
          ? [
              {
                label: wishWords(document, wish),
                value: state.value,
                unit: 'mm',
                source: { kind: 'computed', title: 'between the boxes around the parts’ bodies' },
              },
            ]
          : [],
        about: [wish.part, wish.other].flatMap((p) => (p ? [{ kind: 'part' as const, id: p }] : [])),
      },
    ];
  });
}

const WISH_FIGURE: Partial<Record<Wish['kind'], string>> = {
  near: ' away',
  apart: ' away',
  together: ' away',
  level: ' off',
  above: ' too low',
  'on face': ' away from it',
};
