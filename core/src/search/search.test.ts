import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble, placePart, pluggedIn } from '../assembly';
import {
  applyChange,
  defaultBox,
  evenWalls,
  feature,
  lidAt,
  newConversion,
  OWN,
  readConversion,
  type Change,
  type Conversion,
  type Part,
  type Placement,
  type Wish,
} from '../document';
import { marginsOf, orderOf, stopsAt } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { ORIENTATIONS, type Vec3 } from '../solid';
import { standardPart } from '../standards';
import { canFit, changesTo, conflictOf, isPresent, searchLayouts, switchTo, variantOf, waysOutOf } from '.';
import { saidAtRest } from '../plan';
import { leastRing } from './waysOut';
import { nearestWhere, WhereFinder, whereCanItGo } from './where';
import { runs } from '../../../testing/runs';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const make = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const library = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });

/** A plain block of a size, that may stand on its underside. */
function block(size: readonly number[]): Part {
  const [width, depth, height] = size.map((v) => measured(v)) as [ReturnType<typeof measured>, never, never];
  const zero = measured(0, 'rule', 0);
  return {
    name: `Block ${size.join(' ')}`,
    standard: OWN,
    dimensions: {},
    mass: 100,
    own: {
      blocks: {
        body: {
          name: 'body',
          role: 'body',
          shape: { kind: 'box' },
          x: zero,
          y: zero,
          z: zero,
          width,
          depth,
          height,
          direction: null,
          plug: 0,
          conducts: null,
        },
      },
      holes: {},
      faces: {},
      power: { idle: 0, typical: 0, peak: 0 },
      source: 'test',
    },
  };
}

/** A box with 3 mm walls around a room of these sizes, with a lid, and blocks for its kit. */
function room(size: readonly number[], blocks: readonly (readonly number[])[]): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(3);
  [hull.width, hull.depth, hull.height] = size.map((v) => measured(v + 6)) as [never, never, never];
  const document = newConversion('Room', hull);
  document.shell.bodies.lid = lidAt(measured(size[2]! - 5));
  blocks.forEach((b, i) => (document.kit.parts[`block-${i + 1}`] = block(b)));
  return document;
}

/** Do these placements stop anywhere? Checked by the exact distances, which the search’s grid does not use. */
function stops(document: Conversion, placements: Record<string, Placement>) {
  return stopsAt(
    marginsOf({
      ...assemble(document),
      parts: pluggedIn(Object.entries(placements).map(([id, p]) => placePart(id, document.kit.parts[id]!, p))),
    }),
  );
}

/**
 * Is there a layout of blocks in a room on a grid? Every orientation and position of every block, by plain arithmetic:
 * half a millimetre to walls and to each other, none on the side a block stands on.
 */
function bruteForce(document: Conversion, ids: readonly string[], step: number): boolean {
  const { innerLow, innerHigh } = assemble(document).hull;
  const poses = ids.map((id) => {
    const seen = new Map<string, { size: Vec3; low: number[]; high: number[] }>();
    for (const orientation of ORIENTATIONS) {
      const at = { x: 0, y: 0, z: 0, locked: false, ...orientation };
      const { high: size, solids } = placePart(id, document.kit.parts[id]!, at);
      const rests = (sides: string[]) => sides.map((side) => (solids[0]!.contact.includes(side as 'top') ? 0 : 0.5));
      const low = rests(['left', 'front', 'bottom']);
      const high = rests(['right', 'rear', 'top']);
      seen.set([...size, ...low, ...high].join(), { size, low, high });
    }
    return [...seen.values()];
  });
  const place = (k: number, placed: { low: number[]; high: number[] }[]): boolean => {
    if (k === ids.length) return true;
    for (const { size, low, high } of poses[k]!) {
      const runs = [0, 1, 2].map((i) => {
        const [from, to] = [innerLow[i]! + low[i]!, innerHigh[i]! - high[i]! - size[i]!];
        const values: number[] = [];
        for (let v = from; v <= to + 1e-9; v += step) values.push(v);
        return values;
      });
      for (const z of runs[2]!)
        for (const y of runs[1]!)
          for (const x of runs[0]!) {
            const box = { low: [x, y, z], high: [x + size[0], y + size[1], z + size[2]] };
            const clear = placed.every(
              (o) =>
                Math.hypot(...[0, 1, 2].map((i) => Math.max(0, box.low[i]! - o.high[i]!, o.low[i]! - box.high[i]!))) >=
                0.5 - 1e-9,
            );
            if (clear && place(k + 1, [...placed, box])) return true;
          }
    }
    return false;
  };
  return place(0, []);
}

