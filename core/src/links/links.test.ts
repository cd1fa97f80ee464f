import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  validationIssuesOf,
  newConversion,
  defaultBox,
  readConversion,
  type Change,
  type Conversion,
  type LinkNode,
} from '../document';
import { assemble } from '../assembly';
import { RANK } from '../findings';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { LANE_RATE, LINK_TYPES, SATA_RATE, standardPart, WAVE, type LinkTypeName } from '../standards';
import { assessLinks } from './assess';
import { beginLinks } from './begin';
import { linksRemedies } from './remedies';
import { sightOf } from './sight';
import { nextTry, seenOn, type TubeSet } from './timings/hunt';
import { modeline } from './timings/timing';
import { TUBE_MODES } from './timings/tube';
import { linkTree, mayHang } from './tree/tree';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const stool = demo('piano-stool');
const deck = demo('tape-deck');
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, change) => applyChange(d, change).document, document);
const said = (document: Conversion) => assessLinks(document, assemble(document)).findings;
const empty = newConversion('Links', defaultBox());
const tree = (nodes: Record<string, LinkNode>, usage: Conversion['links']['usage'] = 'all') => ({
  ...empty,
  links: { ...empty.links, nodes, usage },
});

describe('rates', () => {
  it('of a lane are 250, 500, 984.6, 1969, 3938 MB/s, of SATA 150, 300, 600 (PCI-SIG Base Specification, Serial ATA Specification, from memory)', () => {
    // 2.5 and 5 GT/s with 8b/10b, 8, 16 and 32 GT/s with 128b/130b.
    expect(LANE_RATE[1]).toBe((2.5e9 * 0.8) / 8e6);
    expect(LANE_RATE[2]).toBe((5e9 * 0.8) / 8e6);
    for (const [gen, rate] of [
      [3, 8],
      [4, 16],
      [5, 32],
    ] as const)
      expect(LANE_RATE[gen]! / ((rate * 1e9 * 128) / 130 / 8e6)).toBeCloseTo(1, 3);
    expect(SATA_RATE).toEqual({ 1: 150, 2: 300, 3: 600 });
  });
  it('a whip is 31 mm, a slot 62 mm at 2.4 GHz (a quarter and half of c / f)', () => {
    expect(WAVE.quarter).toBeCloseTo(31.2, 1);
    expect(WAVE.half).toBeCloseTo(62.5, 1);
  });
});

