import type { Conversion, Lift } from '../../document';
import type { Balance } from '../../fit';

/** What one hinge, rail or strap carries against what it is rated for. */
export interface CarriedMass {
  id: string;
  name: string;
  /** kg on each, and what it is rated for. */
  each: number;
  rating: number;
  /** Rating over load. */
  safety: number;
  ok: boolean;
}

export interface WeightReport {
  kilograms: number;
  /** kg that one person may lift so, by the equation; and over it. */
  limit: number;
  index: number;
  people: number;
  /** Multipliers by name, for the question mark. */
  multipliers: { name: string; value: number }[];
  carried: CarriedMass[];
  tips: Balance['tips'];
  /** How one gets it there, in words. */
  advice: string[];
}

/** kg in the best posture (NIOSH lifting equation of 1991, from memory). */
const CONSTANT = 23;
/** Hinges and rails are loaded up to half of their rating: opened doors and pulled rails swing. Common practice, no source. */
const SAFETY = 2;
/** Two carry twice, but not three times three. Common practice, no source. */
const SHARE = [1, 1, 0.9, 0.85, 0.8, 0.8, 0.8];
const USUAL: Lift = { reach: 400, from: 0, to: 750, people: 1 };
/** So many parts are taken out before it is carried, at most. */
const MOST_OUT = 4;
/** A degree by which a machine on a rug or with a cable at it stands askew. Common practice, no source. */
const ASKEW = 10;

/**
 * Recommended weight by the NIOSH equation: 23 kg × HM × VM × DM, with H, V and D in cm:
 * HM = 25/H, VM = 1 − 0.003 |V − 75|, DM = 0.82 + 4.5/D; H from 25 to 63, V to 175, D from 25 on; beyond, nothing.
 */
export function recommended({ reach, from, to }: Pick<Lift, 'reach' | 'from' | 'to'>): {
  limit: number;
  multipliers: WeightReport['multipliers'];
} {
  const H = Math.max(25, reach / 10);
  // The worse of the two ends.
  const V = [from / 10, to / 10].reduce((a, b) => (Math.abs(b - 75) > Math.abs(a - 75) ? b : a));
  const D = Math.max(25, Math.abs(to - from) / 10);
  const HM = H > 63 ? 0 : 25 / H;
  const VM = V > 175 ? 0 : 1 - 0.003 * Math.abs(V - 75);
  const DM = D > 175 ? 0 : 0.82 + 4.5 / D;
  return {
    limit: CONSTANT * HM * VM * DM,
    multipliers: [
      { name: 'hands from the body', value: HM },
      { name: 'height of the hands', value: VM },
      { name: 'way up or down', value: DM },
    ],
  };
}

/** How many may lift so much together, where up to four may. */
const peopleFor = (kilograms: number, alone: number): number | undefined =>
  [2, 3, 4].find((n) => alone * n * SHARE[n]! >= kilograms);

/** Who else lifts, or what comes out first: as few parts as make it light enough, the heaviest first. */
function lighterWords({ kit, layout }: Conversion, kilograms: number, limit: number, alone: number): string {
  const people = peopleFor(kilograms, alone);
  const lift = people === undefined ? 'It is too much for four.' : `It takes ${['two', 'three', 'four'][people - 2]}`;
  const heaviest = Object.entries(kit.parts)
    .filter(([id]) => id in layout.placements)
    .map(([, part]) => part)
    .sort((a, b) => b.mass - a.mass);
  let left = kilograms;
  const out: string[] = [];
  for (const part of heaviest) {
    if (left <= limit || out.length === MOST_OUT) break;
    left -= part.mass / 1000;
    out.push(part.name);
  }
  if (left > limit || out.length === 0) return people === undefined ? `${lift} Use a hoist or casters.` : `${lift}.`;
  const listed = out.length > 1 ? `${out.slice(0, -1).join(', ')} and ${out.at(-1)}` : out[0]!;
  return `${lift}${people === undefined ? ' T' : ', or t'}ake ${listed} out before it is carried.`;
}

/** Lifting, hanging, tipping. Pure. */
export function weightOf(document: Conversion, balance: Balance): WeightReport {
  const { build, kit } = document;
  const kilograms = (balance.parts + balance.shell) / 1000;
  const lift = build.lift ?? USUAL;
  const { limit: alone, multipliers } = recommended(lift);
  const limit = alone * lift.people * (SHARE[lift.people] ?? 0.8);
  const carried = Object.entries(build.holds).map(([id, hold]): CarriedMass => {
    const part = hold.carries === undefined ? undefined : kit.parts[hold.carries];
    const each = (part ? part.mass / 1000 : kilograms) / hold.count;
    const safety = each > 0 ? hold.rating / each : Infinity;
    return { id, name: hold.name, each, rating: hold.rating, safety, ok: safety >= SAFETY };
  });
  const index = limit > 0 ? kilograms / limit : Infinity;
  const advice: string[] = [];
  if (index > 1) {
    advice.push(
      kilograms > 2 * CONSTANT
        ? 'Take out what comes out first: drives, supply, card; it is lighter in pieces.'
        : lighterWords(document, kilograms, limit, alone),
    );
    if (lift.from < 300)
      advice.push(
        'From the floor: tip it onto its edge, a board under it, and walk it up onto a low box first; then the table is half as far.',
      );
    if (lift.to < 300)
      advice.push(
        'Under a table alone: on a blanket or a board with casters, pushed from the front, never carried bent under the edge.',
      );
    if (lift.to > 1200) advice.push('Over the shoulders: a jack or a scissor lift, strapped; nobody under it.');
  } else advice.push('One person can lift it so: close to the body, from the knees, no turning.');
  if (balance.tips.angle < ASKEW)
    advice.push(
      `It tips towards the ${balance.tips.towards} from ${balance.tips.angle.toFixed(0)}° on: wider feet there, or the heavy parts away from it.`,
    );
  return { kilograms, limit, index, people: lift.people, multipliers, carried, tips: balance.tips, advice };
}