describe('layouts', () => {
  it('of the demo stop nowhere, differ, and are the same for the same seed', () => {
    const run = (seed: number) => searchLayouts(deck, { seed, wanted: 4 });
    const [one, again, other] = [run(1), run(1), run(2)];
    expect(one.layouts).toHaveLength(4);
    for (const { placements } of one.layouts) {
      expect(Object.keys(placements)).toHaveLength(6);
      expect(stops(deck, placements)).toEqual([]);
    }
    expect(again).toEqual(one);
    expect(other.layouts.map((l) => l.placements)).not.toEqual(one.layouts.map((l) => l.placements));
  });

  it('leave what is locked where it is, and place the rest around it', () => {
    const at = { ...deck.layout.placements['supply-1']!, locked: true };
    const [first] = searchLayouts(make(deck, { type: 'placePart', id: 'supply-1', placement: at }), {
      wanted: 1,
    }).layouts;
    expect(first!.placements).not.toHaveProperty('supply-1');
    expect(stops(deck, { ...first!.placements, 'supply-1': at })).toEqual([]);
  });

  it('get better marks, never worse, when they are polished', () => {
    const mean = (seed: number, polish: number) => {
      const { layouts } = searchLayouts(deck, { seed, wanted: 3, polish });
      return layouts.reduce((sum, l) => sum + l.score, 0) / layouts.length;
    };
    const gains = [1, 2, 3].map((seed) => mean(seed, 30) - mean(seed, 0));
    expect(Math.min(...gains)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...gains)).toBeGreaterThan(0.5);
  });

  it('are the same whatever was searched before', () => {
    // Ways to stand are kept between searches: plain copies share none of them.
    const plans = [
      deck,
      make(deck, { type: 'setBrief', brief: { policy: 'open' } }),
      make(deck, { type: 'removePart', id: 'drive-1' }),
      make(deck, {
        type: 'setWish',
        id: 'wish-1',
        wish: { kind: 'near', part: 'drive-1', other: 'supply-1', face: null, distance: 60 },
      }),
    ];
    const found = (d: Conversion) => searchLayouts(d, { wanted: 2, steps: 300, seed: 4 }).layouts;
    const once = plans.map(found);
    expect([...plans].reverse().map(found).reverse()).toEqual(once);
    expect(plans.map((d) => found(structuredClone(d)))).toEqual(once);
  });

  it('end at once when asked to stop, with what was found so far', () => {
    let told = 0;
    const { layouts, ended } = searchLayouts(deck, { stop: () => told >= 2, onLayout: () => told++ });
    expect(ended).toBe('stopped');
    expect(layouts.length).toBe(2);
  });

  it('keep the wishes', () => {
    const wish = (w: Partial<Wish>): Change => ({
      type: 'setWish',
      id: `wish-${w.kind!.replace(/ /g, '-')}`,
      wish: { kind: 'near', part: 'drive-1', other: null, face: null, distance: 0, ...w },
    });
    const wished = make(
      deck,
      wish({ kind: 'near', other: 'supply-1', distance: 20 }),
      wish({ kind: 'facing', part: 'drive-2', face: 'front' }),
      wish({ kind: 'on face', part: 'drive-1', face: 'left' }),
      wish({ kind: 'apart', part: 'drive-2', other: 'card-1', distance: 60 }),
    );
    const { layouts } = searchLayouts(wished, { wanted: 3 });
    expect(layouts).toHaveLength(3);
    for (const { placements } of layouts) {
      const box = (id: string) => placePart(id, deck.kit.parts[id]!, placements[id]!);
      const gap = (a: string, b: string) =>
        Math.hypot(
          ...[0, 1, 2].map((i) => Math.max(0, box(a).low[i]! - box(b).high[i]!, box(b).low[i]! - box(a).high[i]!)),
        );
      expect(gap('drive-1', 'supply-1')).toBeLessThanOrEqual(20.001);
      expect(gap('drive-2', 'card-1')).toBeGreaterThanOrEqual(59.999);
      expect(placements['drive-2']!.rear).toBe('front');
      expect(box('drive-1').low[0] - 18.2).toBeLessThanOrEqual(6);
    }
  });
});

