import { describe, expect, it } from 'vitest';
import { assemble, pluggedOf, movedWithPlugged, placeInShell, socketPlacement, type Assembly } from '../assembly';
import { applyChange, defaultBox, lidAt, newConversion, type Conversion, type Placement } from '../document';
import { facesHold, linksOf, marginsOf, orderOf, placeFor, snap, shortAt } from '../fit';
import { partFrom, partModel } from '../parts';
import { measured } from '../quantity';
import { quarterTurn, type Axis } from '../solid';
import { CABLES, FIRST_SLOT, IO_OPENING, SLOT_PITCH, standardPart } from '../standards';
import { canFit, nearestWhere, searchLayouts, waysOutOf, whereCanItGo } from '.';

/** A box with walls of 2 mm around a room, all of it may be cut, with a board and a card. */
function bench(size: readonly [number, number, number], cooler = 47, card = 'card/half-length-2'): Conversion {
  const hull = defaultBox();
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(2);
  [hull.width, hull.depth, hull.height] = size.map((v) => measured(v + 4)) as [never, never, never];
  const document = newConversion('Bench', hull);
  document.brief = { ...document.brief, policy: 'open', blockedFaces: [] };
  document.shell.bodies.lid = lidAt(measured(size[2] - 2));
  const board = partFrom(standardPart('board/mini-itx')!, 'Board');
  board.dimensions.coolerHeight = measured(cooler);
  document.kit.parts = { 'board-1': board, 'card-1': partFrom(standardPart(card)!, 'Card') };
  return document;
}
const withPlacements = (document: Conversion, placements: Record<string, Placement>): Conversion => ({
  ...document,
  layout: { ...document.layout, placements: { ...document.layout.placements, ...placements } },
});
const stops = (assembly: Assembly) => shortAt(marginsOf(assembly));
const upright = { rear: 'rear', top: 'top', locked: false } as const;

/** A roomy bench with the board at its rear wall and the card in the slot. */
function plugged(height = 190): Conversion {
  const document = bench([420, 300, height]);
  const at: Placement = { x: 120, y: 302 - 2.1 - 170, z: 2, ...upright };
  const board = placeInShell('board-1', document.kit.parts['board-1']!, at, document);
  const seat = socketPlacement(board, 'card-1', document.kit.parts['card-1']!)!;
  return withPlacements(document, { 'board-1': at, 'card-1': seat });
}