describe('the tree', () => {
  it('four drives at 250 MB/s want 1000, the lane has 985 (PCI-SIG Base Specification: 8 GT/s, 128b/130b)', () => {
    const edge = linkTree(stool).find((l) => l.id === 'adapter-2')!;
    expect(edge.asked).toBe(1000);
    expect(edge.rate).toBeCloseTo(985, 0);
    expect(said(stool).find((f) => f.id === 'links/narrow/adapter-2')!.sentence).toMatch(
      /Four of the four .* want 1000 MB\/s; the link has 985 MB\/s/,
    );
    const two = after(stool, { type: 'setUsage', usage: 'two' });
    expect(said(two).some((f) => f.id === 'links/narrow/adapter-2')).toBe(false);
  });

  it('a card of 16 lanes runs on the four of an M.2 socket, and needs 12 V of its own', () => {
    const nodes: Record<string, LinkNode> = {
      'host-1': { name: 'P', type: 'processor' },
      'socket-1': { name: 'M', type: 'm2-m', on: 'host-1', gen: 3 },
      'adapter-1': { name: 'A', type: 'm2-to-slot', on: 'socket-1' },
      'link-1': { name: 'G', type: 'graphics', on: 'adapter-1' },
    };
    const made = linkTree(tree(nodes));
    expect(made.find((l) => l.id === 'link-1')).toMatchObject({ lanes: 4, gen: 3 });
    expect(said(tree(nodes)).find((f) => f.id === 'links/own-power/adapter-1')).toMatchObject({ verdict: 'stop' });
    const fed = tree({ ...nodes, 'adapter-1': { ...nodes['adapter-1']!, fed: true } });
    expect(said(fed).some((f) => f.verdict === 'stop')).toBe(false);
  });

  it('a wrong key, a full socket and dead sockets stop', () => {
    const wrong = after(deck, {
      type: 'setLink',
      id: 'link-2',
      node: { ...deck.links.nodes['link-2']!, on: 'socket-2' },
    });
    const ids = said(wrong)
      .filter((f) => f.verdict === 'stop')
      .map((f) => f.id);
    expect(ids).toContain('links/key/link-2');
    // The M.2 socket is used now: the sockets that it disables are dead.
    expect(ids).toContain('links/dead/socket-4');
    const third = after(deck, {
      type: 'setLink',
      id: 'link-9',
      node: { name: 'Third', type: 'sata-disc', on: 'socket-3' },
    });
    expect(said(third).map((f) => f.id)).toContain('links/full/link-9');
  });

  it('a loop and an adapter into itself are refused in words', () => {
    const ring = after(deck, {
      type: 'setLink',
      id: 'socket-1',
      node: { ...deck.links.nodes['socket-1']!, on: 'adapter-1' },
    });
    expect(validationIssuesOf(ring)[0]?.message).toMatch(/would hang on itself/);
    // Even so it is drawn without an end.
    expect(linkTree(ring).length).toBeLessThanOrEqual(Object.keys(ring.links.nodes).length);
  });

  const some = fc
    .array(fc.tuple(fc.constantFrom(...(Object.keys(LINK_TYPES) as LinkTypeName[])), fc.nat()), {
      minLength: 1,
      maxLength: 14,
    })
    .map((rows) =>
      Object.fromEntries(
        rows.map(([type, on], i): [string, LinkNode] => [
          `n-${i + 1}`,
          {
            name: `N${i + 1}`,
            type,
            ...(i > 0 && LINK_TYPES[type].kind !== 'host' ? { on: `n-${(on % i) + 1}` } : {}),
          },
        ]),
      ),
    );
  it('asks of every edge the sum of what hangs behind it, whatever hangs where, by brute force', () =>
    fc.assert(
      fc.property(some, (nodes) => {
        const made = linkTree(tree(nodes, 'all'));
        expect(made).toHaveLength(Object.keys(nodes).length);
        for (const edge of made) {
          const behind = made.filter((l) => {
            for (let at: string | undefined = l.id; at !== undefined; at = nodes[at]?.on)
              if (at === edge.id) return l.type.kind === 'device';
            return false;
          });
          expect(edge.asked).toBeCloseTo(
            behind.reduce((sum, l) => sum + l.alone, 0),
            6,
          );
          // No wider and no newer than what it hangs on.
          const up = made.find((l) => l.id === nodes[edge.id]!.on);
          if (up && up.type.kind !== 'host' && up.lanes > 0 && edge.lanes > 0)
            expect(edge.lanes).toBeLessThanOrEqual(up.lanes);
        }
      }),
      { numRuns: 150 },
    ));

  it('what it says may hang there hangs there without a fault', () =>
    fc.assert(
      fc.property(some, (nodes) => {
        const made = linkTree(tree(nodes));
        for (const { id } of made)
          for (const { id: on } of made)
            if (mayHang(made, id, on) && nodes[id]!.on !== on) {
              const next = tree({ ...nodes, [id]: { ...nodes[id]!, on } });
              expect(validationIssuesOf(next)).toEqual([]);
              const there = linkTree(next).find((l) => l.id === id)!;
              expect(there.faults.filter((f) => f.id === 'key' || f.id === 'loose')).toEqual([]);
            }
      }),
      { numRuns: 40 },
    ));

  it('begins with what the kit has, every key right', () => {
    for (const name of ['tape-deck', 'typewriter', 'piano-stool']) {
      const bare = { ...demo(name), links: empty.links };
      const begun = after(bare, beginLinks(bare));
      expect(validationIssuesOf(begun)).toEqual([]);
      expect(said(begun).filter((f) => f.id.startsWith('links/key/'))).toEqual([]);
    }
  });
});

describe('remedies', () => {
  it('each take their finding away, applied to a copy', () => {
    const wrong = after(
      deck,
      { type: 'setLink', id: 'link-2', node: { ...deck.links.nodes['link-2']!, on: 'socket-2' } },
      { type: 'setAntenna', id: 'antenna-1', antenna: { name: 'A', where: 'slot', slot: 20, apart: 20 } },
    );
    let tried = 0;
    for (const finding of said(wrong).filter((f) => f.mayHaveRemedies))
      for (const { change } of linksRemedies(wrong, finding)) {
        tried++;
        const then = said(after(wrong, change)).find((f) => f.id === finding.id);
        expect(!then || RANK[then.verdict] > RANK[finding.verdict]).toBe(true);
      }
    expect(tried).toBeGreaterThan(3);
  });
});