describe('a wish to reach a part', () => {
  it('leaves only layouts in which nothing must come out before it', () => {
    const wish: Wish = { kind: 'reachable', part: 'board-1', other: null, face: null, distance: 0 };
    const wished = make(deck, { type: 'setWish', id: 'wish-1', wish });
    const { layouts } = searchLayouts(wished, { wanted: 2 });
    expect(layouts.length).toBeGreaterThan(0);
    for (const { placements } of layouts) {
      const parts = Object.entries(placements).map(([id, p]) => placePart(id, deck.kit.parts[id]!, p));
      expect(orderOf(deck, { ...assemble(deck), parts }).first['board-1']).toEqual([]);
    }
  });
});

describe('against exhaustive search', () => {
  const sizes = fc.array(
    fc.integer({ min: 3, max: 7 }).map((n) => n * 10),
    { minLength: 3, maxLength: 3 },
  );
  it('what is called impossible has no layout; what has one on the grid is found', () => {
    let [found, impossible, missed] = [0, 0, 0];
    fc.assert(
      fc.property(fc.array(sizes, { minLength: 2, maxLength: 2 }), (blocks) => {
        const document = room([101, 81, 51], blocks);
        const ids = Object.keys(document.kit.parts);
        const verdict = canFit(document, ids, []);
        const brute = bruteForce(document, ids, 10);
        if (verdict === 'impossible') {
          impossible++;
          expect(brute, JSON.stringify(blocks)).toBe(false);
        }
        if (verdict === 'found') found++;
        else if (brute) missed++;
      }),
      { numRuns: runs(60, 30), seed: 5 },
    );
    expect(found).toBeGreaterThan(5);
    expect(impossible).toBeGreaterThan(runs(3, 0));
    expect(missed).toBe(0);
  }, 240_000);

  it('three of which any two fit are named as the smallest set that can’t be together, and it is proven', () => {
    // Each takes over half of the depth and of the height: they can only stand side by side, 3 × 60 > 150.
    const document = room(
      [150, 66, 40],
      [
        [60, 64, 36],
        [60, 64, 36],
        [60, 64, 36],
        [8, 8, 8],
      ],
    );
    const conflict = conflictOf(document)!;
    expect(conflict.parts).toEqual(['block-1', 'block-2', 'block-3']);
    expect(conflict.proven).toBe(true);
    expect(conflict.sentence).toMatch(/can’t be together under this lid; any two of them fit/);
    for (const pair of [[1, 2], [1, 3], [2, 3]]) // prettier-ignore
      expect(bruteForce(document, pair.map((n) => `block-${n}`), 5)).toBe(true); // prettier-ignore
  }, 60_000);

  it('the least ring under which a part fits is the one that trying every height finds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 405, max: 520 }), (tenths) => {
        const document = room([70, 70, 40], [[60, 60, tenths / 10]]);
        // Standing it needs its height and 0.5 mm to the lid; its other sides are longer than the room is high.
        const needed = tenths / 10 + 0.5 - 40;
        const ring = leastRing(
          document,
          (d, more) => searchLayouts(d, { wanted: 1, steps: 200, enough: 'wanted', ...more }).layouts[0],
          () => false,
        )!;
        const height = Number(/by ([\d.]+) mm/.exec(ring.label)![1]);
        expect(height).toBeGreaterThanOrEqual(needed - 1e-6);
        expect(height).toBeLessThan(needed + 0.5);
      }),
      { numRuns: 8, seed: 2 },
    );
  }, 60_000);
});