describe('a card in the slot of a board', () => {
  it('has its openings a slot pitch apart beside the input/output opening and its clear band', () => {
    // ATX 2.2: 2.5 mm stay clear around the opening; slots are 20.32 mm apart (card specification).
    const document = plugged();
    const { parts } = assemble(document);
    const [io] = parts[0]!.faces.find((f) => f.id === 'sockets')!.cuts;
    const slots = parts[1]!.faces.find((f) => f.id === 'bracket')!.cuts;
    const centres = slots.map((cut) => cut.at[0]).sort((a, b) => b - a);
    expect(centres[0]! - centres[1]!).toBeCloseTo(SLOT_PITCH.value, 6);
    expect(io!.at[0] - IO_OPENING.width / 2 - 2.5).toBeGreaterThan(centres[0]! + 12.5 / 2);
  });

  it('hangs over the side edge of a board of 170 mm by all but the first slot', () => {
    const { sockets } = partModel('board-1', plugged().kit.parts['board-1']!);
    expect(sockets!.slot![0]!.at[0].value).toBeCloseTo(170 - FIRST_SLOT.fromEdge, 6);
    const { parts } = assemble(plugged());
    const over = parts[0]!.low[0] - parts[1]!.low[0];
    expect(over).toBeGreaterThan(SLOT_PITCH.value);
    expect(over).toBeLessThan(2 * SLOT_PITCH.value);
  });

  it('needs no riser and no room for its plug; a millimetre beside the slot it needs both', () => {
    const document = plugged();
    const there = assemble(document);
    expect(pluggedOf(there.parts)).toEqual({ 'board-1': ['card-1'] });
    expect(stops(there)).toEqual([]);
    expect(linksOf(document, there).map((l) => l.kind)).not.toContain('riser');
    const card = document.layout.placements['card-1']!;
    const beside = withPlacements(document, { 'card-1': { ...card, x: card.x - 1 } });
    expect(linksOf(beside, assemble(beside)).map((l) => l.cable)).toContain(CABLES.riser);
    expect(stops(assemble(beside)).map((m) => m.kind)).toContain('plug');
  });

  it('goes with its board, moved and turned', () => {
    let document = plugged();
    const inSlots = pluggedOf(assemble(document).parts);
    for (const axis of [0, 1, 2] as Axis[]) {
      const at = { ...document.layout.placements['board-1']!, x: 100 + 7 * axis };
      const turned = { ...at, ...quarterTurn(at, axis) };
      document = withPlacements(document, movedWithPlugged(document, inSlots, 'board-1', turned));
      expect(pluggedOf(assemble(document).parts)).toEqual(inSlots);
    }
    const locked = { ...document.layout.placements['card-1']!, locked: true };
    const held = withPlacements(document, { 'card-1': locked });
    const moved = movedWithPlugged(held, inSlots, 'board-1', { ...held.layout.placements['board-1']!, x: 1 });
    expect(Object.keys(moved)).toEqual(['board-1']);
  });

  it('comes out straight away from the board, before it', () => {
    const document = plugged(260);
    const { first, steps, trapped } = orderOf(document, assemble(document));
    expect(trapped).toEqual([]);
    expect(first).toMatchObject({ 'card-1': [], 'board-1': ['card-1'] });
    expect(steps.find((s) => s.parts.includes('card-1'))!.legs.at(-1)!.direction).toBe('bottom');
    // With the board on its side the card goes sideways out of the slot, then up.
    const inSlots = pluggedOf(assemble(document).parts);
    const at: Placement = { x: 60, y: 60, z: 12, rear: 'rear', top: 'right', locked: false };
    const lying = withPlacements(document, movedWithPlugged(document, inSlots, 'board-1', at));
    expect(stops(assemble(lying))).toEqual([]);
    const last = orderOf(lying, assemble(lying)).steps.at(-1)!;
    expect(last.parts).toEqual(['card-1']);
    expect(last.legs.map((leg) => leg.direction)).toEqual(['bottom', 'left']);
    expect(last.legs[1]!.by).toBeGreaterThanOrEqual(9);
  });

  it('is drawn into the slot when it comes near, also from another height', () => {
    const document = plugged();
    const seat = document.layout.placements['card-1']!;
    const near = placeInShell(
      'card-1',
      document.kit.parts['card-1']!,
      { ...seat, x: seat.x + 3, y: seat.y - 2, z: seat.z + 40 },
      document,
    );
    const { by, intoSocket } = snap(assemble(document), near, [0, 1], 5);
    expect(intoSocket).toBe(true);
    [-3, 2, -40].forEach((v, i) => expect(by[i]).toBeCloseTo(v, 2));
    expect(snap(assemble(document), near, [0, 1], 1).intoSocket).toBeUndefined();
  });

  it('is a place to propose where nothing is in its way', () => {
    const document = plugged();
    const seat = document.layout.placements['card-1']!;
    const proposed = (d: Conversion) => {
      const bare = { ...d, layout: { ...d.layout, placements: { 'board-1': d.layout.placements['board-1']! } } };
      return placeFor(bare, assemble(bare), 'card-1').proposals.map((p) => p.placement);
    };
    expect(proposed(document)).toContainEqual(seat);
    const atTheSide = withPlacements(document, { 'board-1': { ...document.layout.placements['board-1']!, x: 8 } });
    expect(proposed(atTheSide).some((p) => p.z === seat.z && p.rear === 'rear' && p.top === 'top')).toBe(false);
  });

  it('stays in the slot wherever the board is shown to have room', () => {
    const document = plugged();
    const [where] = whereCanItGo(document, 'board-1', { only: upright, step: 8 });
    for (const wanted of [0, 100, 400]) {
      const [x, y, z] = nearestWhere(where!, [wanted, 130, 2])!;
      const moved = movedWithPlugged(document, { 'board-1': ['card-1'] }, 'board-1', { ...upright, x, y, z });
      const assembly = assemble(withPlacements(document, moved));
      expect(stops(assembly)).toEqual([]);
      expect(pluggedOf(assembly.parts)).toEqual({ 'board-1': ['card-1'] });
    }
  });
});

describe('a search with a board that has a slot', () => {
  it('finds layouts with the card in the slot beside those on a riser', () => {
    const document = bench([320, 260, 180]);
    const { layouts } = searchLayouts(document, { wanted: 6, steps: 1500 });
    const ways = layouts.map(({ placements }) => {
      const assembly = assemble(withPlacements(document, placements));
      expect(stops(assembly)).toEqual([]);
      return pluggedOf(assembly.parts)['board-1'] ? 'slot' : 'riser';
    });
    expect(new Set(ways)).toEqual(new Set(['slot', 'riser']));
  });

  /** A cooler of 115 mm leaves no room to lay the card over the board, the shell none beside it or at another face. */
  const tight = (height: number): Conversion => {
    const document = bench([216, 176, height], 115);
    document.brief.blockedFaces = ['left', 'right', 'front', 'top', 'bottom'];
    document.layout.placements['board-1'] = { x: 46, y: 178 - 2.1 - 170, z: 2, ...upright, locked: true };
    return document;
  };

  it('puts the card into the slot of a board that stays, where it has no other place', () => {
    const [layout] = searchLayouts(tight(160), { wanted: 1, steps: 200 }).layouts;
    expect(Object.keys(layout!.placements)).toEqual(['card-1']);
    const { parts } = assemble(withPlacements(tight(160), layout!.placements));
    expect(pluggedOf(parts)).toEqual({ 'board-1': ['card-1'] });
    expect(canFit(tight(160), ['card-1'], [])).toBe('found');
    expect(canFit(tight(135), ['card-1'], [])).toBe('impossible');
  });

  it('raises the lid no farther than the card in the slot needs', () => {
    const low = tight(150);
    const ring = waysOutOf(low).ways.find((w) => w.kind === 'ring')!;
    const raised = applyChange(low, ring.change).document;
    const { parts, hull } = assemble(raised);
    const plug = parts.find((p) => p.pluggedInto)!.solids.find((s) => s.id === 'card-1/power-plug')!;
    const spare = hull.innerHigh[2] - plug.shape.high[2];
    expect(spare).toBeGreaterThanOrEqual(-1e-6);
    expect(spare).toBeLessThanOrEqual(0.5 + 1e-6);
  });
});

