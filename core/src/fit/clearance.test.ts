import { describe, expect, it } from 'vitest';
import { clearancesOf, hullModel, placeInShell, type Solid, type Wall } from '../assembly';
import {
  applyChange,
  validationIssuesOf,
  defaultBox,
  newConversion,
  type Clearances,
  type Conversion,
} from '../document';
import { partFrom } from '../parts';
import { exactly } from '../quantity';
import type { Vec3 } from '../solid';
import { standardPart } from '../standards';
import { requiredBetween, requiredToWall } from './clearance';

const solid = (more: Partial<Solid> = {}): Solid => ({
  id: 'x/body',
  owner: 'x',
  ownerKind: 'part',
  name: 'body',
  role: 'body',
  shape: { kind: 'box', low: [0, 0, 0], high: [1, 1, 1] },
  moving: false,
  contact: [],
  outside: false,
  end: () => exactly(0),
  ...more,
});
const feature = (more: Partial<Solid> = {}) => solid({ ownerKind: 'feature', ...more });
const down: Vec3 = [0, 0, -1];
const usual = clearancesOf(newConversion('Box', defaultBox()));
const between = (a: Partial<Solid>, b: Partial<Solid>, normal: Vec3 = down) =>
  requiredBetween(solid(a), solid(b), normal, usual).value;

// What has to stay free between two things: 0.5 still, 1 live, 3 moving: common practice, no source; mains by the standard beside it.
describe('the clearance between two solids', () => {
  it('is half a millimetre between things that stand still', () => expect(between({}, {})).toBe(0.5));
  it('is one between a board and anything that conducts, whichever is named first', () => {
    expect(between({ conducts: 'live' }, { conducts: 'metal' })).toBe(1);
    expect(between({ conducts: 'metal' }, { conducts: 'live' })).toBe(1);
    expect(between({ conducts: 'live' }, { conducts: 'live' })).toBe(1);
    expect(between({ conducts: 'metal' }, { conducts: 'metal' })).toBe(0.5);
    expect(between({ conducts: 'live' }, {})).toBe(0.5);
  });
  // IEC 62368-1, creepage for 300 V, pollution degree 2, material group III, reinforced: from memory.
  it('is 6.4 between bare mains and anything that conducts, also where it moves', () => {
    expect(between({ conducts: 'mains' }, { conducts: 'metal' })).toBe(6.4);
    expect(between({ conducts: 'live' }, { conducts: 'mains' })).toBe(6.4);
    expect(between({ conducts: 'mains' }, { conducts: 'metal', moving: true })).toBe(6.4);
    expect(between({ conducts: 'mains' }, {})).toBe(0.5);
  });
  it('what is bare keeps its distance also where it is said to be mounted', () => {
    const bare = solid({ conducts: 'live', contact: ['bottom'] });
    expect(requiredBetween(bare, feature({ conducts: 'metal' }), down, usual).value).toBe(1);
    expect(requiredBetween(bare, feature(), down, usual).value).toBe(0);
  });
  it('is three beside what moves, live or not', () => {
    expect(between({ moving: true }, {})).toBe(3);
    expect(between({ conducts: 'live' }, { conducts: 'metal', moving: true })).toBe(3);
  });
  it('is none at a mount, but only on the side it is mounted on and only to the shell', () => {
    const standoff = solid({ role: 'mount', contact: ['bottom'] });
    expect(requiredBetween(standoff, feature(), down, usual).value).toBe(0);
    expect(requiredBetween(standoff, feature(), [0, 0, 1], usual).value).toBe(0.5);
    expect(requiredBetween(standoff, solid(), down, usual).value).toBe(0.5);
  });
  it('is the larger of what bare mains and what moves keep, whichever is larger', () => {
    const rules = clearancesOf(
      applyChange(newConversion('Box', defaultBox()), { type: 'setClearance', name: 'moving', value: 9 }).document,
    );
    const value = (a: Partial<Solid>, b: Partial<Solid>) => requiredBetween(solid(a), solid(b), down, rules).value;
    expect(value({ conducts: 'mains' }, { conducts: 'metal', moving: true })).toBe(9);
    expect(value({ conducts: 'mains' }, { conducts: 'metal' })).toBe(6.4);
  });
  it('is half a millimetre between what rides together, three to all else', () => {
    expect(between({ moving: true, rides: 'lid' }, { rides: 'lid' })).toBe(0.5);
    expect(between({ moving: true, rides: 'lid' }, { rides: 'drawer' })).toBe(3);
    expect(between({ moving: true }, { rides: 'lid' })).toBe(3);
  });
  it('is none on what carries, from either side, and only squarely', () => {
    const onTop = solid({ contact: ['bottom'] });
    const tray = solid({ carries: true });
    expect(requiredBetween(onTop, tray, down, usual).value).toBe(0);
    expect(requiredBetween(tray, onTop, [0, 0, 1], usual).value).toBe(0);
    expect(requiredBetween(tray, onTop, down, usual).value).toBe(0.5);
    const leaning: Vec3 = [0, Math.sin(0.03), -Math.cos(0.03)];
    expect(requiredBetween(onTop, tray, leaning, usual).value).toBe(0.5);
  });
  it('is none around a room: the room is the clearance', () => {
    expect(between({ role: 'plug room' }, { moving: true })).toBe(0);
    expect(between({}, { role: 'plug room' })).toBe(0);
  });
});