it('a hub that is asked for more than its socket gives is told, until it is fed by itself', () => {
  const nodes: Record<string, LinkNode> = {
    'host-1': { name: 'P', type: 'processor' },
    'socket-1': { name: 'USB', type: 'usb-5', on: 'host-1' },
    'adapter-1': { name: 'Hub', type: 'usb-hub', on: 'socket-1' },
    'link-1': { name: 'Drive', type: 'usb-drive', on: 'adapter-1' },
  };
  expect(said(tree(nodes)).find((f) => f.id === 'links/power/adapter-1')).toMatchObject({ verdict: 'warn' });
  const fed = tree({ ...nodes, 'adapter-1': { ...nodes['adapter-1']!, fed: true } });
  expect(said(fed).some((f) => f.id === 'links/power/adapter-1')).toBe(false);
});

describe('radio', () => {
  const exactly = (mm: number) => measured(mm, 'rule', 0);

  it('an antenna in a metal shell stops; behind wood it does not', () => {
    const metal = {
      ...deck,
      shell: { ...deck.shell, material: 'steel' as const },
      links: { ...deck.links, antennas: { 'antenna-1': { name: 'A', where: 'inside' as const } } },
    };
    expect(said(metal).find((f) => f.id === 'links/antenna/antenna-1')).toMatchObject({ verdict: 'stop' });
    expect(said(deck).some((f) => f.id === 'links/antenna/antenna-1')).toBe(false);
  });

  it('a line of sight through a window is the solid angle of a rectangle (4 atan(ab / d√(a² + b² + d²)), from memory)', () => {
    const hull = defaultBox();
    hull.height = exactly(200);
    const base = newConversion('Steel', hull);
    const part = partFrom(standardPart('fan/80x15')!, 'Dongle');
    const wall = hull.walls.front.value;
    for (const [a, b] of [
      [60, 40],
      [120, 60],
      [35, 80],
    ] as const) {
      const plan: Conversion = {
        ...base,
        shell: {
          ...base.shell,
          material: 'steel',
          openings: {
            o: {
              name: 'window',
              face: 'front',
              u: exactly(200),
              v: exactly(100),
              shape: { kind: 'rectangle', width: exactly(2 * a), height: exactly(2 * b) },
            },
          },
        },
        kit: { ...base.kit, parts: { dongle: part } },
        layout: {
          ...base.layout,
          placements: { dongle: { x: 160, y: 100, z: 60, rear: 'rear', top: 'top', locked: false } },
        },
      };
      const sight = sightOf(plan, assemble(plan), 'dongle')!;
      const d = sight.at[1] - wall;
      // The dongle is not before the middle: four rectangles with a corner before it.
      const quarter = (p: number, q: number) =>
        Math.sign(p * q) * Math.atan(Math.abs(p * q) / (d * Math.hypot(p, q, d)));
      const [du, dv] = [sight.at[0] - 200, sight.at[2] - 100];
      const angle =
        quarter(a - du, b - dv) + quarter(a + du, b - dv) + quarter(a - du, b + dv) + quarter(a + du, b + dv);
      expect(sight.open).toBeCloseTo(angle / (4 * Math.PI), 2);
      expect(sight.open + sight.weak + sight.parts + sight.metal).toBeCloseTo(1, 6);
      expect(sight.parts).toBe(0);
    }
  });

  it('lines end at what stands before them, and all leave a shell of wood that is empty', () => {
    const drive = 'drive-1';
    const bodies = Object.fromEntries(
      Object.entries(deck.shell.bodies).map(([id, b]) => [id, { ...b, material: 'wood' as const }]),
    );
    const alone: Conversion = {
      ...deck,
      shell: { ...deck.shell, bodies },
      layout: { ...deck.layout, placements: { [drive]: deck.layout.placements[drive]! } },
    };
    expect(sightOf(alone, assemble(alone), drive)).toMatchObject({ parts: 0, metal: 0 });
    expect(sightOf(alone, assemble(alone), drive)!.open).toBeCloseTo(1, 6);
    // The deck itself has a lid of steel.
    expect(sightOf(deck, assemble(deck), drive)!.metal).toBeGreaterThan(0.1);
    expect(sightOf(deck, assemble(deck), drive)!.parts).toBeGreaterThan(0.05);
    expect(sightOf(deck, assemble(deck), 'none')).toBeUndefined();
  });
});

