import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import {
  applyChange,
  defaultBox,
  feature,
  lidAt,
  newConversion,
  readConversion,
  type Conversion,
} from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { standardPart } from '../../standards';
import { accessOf, exitsOf, firstOut, orderOf, waysOut, type WayOutOfShell } from '.';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));

/** A deep box with a lid, and drives at these places. */
function stacked(places: readonly (readonly [number, number, number])[]): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = [measured(400), measured(400), measured(200)];
  const document = newConversion('Stack', hull);
  document.shell.bodies.lid = lidAt(measured(150));
  places.forEach(([x, y, z], i) => {
    document.kit.parts[`drive-${i}`] = partFrom(standardPart('drive/2.5-15')!);
    document.layout.placements[`drive-${i}`] = { x, y, z, rear: 'rear', top: 'top', locked: false };
  });
  return document;
}

/** The parts that can be taken out one by one, by trying every order: the largest set of all permutations. */
function allPermutations(ways: ReadonlyMap<string, WayOutOfShell[]>): { out: Set<string>; orders: string[][] } {
  let out = new Set<string>();
  const orders: string[][] = [];
  const go = (gone: string[]) => {
    const left = [...ways.keys()].filter((id) => !gone.includes(id));
    const next = left.filter((id) => ways.get(id)!.some((w) => [...w.blockers].every((b) => gone.includes(b))));
    if (gone.length > out.size) out = new Set(gone);
    orders.push(gone);
    for (const id of next) go([...gone, id]);
  };
  go([]);
  return { out, orders };
}

const graph = fc.array(fc.array(fc.uniqueArray(fc.nat(4), { maxLength: 3 }), { minLength: 1, maxLength: 2 }), {
  minLength: 5,
  maxLength: 5,
});

describe('the order', () => {
  it('takes out as much as the best of all permutations, and what must come first is the fewest of them', () => {
    // The ways are made up here: the question is whether the order is found, not whether a way is free.
    let [stuck, several] = [0, 0];
    fc.assert(
      fc.property(graph, (blockers) => {
        const [exit] = exitsOf(deck, assemble(deck));
        const ways = new Map(
          blockers.map((list, i): [string, WayOutOfShell[]] => [
            `p${i}`,
            list.map((set) => ({
              exit: exit!,
              legs: [{ direction: 'top', by: 100 }],
              blockers: new Set(set.filter((b) => b !== i).map((b) => `p${b}`)),
            })),
          ]),
        );
        const { out, orders } = allPermutations(ways);
        const order = orderOf(deck, assemble(deck), ways);
        const single = order.steps.filter((s) => s.parts.length === 1).flatMap((s) => s.parts);
        // Pairs come after all that goes singly.
        if (order.steps.every((s) => s.parts.length === 1)) expect(new Set(single)).toEqual(out);
        if (out.size < 5) stuck++;
        for (const id of out) {
          const fewest = Math.min(
            ...orders
              .filter(
                (gone) =>
                  !gone.includes(id) && ways.get(id)!.some((w) => [...w.blockers].every((b) => gone.includes(b))),
              )
              .map((gone) => gone.length),
          );
          if (fewest > 1) several++;
          expect(firstOut(id, ways, [...ways.keys()])).toHaveLength(fewest);
        }
      }),
      { numRuns: 150, seed: 4 },
    );
    expect(stuck).toBeGreaterThan(10);
    expect(several).toBeGreaterThan(10);
  });

  it('of a stack is from the floor up, straight down each', () => {
    const document = stacked([[100, 100, 3], [100, 100, 40], [100, 100, 80]]); // prettier-ignore
    const order = orderOf(document, assemble(document));
    expect(order.steps.map((s) => s.parts[0])).toEqual(['drive-0', 'drive-1', 'drive-2']);
    expect(order.trapped).toEqual([]);
    // There is room beside the stack: each may also slide aside and then up.
    expect(order.first).toEqual({ 'drive-0': [], 'drive-1': [], 'drive-2': [] });
  });

  it('a part that is closed in on all sides is trapped', () => {
    const shelf = feature('Shelf', { kind: 'box', width: measured(394), depth: measured(394), height: measured(5) }, [
      measured(3),
      measured(3),
      measured(60),
    ]);
    const document = applyChange(stacked([[100, 100, 3], [100, 100, 70]]), { type: 'setFeature', id: 'shelf-1', feature: shelf }).document; // prettier-ignore
    const order = orderOf(document, assemble(document));
    expect(order.trapped).toEqual(['drive-0']);
    expect(order.steps.map((s) => s.parts)).toEqual([['drive-1']]);
  });

  it('leaves through a door only what its window lets through', () => {
    const behind = (width: number): Conversion => {
      const document = stacked([[160, 100, 3]]);
      document.shell.bodies = {
        door: {
          name: 'Door',
          kind: 'door',
          cut: {
            kind: 'face',
            face: 'front',
            u: measured(195),
            v: measured(30),
            width: measured(width),
            height: measured(50),
          },
          motion: { kind: 'swing', edge: 'left', angle: 110 },
          closures: [],
          material: 'wood',
          weighed: null,
        },
      };
      return document;
    };
    // The drive is 69.85 wide, from 160 on.
    expect(orderOf(behind(80), assemble(behind(80))).trapped).toEqual([]);
    expect(orderOf(behind(60), assemble(behind(60))).trapped).toEqual(['drive-0']);
  });

  it('of the demo puts the board in first and takes its card and fan out before it', () => {
    const order = orderOf(deck, assemble(deck));
    expect(order.steps[0]!.parts).toEqual(['board-1']);
    expect(order.first['board-1']!.sort()).toEqual(['card-1', 'fan-1']);
    const ways = waysOut(deck, assemble(deck));
    expect(allPermutations(ways).out.size).toBe(6);
  });
});

