import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { defaultBox, newConversion, type Conversion, type Placement } from '../document';
import { balanceOf, marginsOf, type Margin } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { markOf, SOFT_RULES, type Scene } from './rules';

/** A box with walls of 2 mm of which all may be cut. */
function bench(parts: Record<string, [key: string, at: Omit<Placement, 'locked'>]>): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(2);
  [hull.width, hull.depth, hull.height] = [404, 304, 204].map((v) => measured(v)) as [never, never, never];
  const document = newConversion('Bench', hull);
  document.brief = { ...document.brief, policy: 'open', blockedFaces: [] };
  for (const [id, [key, at]] of Object.entries(parts)) {
    document.kit.parts[id] = partFrom(standardPart(key)!, id);
    document.layout.placements[id] = { ...at, locked: false };
  }
  return document;
}
const scene = (document: Conversion, more: Partial<Scene> = {}): Scene => {
  const assembly = assemble(document);
  const margins = marginsOf(assembly);
  return { document, assembly, margins, balance: balanceOf(document, assembly), hanging: [], ...more };
};
const mark = (id: string, of: Scene) => SOFT_RULES.find((r) => r.id === id)!.mark(of);
const upright = { rear: 'rear', top: 'top' } as const;
const rearWall = (depth: number) => 302 - depth;

describe('every soft rule', () => {
  const plan = bench({
    'board-1': ['board/mini-itx', { x: 40, y: rearWall(172.1), z: 2, ...upright }],
    'fan-1': ['fan/80x15', { x: 280, y: rearWall(15), z: 100, ...upright }],
  });
  it('marks between 0 and 1 with a finite figure, and the whole is their weighted mean', () => {
    const { score, marks } = markOf(scene(plan));
    for (const { mark: m } of marks) {
      expect(m.score).toBeGreaterThanOrEqual(0);
      expect(m.score).toBeLessThanOrEqual(1);
      expect(Number.isFinite(m.figure)).toBe(true);
    }
    const weight = SOFT_RULES.reduce((sum, r) => sum + r.weight, 0);
    const mean = marks.reduce((sum, m, i) => sum + m.mark.score * SOFT_RULES[i]!.weight, 0) / weight;
    expect(score).toBeCloseTo(100 * mean, 9);
  });
  it('has a name, a reason and a weight of its own', () => {
    expect(new Set(SOFT_RULES.map((r) => r.id)).size).toBe(SOFT_RULES.length);
    for (const rule of SOFT_RULES) expect(Math.min(rule.name.length, rule.why.length, rule.weight)).toBeGreaterThan(0);
  });
});

it('margins: full marks from 3 mm on, none at 0, and the tightest is said', () => {
  const at = (spare: number) =>
    mark(
      'margins',
      scene(bench({}), { margins: [{ kind: 'body', spare } as Margin, { kind: 'plug', spare: -9 } as Margin] }),
    );
  expect([0, 1.5, 3, 12].map((s) => at(s).score)).toEqual([0, 0.5, 1, 1]);
  expect(at(0.4).bad).toMatch(/0\.4 mm/);
  expect(at(2.5).good).toMatch(/2\.5 mm/);
});

it('new cutting: what an old opening serves costs nothing, what is cut anew its length', () => {
  const plan = bench({ 'fan-1': ['fan/80x15', { x: 200, y: rearWall(15), z: 60, ...upright }] });
  const fresh = mark('cut', scene(plan));
  // A fan of 80 mm blows through a round opening: between π × 70 and π × 82.
  expect(fresh.figure).toBeGreaterThan(Math.PI * 70);
  expect(fresh.figure).toBeLessThan(Math.PI * 82);
  plan.shell.openings['old-1'] = {
    name: 'Old grille',
    face: 'rear',
    shape: { kind: 'rectangle', width: measured(120), height: measured(120) },
    // Seen from outside, from the lower left of the rear face.
    u: measured(404 - 240),
    v: measured(100),
  };
  const again = mark('cut', scene(plan));
  expect(again.figure).toBe(0);
  expect(again.good).toMatch(/1 opening of the shell used again/);
});

it('webs: two openings side by side without wall between them are said', () => {
  const apart = (x: number) =>
    mark(
      'webs',
      scene(
        bench({
          'fan-1': ['fan/80x15', { x: 100, y: rearWall(15), z: 60, ...upright }],
          'fan-2': ['fan/80x15', { x, y: rearWall(15), z: 60, ...upright }],
        }),
      ),
    );
  expect(apart(240).figure).toBe(0);
  expect(apart(240).score).toBe(1);
  expect(apart(178).score).toBeLessThan(1);
  expect(apart(178).bad).toMatch(/mm of wall|runs into/);
});

it('cables: the nearer the supply to the board, the better; a card in its slot is good news', () => {
  const at = (x: number) =>
    mark(
      'cables',
      scene(
        bench({
          'board-1': ['board/mini-itx', { x: 220, y: rearWall(172.1), z: 2, ...upright }],
          'supply-1': ['supply/sfx', { x, y: rearWall(100), z: 2, ...upright }],
        }),
      ),
    );
  expect(at(90).figure).toBeLessThan(at(4).figure);
  expect(at(90).score).toBeGreaterThanOrEqual(at(4).score);
});

it('air: an intake that has all is good, one against a wall is bad by its share', () => {
  const at = (gap: number) =>
    mark('air', scene(bench({ 'card-1': ['card/half-length-2', { x: 2 + gap, y: 120, z: 40, ...upright }] })));
  expect(at(60).score).toBe(1);
  const half = at(7.5);
  expect(half.score).toBeLessThan(0.85);
  expect(half.bad).toMatch(/% of the air room it wants/);
  expect(half.score).toBeGreaterThan(at(2).score);
});

it('warm air: a fan high beside the board is better than one low and far away', () => {
  const at = (x: number, z: number) =>
    mark(
      'exhaust',
      scene(
        bench({
          'board-1': ['board/mini-itx', { x: 20, y: rearWall(172.1), z: 2, ...upright }],
          'fan-1': ['fan/80x15', { x, y: rearWall(15), z, ...upright }],
        }),
      ),
    ).score;
  expect(at(110, 120)).toBeGreaterThan(at(110, 4));
  expect(at(110, 120)).toBeGreaterThan(at(315, 120));
  expect(mark('exhaust', scene(bench({}))).score).toBe(0.5);
});

it('balance: in the middle is good; what is heavy to a side says which', () => {
  const document = bench({});
  const { balance } = scene(document);
  const at = (x: number) =>
    mark(
      'balance',
      scene(document, { balance: { ...balance, centre: [x, 152, 60], tips: { towards: 'left', angle: 40, arm: x } } }),
    );
  expect(at(202)).toMatchObject({ score: 1, good: 'well balanced', figure: 40 });
  expect(at(202 - 0.2 * 404)).toMatchObject({ bad: 'heavy to the left' });
  expect(at(202 - 0.25 * 404).score).toBeCloseTo(0, 9);
});

it('brackets: each costs a third, and their parts are named', () => {
  const document = bench({ 'fan-1': ['fan/80x15', { x: 100, y: 100, z: 60, ...upright }] });
  const with_ = (hanging: string[]) => mark('hanging', scene(document, { hanging }));
  expect(with_([]).score).toBe(1);
  expect(with_(['fan-1'])).toMatchObject({ score: 2 / 3, bad: 'fan-1 on a bracket' });
});