describe('what it would take', () => {
  const impossible = make(
    deck,
    { type: 'removePart', id: 'supply-1' },
    library('supply-2', 'supply/atx'),
    { type: 'removePart', id: 'card-1' },
    library('card-2', 'card/full-length-3'),
  );
  const { ways } = waysOutOf(impossible);
  it('is a list of interventions that each lead to a plan without stops, least first', () => {
    expect(ways.length).toBeGreaterThanOrEqual(4);
    expect(ways.map((w) => w.effort)).toEqual([...ways.map((w) => w.effort)].sort((a, b) => a - b));
    for (const way of ways) {
      const after = make(impossible, way.change);
      expect(stops(after, after.layout.placements), way.label).toEqual([]);
      expect(Object.keys(after.layout.placements).sort(), way.label).toEqual(Object.keys(after.kit.parts).sort());
    }
  });
  it('has a spacer ring, a smaller relative and an external supply for a kit that is too large', () => {
    expect(ways.map((w) => w.kind)).toEqual(expect.arrayContaining(['ring', 'swap', 'external']));
    const ring = make(impossible, ways.find((w) => w.kind === 'ring')!.change);
    expect(Object.values(ring.shell.bodies).map((b) => b.kind)).toContain('ring');
  });
  it('has another face where the brief keeps all free that the sockets could use', () => {
    const blocked = make(deck, { type: 'setBrief', brief: { blockedFaces: ['rear'] } });
    const { ways: out } = waysOutOf(blocked);
    const face = out.find((w) => w.kind === 'face' && w.label.includes('rear'))!;
    expect(face).toMatchObject({ reversible: false, withinPolicy: true });
    const after = make(blocked, face.change);
    expect(after.brief.blockedFaces).toEqual([]);
    expect(stops(after, after.layout.placements)).toEqual([]);
    // Others would show: they are named, but as against the policy, and after all that keep it.
    const within = out.map((w) => w.withinPolicy);
    expect(within).toEqual([...within].sort((a, b) => Number(b) - Number(a)));
  });
  it('of the demo is to move its card, and what lies in the way is left alone', () => {
    const [first] = waysOutOf(deck).ways;
    expect(first!.label).toMatch(/^Move Graphics card .* down$/);
    expect(first!.reversible).toBe(true);
  });
  it('takes out the one feature that may be cut, not those that are kept', () => {
    const bar = (z: number, fate: 'keep' | 'cut') =>
      feature(
        'Bar',
        { kind: 'box', width: measured(100), depth: measured(10), height: measured(4) },
        [measured(3), measured(30), measured(z)],
        { fate, body: 'base' },
      );
    const document = make(
      room([100, 80, 40], [[90, 70, 35]]),
      { type: 'setFeature', id: 'bar-1', feature: bar(30, 'cut') },
      { type: 'setFeature', id: 'bar-2', feature: bar(39, 'keep') },
    );
    const way = waysOutOf(document).ways.find((w) => w.kind === 'features');
    expect(way!.label).toBe('Take out Bar');
    expect(make(document, way!.change).shell.features['bar-1']!.fate).toBe('removed');
  });
});

