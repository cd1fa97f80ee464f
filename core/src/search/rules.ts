import { type Assembly, faceReaches } from '../assembly';
import { openingsOf, thinWebs, type ThinWeb } from '../cut';
import type { Conversion } from '../document';
import { faceName, isChosen, linksOf, type Balance, type Margin } from '../fit';
import { kindOf } from '../parts';
import { practice } from '../standards';
import type { Source } from '../quantity';

/** A rule that every layout keeps; the search tries nothing that breaks it. */
export interface HardRule {
  id: string;
  words: string;
  source: Source;
}

/** What a layout has to keep, in the words of the bench. */
export const HARD_RULES: readonly HardRule[] = [
  {
    id: 'stops',
    words:
      'Applied to a copy of the plan no station says stop. Less room than is wanted is only tried where all that is wanted leads nowhere; the stations’ warnings are shown with the layout.',
    source: practice,
  },
  {
    id: 'outside',
    words: 'Sockets and inlets reach an outer face that the policy and the brief allow, and their openings lie on it.',
    source: practice,
  },
  {
    id: 'faces',
    words:
      'Sockets, inlets and brackets look where you chose, nothing through the floor; another face only where that leads nowhere.',
    source: practice,
  },
  { id: 'conserve', words: 'Under Conserve openings lie in openings the shell already has.', source: practice },
  {
    id: 'web',
    words: 'Openings of two parts leave the web that the material wants, or, where that leads nowhere, do not meet.',
    source: practice,
  },
  {
    id: 'riser',
    words: 'A card sits in its board’s slot, or is no farther from it than its riser reaches.',
    source: practice,
  },
  { id: 'air', words: 'An intake does not starve; its tolerable air first.', source: practice },
  {
    id: 'plugs',
    words: 'Every plug has the room to go in; 15 mm less of it at most, where that leads nowhere otherwise.',
    source: practice,
  },
  { id: 'sweep', words: 'Nothing stands where a mechanism or a drawer moves.', source: practice },
  {
    id: 'seat',
    words: 'A part is screwed to a wall or the floor; only where that leads nowhere may it hang on a bracket.',
    source: practice,
  },
  { id: 'wishes', words: 'Your wishes hold.', source: practice },
  { id: 'locks', words: 'What is locked stays.', source: practice },
];

/** What the soft rules look at. */
export interface Scene {
  document: Conversion;
  assembly: Assembly;
  margins: readonly Margin[];
  balance: Balance;
  /** Parts that hang on brackets. */
  hanging: readonly string[];
}

/** How a layout does by one rule: 0 (bad) to 1 (good), the figure, and what there is to say. */
export interface Mark {
  score: number;
  figure: number;
  unit: 'mm' | 'count' | 'percent' | 'degree';
  good?: string;
  bad?: string;
}

/** A rule by which layouts are better or worse. */
export interface SoftRule {
  id: string;
  name: string;
  why: string;
  weight: number;
  mark: (scene: Scene) => Mark;
}

const centimetres = (mm: number) => `${Math.round(mm / 10)} cm`;

/** Falls from 1 at `best` to 0 at `worst`. */
const between = (value: number, best: number, worst: number) =>
  Math.min(1, Math.max(0, (worst - value) / (worst - best)));