describe('the clearance to a wall', () => {
  const floor: Wall = hullModel(newConversion('Box', defaultBox()).shell).walls.find((w) => w.face === 'bottom')!;
  const metal = { metalShell: true, clearances: usual };
  const wood = { metalShell: false, clearances: usual };
  it('is none where the part is screwed to it', () =>
    expect(requiredToWall(solid({ contact: ['bottom'] }), floor, metal).value).toBe(0));
  it('is none at a wall up to 2.5° from square, half a millimetre at one that leans more', () => {
    const leaning = (degrees: number): Wall => {
      const angle = (degrees * Math.PI) / 180;
      return { ...floor, normal: [0, Math.sin(angle), Math.cos(angle)] };
    };
    const standing = solid({ contact: ['bottom'] });
    expect(requiredToWall(standing, leaning(2.4), wood).value).toBe(0);
    expect(requiredToWall(standing, leaning(2.7), wood).value).toBe(0.5);
    expect(requiredToWall(solid({ contact: ['top'] }), floor, wood).value).toBe(0.5);
    expect(requiredToWall(solid({ role: 'plug room' }), floor, metal).value).toBe(0);
  });
  it('is one between a board and a metal shell, half a millimetre in one that does not conduct', () => {
    expect(requiredToWall(solid({ conducts: 'live' }), floor, metal).value).toBe(1);
    expect(requiredToWall(solid({ conducts: 'live' }), floor, wood).value).toBe(0.5);
    expect(requiredToWall(solid({ conducts: 'metal' }), floor, metal).value).toBe(0.5);
    expect(requiredToWall(solid({ conducts: 'live', contact: ['bottom'] }), floor, metal).value).toBe(1);
    expect(requiredToWall(solid({ conducts: 'mains' }), floor, metal).value).toBe(6.4);
    // Its own opening is there: nothing of that wall, and all of another.
    expect(requiredToWall(solid({ conducts: 'mains', through: ['bottom'] }), floor, metal).value).toBe(0);
    expect(requiredToWall(solid({ conducts: 'mains', through: ['rear'] }), floor, metal).value).toBe(6.4);
  });
});

describe('clearances that are chosen for a plan', () => {
  const plan = newConversion('Box', defaultBox());
  const chosen = (name: keyof Clearances, value: number | null, from = plan): Conversion =>
    applyChange(from, { type: 'setClearance', name, value }).document;
  it('take the place of the usual ones, with these named', () => {
    const rules = clearancesOf(chosen('static', 2));
    const { value, source } = requiredBetween(solid(), solid(), down, rules);
    expect(value).toBe(2);
    expect(source.title).toContain('usually 0.5 mm');
    expect(requiredBetween(solid({ moving: true }), solid(), down, rules).value).toBe(3);
    expect(
      requiredToWall(solid(), hullModel(plan.shell).walls[0]!, { metalShell: false, clearances: rules }).value,
    ).toBe(2);
  });
  it('are one object as long as they are the same, and leave nothing behind when they are taken back', () => {
    const plans = chosen('moving', 5);
    expect(clearancesOf(plans)).toBe(clearancesOf({ layout: { ...plans.layout } }));
    expect(chosen('moving', null, plans)).toEqual(plan);
  });
  it('never lessen what mains keep', () => expect(validationIssuesOf(chosen('mains', 3))[0]?.message).toContain('6.4'));
  it('spread marking out to every place that is marked', () => {
    const part = partFrom(standardPart('drive/2.5-15')!, 'Drive');
    const at = { x: 60, y: 60, z: 40, rear: 'rear', top: 'top', locked: false } as const;
    const play = (document: Conversion) =>
      placeInShell('drive-1', part, at, document)
        .solids[0]!.end(0, false)
        .terms.find((t) => t.id.startsWith('/layout'))!;
    expect(play(plan).uncertainty).toBe(0.5);
    expect(play(chosen('markingOut', 1.5)).uncertainty).toBe(1.5);
  });
});