describe('a DC board', () => {
  /** A thin kit with its supply outside. */
  const outside = (): Conversion => {
    const document = bench([260, 260, 110]);
    delete document.kit.parts['card-1'];
    const add = (id: string, key: string) => (document.kit.parts[id] = partFrom(standardPart(key)!, id));
    add('brick-1', 'brick/dc-board');
    add('jack-1', 'jack/dc-round');
    return document;
  };
  it('stands on the main socket of its board, and only its leads are left to be laid', () => {
    const document = outside();
    const [layout] = searchLayouts(document, { wanted: 1, steps: 400 }).layouts;
    const there = withPlacements(document, layout!.placements);
    const assembly = assemble(there);
    expect(stops(assembly)).toEqual([]);
    expect(pluggedOf(assembly.parts)).toEqual({ 'board-1': ['brick-1'] });
    const [board, brick] = ['board-1', 'brick-1'].map((id) => assembly.parts.find((p) => p.id === id)!);
    expect(brick!.low[2]).toBeCloseTo(board!.solids.find((s) => s.id === 'board-1/plate')!.shape.high[2] + 13, 6);
    const kinds = linksOf(there, assembly).map((l) => l.kind);
    expect(kinds).toEqual(expect.arrayContaining(['processor power', 'DC lead']));
    expect(kinds).not.toContain('main power');
    // Its jack is screwed into a wall: the nut lies against it, a hole as wide as its thread is cut.
    const jack = assembly.parts.find((p) => p.id === 'jack-1')!;
    expect(jack.faces[0]!.cuts[0]!.shape).toEqual({ kind: 'round', diameter: 11 });
    expect(facesHold(there, assembly, jack)).toBe(true);
  });
  it('that is elsewhere needs an extension, and goes with its board where it is not', () => {
    const document = outside();
    const at: Placement = { x: 50, y: 262 - 2.1 - 170, z: 2, ...upright };
    const apart = withPlacements(document, { 'board-1': at, 'brick-1': { x: 10, y: 10, z: 50, ...upright } });
    expect(linksOf(apart, assemble(apart)).map((l) => l.kind)).toContain('main power');
    const board = placeInShell('board-1', document.kit.parts['board-1']!, at, document);
    const seat = socketPlacement(board, 'brick-1', document.kit.parts['brick-1']!)!;
    const moved = movedWithPlugged(
      withPlacements(document, { 'board-1': at, 'brick-1': seat }),
      { 'board-1': ['brick-1'] },
      'board-1',
      { ...at, x: 60 },
    );
    expect(moved['brick-1']).toEqual({ ...seat, x: seat.x + 10 });
  });
});

it('a card laid over the slot of a board goes into it; a bracket’s height above it does not', () => {
  const document = bench([420, 300, 190]);
  const at: Placement = { x: 120, y: 302 - 2.1 - 170, z: 2, ...upright };
  const board = placeInShell('board-1', document.kit.parts['board-1']!, at, document);
  const surface = board.solids.find((s) => s.id === 'board-1/plate')!.shape.high[2];
  // A bar from the left over the slot alone: nothing else of the board is as high there.
  const over = (height: number) => {
    const bar = partFrom(standardPart('drive/2.5-7')!, 'Bar');
    document.kit.parts['bar-1'] = bar;
    const put = withPlacements(document, {
      'board-1': at,
      'bar-1': { x: 120 - 60, y: 302 - 2.1 - 140, z: surface + height, rear: 'rear', top: 'top', locked: false },
    });
    return marginsOf(assemble(put)).find((m) => m.id === 'board-1|bar-1' || m.id === 'bar-1|board-1')!;
  };
  expect(over(6).solid === 'board-1/slot' || over(6).other.solid === 'board-1/slot').toBe(true);
  expect(over(6).distance).toBeLessThan(-1);
  // SLOT, from memory of the card specification: 11.25 mm high.
  expect(over(20).distance).toBeCloseTo(20 - 11.25, 6);
});

it('an opening that was measured inwards from the edge stays where it was measured, a guess is put right', () => {
  const io = (tool: 'calipers' | 'guess') => {
    const part = partFrom(standardPart('board/mini-itx')!, 'Board');
    delete part.dimensions.ioBeyondEdge;
    part.dimensions.ioFromEdge = measured(3, tool);
    return partModel('board-1', part).faces[0]!.cuts[0]!.at[0] + IO_OPENING.width / 2;
  };
  expect(io('calipers')).toBeCloseTo(170 - 3, 6);
  expect(io('guess')).toBeCloseTo(170 + 5.6, 6);
});
