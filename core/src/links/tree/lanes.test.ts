import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { defaultBox, newConversion, type LinkNode } from '../../document';
import { assessLinks } from '../assess';
import { partedLanes } from './lanes';
import { linkTree } from './tree';

const empty = newConversion('Links', defaultBox());
const plan = (nodes: Record<string, LinkNode>) => ({ ...empty, links: { ...empty.links, nodes } });
const said = (nodes: Record<string, LinkNode>) => assessLinks(plan(nodes), assemble(empty)).findings;
const at = (nodes: Record<string, LinkNode>, id: string) => linkTree(plan(nodes)).find((l) => l.id === id)!;

describe('lanes of a processor', () => {
  // 16; 8 and 8; 8, 4 and 4: how desktop boards part them (common practice, no source).
  it.each([
    [16, 1, [16]],
    [16, 2, [8, 8]],
    [16, 3, [8, 4, 4]],
    [24, 2, [8, 8]],
    [24, 1, [16]],
    [32, 2, [16, 16]],
  ])('%d go to %d wide slots as %j', (has, count, lanes) => {
    const sockets = Array.from({ length: count }, (_, i) => ({ id: `s${i}`, lanes: 16, typed: false }));
    expect([...partedLanes(has, sockets).values()]).toEqual(lanes);
  });

  it('are never more together than there are, where halving can do it; what is typed stays', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 64 }),
        fc.array(fc.record({ lanes: fc.constantFrom(1, 4, 16), typed: fc.boolean() }), { maxLength: 6 }),
        (has, made) => {
          const sockets = made.map((s, i) => ({ ...s, id: `s${i}` }));
          const lanes = partedLanes(has, sockets);
          const sum = [...lanes.values()].reduce((a, b) => a + b, 0);
          const least = sockets.reduce((a, s) => a + (s.typed || s.lanes < 16 ? s.lanes : 1), 0);
          expect(sum).toBeLessThanOrEqual(Math.max(has, least));
          for (const s of sockets) {
            expect(lanes.get(s.id)).toBeLessThanOrEqual(s.lanes);
            if (s.typed || s.lanes < 16) expect(lanes.get(s.id)).toBe(s.lanes);
          }
        },
      ),
    ));

  const two: Record<string, LinkNode> = {
    'host-1': { name: 'Processor', type: 'processor', lanes: 16 },
    'socket-1': { name: 'Slot 1', type: 'slot-x16', on: 'host-1' },
    'socket-2': { name: 'Slot 2', type: 'slot-x16', on: 'host-1' },
    'link-1': { name: 'Card 1', type: 'graphics', on: 'socket-1' },
    'link-2': { name: 'Card 2', type: 'graphics', on: 'socket-2' },
  };

  it('two cards of 16 lanes on 16 have eight each, and the board’s parting is asked for', () => {
    expect(at(two, 'link-1').lanes).toBe(8);
    expect(at(two, 'link-2').lanes).toBe(8);
    expect(said(two).find((f) => f.id.startsWith('links/shared'))).toMatchObject({ verdict: 'note' });
    const one = { ...two, 'link-2': { ...two['link-2']!, on: 'socket-1' } };
    expect(at(one, 'link-1').lanes).toBe(16);
  });

  it('as the board’s sheet parts them are taken as they are typed; too many together are said', () => {
    const typed = {
      ...two,
      'socket-1': { ...two['socket-1']!, lanes: 12 },
      'socket-2': { ...two['socket-2']!, lanes: 4 },
    };
    expect([at(typed, 'link-1').lanes, at(typed, 'link-2').lanes]).toEqual([12, 4]);
    expect(said(typed).some((f) => f.id.startsWith('links/shared'))).toBe(false);
    const much = { ...typed, 'socket-1': { ...two['socket-1']!, lanes: 16 } };
    expect(said(much).find((f) => f.id.startsWith('links/lanes'))).toMatchObject({ verdict: 'warn' });
  });
});

it('a passive adapter of four M.2 in a slot of four lanes leaves one that works', () => {
  const nodes: Record<string, LinkNode> = {
    'host-1': { name: 'Processor', type: 'processor' },
    'socket-1': { name: 'Slot', type: 'slot-x4', on: 'host-1' },
    'adapter-1': { name: 'Four M.2', type: 'slot-to-four-m2', on: 'socket-1' },
    ...Object.fromEntries(
      [1, 2, 3, 4].map((n) => [`link-${n}`, { name: `Drive ${n}`, type: 'm2-drive', on: 'adapter-1' } as LinkNode]),
    ),
  };
  const dark = (from: Record<string, LinkNode>) =>
    said(from)
      .filter((f) => f.verdict === 'stop')
      .map((f) => f.id);
  expect(dark(nodes)).toEqual(['links/no-lanes/link-2', 'links/no-lanes/link-3', 'links/no-lanes/link-4']);
  expect(dark({ ...nodes, 'socket-1': { ...nodes['socket-1']!, type: 'slot-x16' } })).toEqual([]);
});

describe('a link through a slot and ribbons', () => {
  const rates = [0, 250, 500, 985, 1969, 3938]; // MB/s a lane by generation, PCI-SIG, from memory
  it('runs as its weakest piece can, and every row of it tells the same', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 5, maxLength: 5 }),
        fc.tuple(fc.constantFrom(1, 4, 8, 16), fc.constantFrom(4, 8, 16), fc.constantFrom(1, 4, 16)),
        fc.integer({ min: 0, max: 2 }),
        (gens, [slot, ribbon, card], ribbons) => {
          const nodes: Record<string, LinkNode> = {
            'host-1': { name: 'Processor', type: 'processor', lanes: 16, gen: gens[0]! },
            'socket-1': { name: 'Slot', type: 'slot-x16', on: 'host-1', lanes: slot, gen: gens[1]! },
          };
          let on = 'socket-1';
          for (let i = 0; i < ribbons; i++) {
            nodes[`adapter-${i}`] = { name: 'Ribbon', type: 'riser', on, lanes: ribbon, gen: gens[2 + i]! };
            on = `adapter-${i}`;
          }
          nodes['link-1'] = { name: 'Card', type: 'graphics', on, lanes: card, gen: gens[4]! };
          const gen = Math.min(gens[0]!, gens[1]!, ...gens.slice(2, 2 + ribbons), gens[4]!);
          const lanes = Math.min(slot, ...(ribbons > 0 ? [ribbon] : []), card);
          for (const l of linkTree(plan(nodes))) {
            if (l.type.kind === 'host') continue;
            expect(l.link).toBe(`×${lanes} gen ${gen}`);
            expect(Math.abs(l.runs / lanes - rates[gen]!)).toBeLessThan(2);
          }
        },
      ),
      { numRuns: 150 },
    ));

  it('of an older card asks less of a long ribbon; an empty slot tells what it could', () => {
    const nodes = (gen: number): Record<string, LinkNode> => ({
      'host-1': { name: 'Processor', type: 'processor', lanes: 16 },
      'socket-1': { name: 'Slot 1', type: 'slot-x16', on: 'host-1' },
      'socket-2': { name: 'Slot 2', type: 'slot-x4', on: 'host-1' },
      'adapter-1': { name: 'Ribbon', type: 'riser', on: 'socket-1', length: 300 },
      'link-1': { name: 'Card', type: 'graphics', on: 'adapter-1', gen },
    });
    const reach = (gen: number) => said(nodes(gen)).filter((f) => f.id === 'links/reach/adapter-1');
    expect(reach(4)).toHaveLength(1);
    expect(reach(3)).toHaveLength(0);
    expect(at(nodes(3), 'socket-2').link).toBe('×4 gen 3');
  });
});
