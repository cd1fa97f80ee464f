import { describe, expect, it } from 'vitest';
import { CUTOUTS, SCREWS, SLOT, standardPart } from '../standards';
import { partFrom, partModel } from '.';

// An open footprint library and its board templates: Debian packages kicad-footprints 6.0.11-1 and kicad-templates
// 6.0.8-1, read on 2026-11-26; sizes are of the outlines drawn on the fabrication and edge layers, mm.
describe('an open footprint library has the same', () => {
  const board = partModel('board-1', partFrom(standardPart('board/micro-atx')!));
  const sides = (model: ReturnType<typeof partModel>, id: string) => {
    const { low, high } = model.blocks.find((b) => b.id === id)!;
    return [0, 1].map((i) => high[i]!.value - low[i]!.value).sort((a, b) => b - a);
  };
  it.each([
    ['main-socket', '2 × 12 contacts, 4.2 mm apart, upright', 51.95, 11.35],
    ['processor-socket', '2 × 4 contacts, 4.2 mm apart, upright', 18.35, 11.35],
  ])('%s: %s', (id, _, length, width) => {
    const [long, short] = sides(board, id);
    expect(Math.abs(long! - length)).toBeLessThan(1);
    expect(Math.abs(short! - width)).toBeLessThan(1);
  });
  it('the slot holds the card edge of 16 lanes with its two end walls', () => {
    // BUS_PCIexpress_x16: the edge is 84.3 long and goes in by up to 8.4.
    const [long] = sides(board, 'slot');
    expect(long).toBeGreaterThan(84.3 + 2);
    expect(long).toBeLessThan(84.3 + 8);
    expect(SLOT.height).toBeGreaterThan(8.4);
  });
  it('plugs of a drive are at least as wide as the socket for data and power on it', () => {
    // SATA, 7 and 15 contacts, lying: 42.4 wide with its ears.
    for (const key of ['drive/2.5-7', 'drive/3.5']) {
      const [long] = sides(partModel('d', partFrom(standardPart(key)!)), 'plugs');
      expect(long).toBeGreaterThanOrEqual(42.4 - 4);
    }
  });
  it.each([
    [9, 25],
    [15, 33.3],
    [25, 47.1],
  ])('screws of a D-sub socket of %i poles are %f mm apart', (poles, apart) => {
    // Connector_Dsub: the two mounting holes of the lying sockets with housing.
    const [left, right] = CUTOUTS.find((row) => row.key === `socket/d-sub-${poles}`)!.screws;
    expect(Math.abs(right!.u - left!.u - apart)).toBeLessThan(0.1);
  });
  it('holes of a card-size board', () => {
    // The template of an add-on for it: (103.5, 47.5), (161.5, 47.5), (103.5, 96.5), (161.5, 96.5) from (100, 44).
    const template = [[103.5, 47.5], [161.5, 47.5], [103.5, 96.5], [161.5, 96.5]]; // prettier-ignore
    const holes = standardPart('board/card-size')!.holes.map(({ x, y }) => [x + 100, y + 44]);
    expect(holes).toEqual(template);
  });
  it('clearance holes: its fine ones (ISO 273), ours medium and so a little wider', () => {
    for (const [thread, fine] of [
      ['M2', 2.2],
      ['M2.5', 2.7],
      ['M3', 3.2],
      ['M4', 4.3],
    ] as const) {
      const own = Object.values(SCREWS).find((s) => s.thread === thread)!.clearance;
      expect(own - fine, thread).toBeCloseTo(0.2, 6);
    }
  });
});