describe('the hunt on a tube whose limits nobody knows', () => {
  const someSet = fc.record({
    middle: fc.double({ min: 15.2, max: 16.3, noNaN: true }),
    half: fc.double({ min: 0.06, max: 0.2, noNaN: true }),
    left: fc.double({ min: 7, max: 11, noNaN: true }),
    top: fc.double({ min: 12, max: 22, noNaN: true }),
  });
  it('ends with a picture in the middle within 24 tries, whatever the set, and never beyond what spoils it', () =>
    fc.assert(
      fc.property(someSet, ({ middle, half, left, top }) => {
        const set: TubeSet = {
          horizontal: [middle - half, middle + half],
          vertical: [52, 66],
          spoilt: [14.5, 17.5],
          left,
          wide: 53,
          top,
          high: 244,
          interlace: true,
        };
        const tries: {
          modeline: string;
          seen: ReturnType<typeof seenOn>['seen'];
          picture?: [number, number, number, number];
        }[] = [];
        for (let k = 0; k < 24; k++) {
          const next = nextTry(tries, TUBE_MODES[0]);
          if (next.done) break;
          const seen = seenOn(set, next.timing);
          expect(seen.seen).not.toBe('stopped');
          tries.push({ modeline: modeline(next.timing), ...seen });
        }
        expect(nextTry(tries, TUBE_MODES[0]).done).toBe(true);
        const last = tries.at(-1)!;
        expect(last.seen).toBe('locks');
        const [l, r] = last.picture!;
        expect(Math.abs((l + r) / 2 - 0.5)).toBeLessThan(0.06);
      }),
      { numRuns: 80 },
    ));
  it('a timing far off stops the set before it is spoilt', () => {
    const set: TubeSet = {
      horizontal: [15.6, 15.8],
      vertical: [48, 62],
      spoilt: [14, 18],
      left: 9,
      wide: 53,
      top: 16,
      high: 244,
      interlace: true,
    };
    expect(
      seenOn(set, {
        name: 'x',
        clock: 25_175,
        hActive: 640,
        hSyncStart: 656,
        hSyncEnd: 752,
        hTotal: 800,
        vActive: 480,
        vSyncStart: 490,
        vSyncEnd: 492,
        vTotal: 525,
        interlaced: false,
        hPositive: false,
        vPositive: false,
      }).seen,
    ).toBe('stopped');
  });
});

describe('what is asked over an edge', () => {
  const nodes: Record<string, LinkNode> = {
    'host-1': { name: 'P', type: 'processor' },
    'socket-1': { name: 'S', type: 'sata-ports', on: 'host-1', count: 3 },
    'link-1': { name: 'A', type: 'sata-disc', on: 'socket-1', needs: 100 },
    'link-2': { name: 'B', type: 'sata-disc', on: 'socket-1', needs: 250 },
    'link-3': { name: 'C', type: 'sata-disc', on: 'socket-1', needs: 180 },
  };
  it('is that of all, of the two largest, or of the largest behind it', () => {
    const asked = (usage: Conversion['links']['usage']) =>
      linkTree(tree(nodes, usage)).find((l) => l.id === 'socket-1')!.asked;
    expect([asked('all'), asked('two'), asked('one')]).toEqual([530, 430, 250]);
  });
  it('one device more than a socket has places is named by its number', () => {
    const full = linkTree(tree({ ...nodes, 'socket-1': { ...nodes['socket-1']!, count: 2 } }));
    expect(full.flatMap((l) => l.faults.filter((f) => f.id === 'full').map(() => l.id))).toEqual(['link-3']);
    expect(full.find((l) => l.id === 'link-3')!.faults[0]!.words).toMatch(/2 places.*3rd/);
  });
  it('a hub without a feed of its own gives together what its socket gives, its own need among it', () => {
    const hub = (count: number): Record<string, LinkNode> => ({
      'host-1': { name: 'P', type: 'processor' },
      'socket-1': { name: 'U', type: 'usb-2', on: 'host-1' },
      'adapter-1': { name: 'Hub', type: 'usb-hub', on: 'socket-1' },
      ...Object.fromEntries(
        Array.from({ length: count }, (_, i) => [`link-${i + 1}`, { name: 'D', type: 'usb-device', on: 'adapter-1' }]),
      ),
    });
    // USB 3: 900 mA at 5 V are 4.5 W; the hub and each device take 1 W.
    for (let n = 0; n <= 4; n++) {
      const told = linkTree(tree(hub(n)))
        .find((l) => l.id === 'adapter-1')!
        .faults.find((f) => f.id === 'power');
      expect([n, told !== undefined]).toEqual([n, 1 + n > 4.5]);
    }
  });
});