describe('where a part can go', () => {
  it('follows a change of what stands around it by redoing only that, with the same answer', () => {
    const finder = new WhereFinder();
    const only = deck.layout.placements['card-1']!;
    let document = deck;
    finder.at(document, 'card-1', only);
    for (const x of [18.2, 60, 130.5]) {
      document = make(document, {
        type: 'placePart',
        id: 'supply-1',
        placement: { ...deck.layout.placements['supply-1']!, x },
      });
      const quick = finder.at(document, 'card-1', only)!;
      const [fresh] = whereCanItGo(document, 'card-1', { only });
      expect(quick.free).toBe(fresh!.free);
      expect(quick.maps.map((m) => [...m.positions.bits])).toEqual(fresh!.maps.map((m) => [...m.positions.bits]));
    }
  });
  it('with all the room it wants nowhere, shows where nothing stops, and says that it is tight', () => {
    // 100 wide between walls 100.6 apart: half a millimetre is wanted on each side.
    const walls = evenWalls(measured(3));
    const hull = { ...defaultBox(), width: measured(106.6), depth: measured(160), height: measured(90), walls };
    const part = partFrom(standardPart('board/pico-itx')!, 'Board');
    const document = applyChange(newConversion('Sleeve', hull), { type: 'addPart', id: 'board-1', part }).document;
    const only = { rear: 'rear', top: 'top' } as const;
    const all = [whereCanItGo(document, 'board-1', { only })[0], new WhereFinder().at(document, 'board-1', only)];
    for (const where of all) {
      expect(where).toMatchObject({ tight: true });
      const [x, y, z] = nearestWhere(where!, [3, 10, 3])!;
      const placement = { x, y, z, locked: false, ...only };
      const placed = applyChange(document, { type: 'placePart', id: 'board-1', placement }).document;
      expect(stopsAt(marginsOf(assemble(placed)))).toEqual([]);
    }
  });

  it('has as its nearest position the one that looking at all of them finds', () => {
    const [where] = whereCanItGo(deck, 'drive-2', { step: 6, only: deck.layout.placements['drive-2']! });
    const { positions } = where!.maps[0]!;
    for (const at of [
      [100, 100, 20],
      [300, 300, 100],
      [-50, 0, 500],
    ] as Vec3[]) {
      // prettier-ignore
      let least = Infinity;
      for (let z = 0; z < positions.runs[2].count; z++)
        for (let y = 0; y < positions.runs[1].count; y++)
          for (let x = 0; x < positions.runs[0].count; x++) {
            const row = (z * positions.runs[1].count + y) * positions.words;
            if ((positions.bits[row + (x >> 5)]! >>> (x & 31)) & 1) continue;
            const p = [x, y, z].map((n, i) => positions.runs[i]!.from + n * positions.runs[i]!.step);
            least = Math.min(least, Math.hypot(...p.map((v, i) => v - at[i]!)));
          }
      const near = nearestWhere(where!, at)!;
      expect(Math.hypot(...near.map((v, i) => v - at[i]!))).toBeCloseTo(least, 9);
    }
  });
});