/** By what layouts are compared; weights are ours and stand here, common practice, no source. */
export const SOFT_RULES: readonly SoftRule[] = [
  {
    id: 'margins',
    name: 'Tightest margin',
    why: 'What is planned tight turns out tighter; 3 mm to spare forgives a tape measure.',
    weight: 3,
    mark: ({ margins }) => {
      const spare = Math.min(20, ...margins.filter((m) => m.kind === 'body').map((m) => m.spare));
      return {
        score: between(spare, 3, 0),
        figure: spare,
        unit: 'mm',
        ...(spare >= 2 ? { good: `${spare.toFixed(1)} mm to spare everywhere` } : {}),
        ...(spare < 0.8 ? { bad: `only ${spare.toFixed(1)} mm to spare at the tightest` } : {}),
      };
    },
  },
  {
    id: 'cut',
    name: 'New cutting',
    why: 'What is not cut can’t be cut wrong, and goes back.',
    weight: 2,
    mark: ({ document, assembly }) => {
      const openings = openingsOf(document, assembly).filter((o) => o.kind === 'cut');
      const fresh = openings.filter((o) => !o.inExisting && !o.made);
      const length = fresh.reduce((sum, o) => sum + o.length, 0);
      const used = openings.length - fresh.length;
      return {
        score: between(length, 200, 2500),
        figure: length,
        unit: 'mm',
        ...(used > 0 ? { good: `${used} opening${used > 1 ? 's' : ''} of the shell used again` } : {}),
        ...(length > 1500 ? { bad: `${centimetres(length)} of new cut` } : {}),
      };
    },
  },
  {
    id: 'faces',
    name: 'Faces that were chosen',
    why: 'Plugs and their cables stay where you want them; what stands on its floor has nothing to look through it for.',
    weight: 2.5,
    mark: ({ document, assembly }) => {
      const fresh = new Set(
        openingsOf(document, assembly)
          .filter((o) => o.kind === 'cut' && !o.inExisting && !o.made && o.part !== undefined)
          .map((o) => o.id.slice(0, o.id.lastIndexOf('/'))),
      );
      const others = assembly.parts.flatMap((part) =>
        faceReaches(assembly, part)
          .filter(({ face, wall, reaches }) => reaches && wall && fresh.has(`${part.id}/${face.id}`))
          .filter(({ face, wall }) => !isChosen(document, part.id, face.direction, wall!.face))
          .map(({ face, wall }) =>
            wall!.face === 'bottom'
              ? `${part.part.name}: ${face.name} goes through the floor`
              : `${part.part.name}: ${face.name} looks through the ${faceName(document, wall!.face)}, which was not chosen`,
          ),
      );
      return {
        score: others.length > 0 ? 0 : 1,
        figure: others.length,
        unit: 'count',
        ...(others[0] ? { bad: others[0] } : {}),
      };
    },
  },
  {
    id: 'webs',
    name: 'Webs beside openings',
    why: 'Thin webs break out; an opening that runs into an old one leaves a hole nobody wanted.',
    weight: 1.5,
    mark: ({ document, assembly }) => {
      const thin = thinWebs(document, assembly);
      const worst = thin.reduce<ThinWeb | undefined>((a, b) => (!a || b.web < a.web ? b : a), undefined);
      const lost = thin.reduce((sum, t) => sum + (t.web >= 0 ? 0.2 : t.beside.kind === 'opening' ? 0.4 : 1), 0);
      return {
        score: Math.max(0, 1 - lost),
        figure: thin.length,
        unit: 'count',
        ...(worst
          ? {
              bad:
                worst.web < 0
                  ? `${worst.opening.name} runs into ${worst.beside.name}`
                  : `only ${worst.web.toFixed(1)} mm of wall beside ${worst.opening.name}`,
            }
          : {}),
      };
    },
  },
  {
    id: 'cables',
    name: 'Cables',
    why: 'Short cables leave room for air and hands.',
    weight: 2,
    mark: ({ document, assembly }) => {
      const links = linksOf(document, assembly);
      const lengths = links.map((l) => Math.hypot(...l.from.at.map((v, i) => v - l.to.at[i]!)));
      const total = lengths.reduce((sum, l) => sum + l, 0);
      const mean = links.length > 0 ? total / links.length : 0;
      const riser = links.findIndex((l) => l.kind === 'riser');
      const reach = riser >= 0 ? lengths[riser]! : 0;
      const inSlot = assembly.parts.find((p) => p.pluggedInto && p.plug?.into === 'slot');
      return {
        score: between(mean, 60, 400),
        figure: total,
        unit: 'mm',
        ...(inSlot
          ? { good: `${inSlot.part.name} sits in the slot of the board, no riser to buy` }
          : links.length > 0 && mean < 140
            ? { good: `short cables, ${centimetres(total)} in all` }
            : {}),
        ...(reach > 200
          ? { bad: `the riser has to reach ${centimetres(reach)}` }
          : mean > 280
            ? { bad: `long cables, ${centimetres(total)} in all` }
            : {}),
      };
    },
  },
  {
    id: 'air',
    name: 'Air at the intakes',
    why: 'An intake with less than its room is louder and warmer.',
    weight: 3,
    mark: ({ margins, assembly, document }) => {
      const short = margins.filter((m) => m.kind === 'air' && m.spare < 0);
      const worst = Math.min(1, ...short.map((m) => m.distance / Math.max(1, m.required.value)));
      const name = short[0] && document.kit.parts[short[0].part]?.name;
      const fans = assembly.parts.filter((p) => kindOf(p.part) === 'fan' || kindOf(p.part) === 'radiator');
      return {
        score: worst,
        figure: 100 * worst,
        unit: 'percent',
        ...(short.length === 0 && fans.length > 0 ? { good: 'every fan has all its air room' } : {}),
        ...(worst < 0.85 && name ? { bad: `${name}: ${Math.round(100 * worst)} % of the air room it wants` } : {}),
      };
    },
  },
  {
    id: 'exhaust',
    name: 'Warm air out',
    why: 'Warm air rises: an exhaust works best high and near what is hot.',
    weight: 1.5,
    mark: ({ assembly }) => {
      const fans = assembly.parts.filter((p) => kindOf(p.part) === 'fan');
      const hot = assembly.parts.filter((p) => ['board', 'card'].includes(kindOf(p.part) ?? ''));
      if (fans.length === 0 || hot.length === 0) return { score: 0.5, figure: 0, unit: 'mm' };
      const { innerLow, innerHigh } = assembly.hull;
      const distances = fans.map((fan) =>
        Math.min(
          ...hot.map((h) =>
            Math.hypot(...[0, 1].map((i) => (fan.low[i]! + fan.high[i]! - h.low[i]! - h.high[i]!) / 2)),
          ),
        ),
      );
      const nearest = Math.min(...distances);
      const height = Math.max(
        ...fans.map((f) => ((f.low[2] + f.high[2]) / 2 - innerLow[2]) / (innerHigh[2] - innerLow[2])),
      );
      const score = 0.5 * between(nearest, 80, 300) + 0.5 * Math.min(1, height / 0.7);
      return {
        score,
        figure: nearest,
        unit: 'mm',
        ...(score > 0.75 ? { good: 'the fan is high and near what is hot' } : {}),
        ...(score < 0.35 ? { bad: 'the fan is far from what is hot' } : {}),
      };
    },
  },
  {
    id: 'balance',
    name: 'Tips over from',
    why: 'A shell that is heavy on one side tips and is awkward to carry.',
    weight: 1,
    mark: ({ balance, assembly }) => {
      const { low, high } = assembly.hull;
      const off = Math.max(
        ...[0, 1].map((i) => Math.abs(balance.centre[i]! - (low[i]! + high[i]!) / 2) / (high[i]! - low[i]!)),
      );
      const { angle, towards } = balance.tips;
      return {
        score: between(off, 0.05, 0.25),
        figure: angle,
        unit: 'degree',
        ...(off < 0.06 ? { good: 'well balanced' } : {}),
        ...(off > 0.14 ? { bad: `heavy to the ${towards}` } : {}),
      };
    },
  },
  {
    id: 'hanging',
    name: 'Brackets',
    why: 'What hangs in the air needs a bracket that somebody has to make.',
    weight: 2,
    mark: ({ hanging, document }) => ({
      score: between(hanging.length, 0, 3),
      figure: hanging.length,
      unit: 'count',
      ...(hanging.length > 0
        ? {
            bad: `${hanging.map((id) => document.kit.parts[id]!.name).join(', ')} on ${hanging.length === 1 ? 'a bracket' : 'brackets'}`,
          }
        : {}),
    }),
  },
];

export interface Marked {
  /** 0…100 */
  score: number;
  marks: { id: string; name: string; mark: Mark }[];
  good: string[];
  bad: string[];
}

/** Marks a layout by all soft rules. */
export function markOf(scene: Scene): Marked {
  const marks = SOFT_RULES.map(({ id, name, mark }) => ({ id, name, mark: mark(scene) }));
  const weight = SOFT_RULES.reduce((sum, r) => sum + r.weight, 0);
  const score = marks.reduce((sum, m, i) => sum + m.mark.score * SOFT_RULES[i]!.weight, 0) / weight;
  return {
    score: 100 * score,
    marks,
    good: marks.flatMap(({ mark }) => (mark.good ? [mark.good] : [])),
    bad: marks.flatMap(({ mark }) => (mark.bad ? [mark.bad] : [])),
  };
}
