import { describe, expect, it } from 'vitest';
import { assemble, cardsInSlots, movedWithCard, placeInShell, slotPlacement, type Assembly } from '../assembly';
import { applyChange, defaultBox, lidAt, newConversion, type Conversion, type Placement } from '../document';
import { linksOf, marginsOf, orderOf, placeFor, snap, shortAt } from '../fit';
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
  const seat = slotPlacement(board, 'card-1', document.kit.parts['card-1']!)!;
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
    const { slot } = partModel('board-1', plugged().kit.parts['board-1']!);
    expect(slot![0].value).toBeCloseTo(170 - FIRST_SLOT.fromEdge, 6);
    const { parts } = assemble(plugged());
    const over = parts[0]!.low[0] - parts[1]!.low[0];
    expect(over).toBeGreaterThan(SLOT_PITCH.value);
    expect(over).toBeLessThan(2 * SLOT_PITCH.value);
  });

  it('needs no riser and no room for its plug; a millimetre beside the slot it needs both', () => {
    const document = plugged();
    const there = assemble(document);
    expect(cardsInSlots(there.parts)).toEqual({ 'board-1': 'card-1' });
    expect(stops(there)).toEqual([]);
    expect(linksOf(document, there).map((l) => l.kind)).not.toContain('riser');
    const card = document.layout.placements['card-1']!;
    const beside = withPlacements(document, { 'card-1': { ...card, x: card.x - 1 } });
    expect(linksOf(beside, assemble(beside)).map((l) => l.cable)).toContain(CABLES.riser);
    expect(stops(assemble(beside)).map((m) => m.kind)).toContain('plug');
  });

  it('goes with its board, moved and turned', () => {
    let document = plugged();
    const inSlots = cardsInSlots(assemble(document).parts);
    for (const axis of [0, 1, 2] as Axis[]) {
      const at = { ...document.layout.placements['board-1']!, x: 100 + 7 * axis };
      const turned = { ...at, ...quarterTurn(at, axis) };
      document = withPlacements(document, movedWithCard(document, inSlots, 'board-1', turned));
      expect(cardsInSlots(assemble(document).parts)).toEqual(inSlots);
    }
    const locked = { ...document.layout.placements['card-1']!, locked: true };
    const held = withPlacements(document, { 'card-1': locked });
    const moved = movedWithCard(held, inSlots, 'board-1', { ...held.layout.placements['board-1']!, x: 1 });
    expect(Object.keys(moved)).toEqual(['board-1']);
  });

  it('comes out straight away from the board, before it', () => {
    const document = plugged(260);
    const { first, steps, trapped } = orderOf(document);
    expect(trapped).toEqual([]);
    expect(first).toMatchObject({ 'card-1': [], 'board-1': ['card-1'] });
    expect(steps.find((s) => s.parts.includes('card-1'))!.legs.at(-1)!.direction).toBe('bottom');
    // With the board on its side the card goes sideways out of the slot, then up.
    const inSlots = cardsInSlots(assemble(document).parts);
    const at: Placement = { x: 60, y: 60, z: 12, rear: 'rear', top: 'right', locked: false };
    const lying = withPlacements(document, movedWithCard(document, inSlots, 'board-1', at));
    expect(stops(assemble(lying))).toEqual([]);
    const last = orderOf(lying).steps.at(-1)!;
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
    const { by, intoSlot } = snap(assemble(document), near, [0, 1], 5);
    expect(intoSlot).toBe(true);
    [-3, 2, -40].forEach((v, i) => expect(by[i]).toBeCloseTo(v, 2));
    expect(snap(assemble(document), near, [0, 1], 1).intoSlot).toBeUndefined();
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
      const moved = movedWithCard(document, { 'board-1': 'card-1' }, 'board-1', { ...upright, x, y, z });
      const assembly = assemble(withPlacements(document, moved));
      expect(stops(assembly)).toEqual([]);
      expect(cardsInSlots(assembly.parts)).toEqual({ 'board-1': 'card-1' });
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
      return cardsInSlots(assembly.parts)['board-1'] === 'card-1' ? 'slot' : 'riser';
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
    expect(cardsInSlots(parts)).toEqual({ 'board-1': 'card-1' });
    expect(canFit(tight(160), ['card-1'], [])).toBe('found');
    expect(canFit(tight(135), ['card-1'], [])).toBe('impossible');
  });

  it('raises the lid no farther than the card in the slot needs', () => {
    const low = tight(150);
    const ring = waysOutOf(low).ways.find((w) => w.kind === 'ring')!;
    const raised = applyChange(low, ring.change).document;
    const { parts, hull } = assemble(raised);
    const plug = parts.find((p) => p.inSlotOf)!.solids.find((s) => s.id === 'card-1/power-plug')!;
    const spare = hull.innerHigh[2] - plug.shape.high[2];
    expect(spare).toBeGreaterThanOrEqual(-1e-6);
    expect(spare).toBeLessThanOrEqual(0.5 + 1e-6);
  });
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
