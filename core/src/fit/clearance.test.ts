import { describe, expect, it } from 'vitest';
import { hullModel, type Solid, type Wall } from '../assembly';
import { defaultBox, newConversion } from '../document';
import { exactly } from '../quantity';
import type { Vec3 } from '../solid';
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
const between = (a: Partial<Solid>, b: Partial<Solid>, normal: Vec3 = down) =>
  requiredBetween(solid(a), solid(b), normal).value;

// What has to stay free between two things: the list of required clearances in the handbook, chapter 3.
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
    expect(requiredBetween(bare, feature({ conducts: 'metal' }), down).value).toBe(1);
    expect(requiredBetween(bare, feature(), down).value).toBe(0);
  });
  it('is three beside what moves, live or not', () => {
    expect(between({ moving: true }, {})).toBe(3);
    expect(between({ conducts: 'live' }, { conducts: 'metal', moving: true })).toBe(3);
  });
  it('is none at a mount, but only on the side it is mounted on and only to the shell', () => {
    const standoff = solid({ role: 'mount', contact: ['bottom'] });
    expect(requiredBetween(standoff, feature(), down).value).toBe(0);
    expect(requiredBetween(standoff, feature(), [0, 0, 1]).value).toBe(0.5);
    expect(requiredBetween(standoff, solid(), down).value).toBe(0.5);
  });
  it('is none around a room: the room is the clearance', () => {
    expect(between({ role: 'plug room' }, { moving: true })).toBe(0);
    expect(between({}, { role: 'plug room' })).toBe(0);
  });
});

describe('the clearance to a wall', () => {
  const floor: Wall = hullModel(newConversion('Box', defaultBox()).shell).walls.find((w) => w.face === 'bottom')!;
  it('is none where the part is screwed to it', () =>
    expect(requiredToWall(solid({ contact: ['bottom'] }), floor, true).value).toBe(0));
  it('is one between a board and a metal shell, half a millimetre in one that does not conduct', () => {
    expect(requiredToWall(solid({ conducts: 'live' }), floor, true).value).toBe(1);
    expect(requiredToWall(solid({ conducts: 'live' }), floor, false).value).toBe(0.5);
    expect(requiredToWall(solid({ conducts: 'metal' }), floor, true).value).toBe(0.5);
    expect(requiredToWall(solid({ conducts: 'live', contact: ['bottom'] }), floor, true).value).toBe(1);
    expect(requiredToWall(solid({ conducts: 'mains' }), floor, true).value).toBe(6.4);
  });
});
