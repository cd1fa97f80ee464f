import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Route } from '../fit';
import { kindOf } from '../parts';
import { CHASSIS_LIMIT, DC_BOARD_EFFICIENCY, type Rail } from '../standards';
import { adviceFor, atWall, budgetOf, ratedAt, type Advice, type AtWall, type Budget } from './budget';
import { chainsOf, type ChainLink } from './chains';
import { earthList, mainsInside, type EarthBond } from './earth';
import { discharge, fuseFor } from './mains';
import { judgeSource, judgeTrigger, type Judged } from './sources';
import { wiresOf, type Wire } from './wires';

/** One supply or DC board as the budget sees it. */
export interface Feed {
  part: string;
  name: string;
  kind: 'supply' | 'brick';
  /** W; undefined: not known yet. */
  rating: number | undefined;
  rails: { rail: Rail; amps: number; limit: number }[];
  judged: Judged[];
}

export interface PowerReport {
  budget: Budget;
  advice: Advice;
  feeds: Feed[];
  /** W of all feeds together; undefined where one is not known. */
  rating: number | undefined;
  wires: Wire[];
  chains: ChainLink[];
  trigger: { id: string; words: string }[];
  wall: AtWall;
  /** Mains: whether there are any, steady current at the wall, and its fuse. */
  mains: boolean;
  volts: number;
  wallAmps: number;
  fuse: { size: number | undefined; least: number };
  /** s until a capacitor is under 60 V; undefined where none is told of. */
  discharge: number | undefined;
  earth: EarthBond[];
}

/** A mains lead in a wall stands, A, where nothing is said (IEC 60320 C14). */
const INLET = 10;

/** All figures of how the machine is fed. `routes`: the real ways of its cables, where they are computed. Pure. */
export function powerReport(document: Conversion, assembly: Assembly, routes?: readonly Route[]): PowerReport {
  const budget = budgetOf(document);
  const { power, kit } = document;
  const { peak, start } = budget.loads;
  const parts = Object.entries(kit.parts);
  const supplies = parts.filter(([, p]) => kindOf(p) === 'supply');
  const bricks = supplies.length > 0 ? [] : parts.filter(([, p]) => kindOf(p) === 'brick');
  const feeds = [
    ...supplies.map(([part, made]): Feed => {
      const said = power.supplies[part];
      // Two supplies: each its share, as nothing says which feeds what.
      const share = 1 / supplies.length;
      const rails = Object.entries(said?.rails ?? {}).map(([rail, limit]) => ({
        rail: rail as Rail,
        limit: limit ?? 0,
        amps:
          (share * Math.max(peak.rails[rail as Rail], start.rails[rail as Rail])) /
          (rail === '12 V' ? 12 : rail === '3.3 V' ? 3.3 : 5),
      }));
      return { part, name: made.name, kind: 'supply', rating: said?.rating, rails, judged: [] };
    }),
    ...bricks.map(([part, made]): Feed => {
      const source = power.sources[part];
      const watts = Math.max(peak.total, start.total) / bricks.length;
      return {
        part,
        name: made.name,
        kind: 'brick',
        rating: source ? Math.min(source.gives, source.volts * source.amps * DC_BOARD_EFFICIENCY) : undefined,
        rails: [],
        judged: source ? judgeSource(source, watts, DC_BOARD_EFFICIENCY) : [],
      };
    }),
  ];
  const rating =
    feeds.length > 0 && feeds.every((f) => f.rating !== undefined)
      ? feeds.reduce((sum, f) => sum + f.rating!, 0)
      : undefined;
  const advice = adviceFor(budget);
  const wall = atWall(document, budget, rating ?? ratedAt(document, () => budget));
  const volts = Number(power.mains?.volts ?? '230');
  const wallAmps = wall.peak / volts;
  const inlet = power.mains?.inlet ?? INLET;
  const { bleed } = power;
  return {
    budget,
    advice,
    feeds,
    rating,
    wires: wiresOf(document, assembly, budget, routes),
    chains: chainsOf(document, budget),
    trigger: power.trigger ? judgeTrigger(power.trigger) : [],
    wall,
    mains: mainsInside(document) || power.mains !== undefined,
    volts,
    wallAmps,
    fuse: fuseFor(wallAmps, Math.min(inlet, CHASSIS_LIMIT[18])),
    discharge: bleed ? discharge(bleed.microfarad, bleed.volts, bleed.kiloohm) : undefined,
    earth: earthList(document, assembly),
  };
}