describe('access', () => {
  it('of a driver is blocked by what stands over a screw', () => {
    const screws = accessOf(deck, assemble(deck)).filter((a) => a.what === 'screw');
    expect(screws).toHaveLength(4);
    expect(screws.some((s) => s.blockers.includes('card-1'))).toBe(true);
    const alone = applyChange(deck, { type: 'placePart', id: 'card-1', placement: null }).document;
    expect(accessOf(alone, assemble(alone)).some((a) => a.blockers.includes('card-1'))).toBe(false);
  });

  it('of a finger to switches: the supply’s from outside, original controls from what opens', () => {
    const switches = (d: Conversion) => accessOf(d, assemble(d)).filter((a) => a.what === 'switch');
    expect(switches(deck).map((a) => a.about.id).sort()).toEqual(['keys-1', 'selector-1', 'supply-1']); // prettier-ignore
    const supply = deck.layout.placements['supply-1']!;
    const mains = switches(deck).find((a) => a.about.id === 'supply-1')!;
    expect(mains.blockers).toEqual([]);
    // 25 mm deep, before the rear wall: outside the shell.
    expect(mains.room.high[1] - mains.room.low[1]).toBeCloseTo(25, 6);
    expect(mains.room.low[1]).toBeGreaterThanOrEqual(assemble(deck).hull.high[1] - 1e-6);
    // Turned about, its switch faces the room: it is pressed through the lid.
    const turned = applyChange(deck, { type: 'placePart', id: 'supply-1', placement: { ...supply, rear: 'front', y: 120 } }).document; // prettier-ignore
    expect(switches(turned).find((a) => a.about.id === 'supply-1')!.room.high[2]).toBeGreaterThan(
      assemble(turned).hull.innerHigh[2],
    );
  });

  it('what leaves with a body is in nobody’s way any more, and nobody in its', () => {
    const document = stacked([[100, 60, 10]]);
    document.shell.bodies.back = {
      ...lidAt(measured(200), 'Back'),
      cut: { kind: 'plane', axis: 'y', at: measured(200), side: 'above' },
    };
    const [drive] = assemble(document).parts;
    // A second one right before its plugs, standing in the shell or riding on the back.
    const put = (on: string | undefined) => {
      document.kit.parts['drive-9'] = partFrom(standardPart('drive/3.5')!);
      const at = { x: 95, y: drive!.high[1] + 2, z: 6, rear: 'rear', top: 'top', locked: false } as const;
      document.layout.placements['drive-9'] = on === undefined ? at : { ...at, on };
      return accessOf(document, assemble(document)).filter((a) => a.what === 'plug');
    };
    const blocked = (id: string, other: string, on?: string) =>
      put(on).some((a) => a.about.id === id && a.blockers.includes(other));
    document.shell.bodies = { back: document.shell.bodies.back };
    expect(blocked('drive-0', 'drive-9')).toBe(true);
    expect(blocked('drive-0', 'drive-9', 'back')).toBe(false);
    expect(blocked('drive-9', 'drive-0', 'back')).toBe(false);
  });
});
