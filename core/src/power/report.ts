import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import type { Route } from '../fit';
import { kindOf } from '../parts';
import { CHASSIS_LIMIT, DC_BOARD_EFFICIENCY, RAIL_VOLTS, type Rail } from '../standards';
import { adviceFor, atWall, budgetOf, ratingOf, type Advice, type AtWall, type Budget } from './budget';
import { chainsOf, type ChainLink } from './chains';
import { carriedBy, type SupplyLoad } from './feeding';
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
  /** What hangs on it. */
  carried: SupplyLoad;
  /** What would be right for that. */
  advice: Advice;
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
  const ofKind = (kind: 'supply' | 'brick') => Object.entries(kit.parts).filter(([, p]) => kindOf(p) === kind);
  const supplies = ofKind('supply');
  const kind = supplies.length > 0 ? 'supply' : 'brick';
  const feeding = supplies.length > 0 ? supplies : ofKind('brick');
  const carried = carriedBy(
    document,
    assembly,
    budget,
    feeding.map(([part]) => part),
  );
  const feeds = feeding.map(([part, made]): Feed => {
    const own = carried.get(part)!;
    const { peak, start } = own.loads;
    const feed = { part, name: made.name, kind, carried: own, advice: adviceFor(own.loads, kind) } as const;
    if (kind === 'brick') {
      const source = power.sources[part];
      return {
        ...feed,
        rating: source ? Math.min(source.gives, source.volts * source.amps * DC_BOARD_EFFICIENCY) : undefined,
        rails: [],
        judged: source ? judgeSource(source, Math.max(peak.total, start.total), DC_BOARD_EFFICIENCY) : [],
      };
    }
    const said = power.supplies[part];
    const rails = (Object.entries(said?.rails ?? {}) as [Rail, number | undefined][]).map(([rail, limit]) => ({
      rail,
      limit: limit ?? 0,
      amps: Math.max(peak.rails[rail], start.rails[rail]) / RAIL_VOLTS[rail],
    }));
    return { ...feed, rating: said?.rating, rails, judged: [] };
  });
  const rating =
    feeds.length > 0 && feeds.every((f) => f.rating !== undefined)
      ? feeds.reduce((sum, f) => sum + f.rating!, 0)
      : undefined;
  const advice = adviceFor(budget.loads, kind);
  const wall = atWall(
    document,
    feeds.length > 0
      ? feeds.map((f) => ({
          loads: f.carried.loads,
          rating: f.rating ?? (kind === 'supply' ? ratingOf(document, f.part, f.carried.loads) : (f.advice.buy ?? 500)),
        }))
      : [{ loads: budget.loads, rating: advice.buy ?? 500 }],
  );
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