describe('bad input', () => {
  const all = (document: Conversion, locked: boolean): Change[] =>
    Object.keys(document.kit.parts).map((id) => ({
      type: 'placePart',
      id,
      placement: { x: 100, y: 100, z: 30, rear: 'rear', top: 'top', locked },
    }));
  it('an empty kit has no layouts and no conflict', () => {
    const empty = newConversion('Empty', defaultBox());
    expect(searchLayouts(empty).layouts).toEqual([]);
    expect(conflictOf(empty)).toBeUndefined();
    expect(waysOutOf(empty).ways).toEqual([]);
  });
  it('a part larger than the shell has no place, and that is proven', () => {
    const document = room([100, 100, 50], [[200, 120, 60], [10, 10, 10]]); // prettier-ignore
    expect(searchLayouts(document).homeless).toEqual(['block-1']);
    expect(conflictOf(document)).toMatchObject({ parts: ['block-1'], proven: true });
  });
  it('everything locked and in one another moves nothing, and says so', () => {
    const document = make(deck, ...all(deck, true));
    expect(searchLayouts(document)).toMatchObject({ layouts: [], searched: expect.stringMatching(/Unlock/) });
    expect(conflictOf(document)).toBeUndefined();
  });
  it('parts that stand by hand with nothing that stops have a place, whatever a search finds', () => {
    const put = (id: string, x: number): Change => ({
      type: 'placePart',
      id,
      placement: { x, y: 10, z: 3, rear: 'rear', top: 'top', locked: false },
    });
    const bare = room([200, 100, 60], [[80, 60, 40], [80, 60, 40]]); // prettier-ignore
    // No search looks at anything: it is told to stop at once.
    const found = (plan: Conversion, ...ids: string[]) =>
      canFit(plan, ids, [], { assess: saidAtRest, stop: () => true });
    const [apart, into] = [make(bare, put('block-1', 10), put('block-2', 105)), make(bare, put('block-1', 10), put('block-2', 60))]; // prettier-ignore
    expect(found(bare, 'block-1')).toBe('not found');
    expect(found(apart, 'block-1', 'block-2')).toBe('found');
    expect(found(into, 'block-1', 'block-2')).toBe('not found');
    expect(found(into, 'block-2')).toBe('found');
  });
  it('wishes that contradict are named together', () => {
    const wish = (kind: 'near' | 'apart', distance: number): Change => ({
      type: 'setWish',
      id: `wish-${kind}`,
      wish: { kind, part: 'drive-1', other: 'supply-1', face: null, distance },
    });
    const conflict = conflictOf(make(deck, wish('near', 10), wish('apart', 80)))!;
    expect(conflict.wishes.sort()).toEqual(['wish-apart', 'wish-near']);
    expect(conflict.sentence).toMatch(/either alone can hold/);
  });
  it('sixty parts are placed as far as the steps allow, without an error', () => {
    const many = make(deck, ...Array.from({ length: 54 }, (_, i) => library(`card-${i + 10}`, 'drive/2.5-7')));
    expect(searchLayouts(many, { steps: 40, step: 6, wanted: 1 }).layouts.length).toBeLessThanOrEqual(1);
  }, 60_000);
});

describe('a kept layout', () => {
  it('comes back as it was, with its swapped parts and its ring; a measurement taken since stays', () => {
    const { ways } = waysOutOf(
      make(deck, { type: 'removePart', id: 'card-1' }, library('card-2', 'card/full-length-3')),
    );
    expect(ways.length).toBeGreaterThan(0);
    const kept = variantOf(deck, 'As built');
    const changed = make(
      deck,
      { type: 'setPart', id: 'card-1', part: partFrom(standardPart('card/low-profile-2')!, 'Graphics card') },
      { type: 'setFate', id: 'motor-boss-1', fate: 'removed' },
      { type: 'placePart', id: 'drive-1', placement: { ...deck.layout.placements['drive-1']!, x: 60 } },
      {
        type: 'setMeasured',
        path: '/kit/parts/supply-1/dimensions/depth',
        measured: measured(100.2, 'calipers'),
        what: 'depth',
      },
    );
    expect(isPresent(changed, kept)).toBe(false);
    const back = make(changed, switchTo(changed, kept, 'layout-9'));
    expect(isPresent(back, kept)).toBe(true);
    expect(back.layout.placements).toEqual(deck.layout.placements);
    expect(back.kit.parts['card-1']).toEqual(deck.kit.parts['card-1']);
    expect(back.shell.features['motor-boss-1']!.fate).toBe('cut');
    expect(back.kit.parts['supply-1']!.dimensions.depth!.value).toBe(100.2);
    // What was there before the switch is kept, and comes back, too.
    const before = back.layout.variants['layout-9']!;
    const again = make(back, ...changesTo(back, before));
    expect(again.kit.parts).toEqual(changed.kit.parts);
    expect(again.layout.placements).toEqual(changed.layout.placements);
  });
});
