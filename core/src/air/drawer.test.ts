import { describe, expect, it } from 'vitest';
import { assemble, onFace } from '../assembly';
import { applyChange, defaultBox, newConversion, type Body, type Conversion, type FaceId } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessAir } from './assess';
import { airModel } from './build/model';
import { zonesOf } from './build/zones';
import { pressureOf } from './network/curve';
import { airReport } from './report';

const drawer: Body = {
  name: 'Drawer',
  kind: 'drawer',
  cut: { kind: 'face', face: 'front', u: measured(200), v: measured(75), width: measured(394), height: measured(144) },
  motion: { kind: 'slide', depth: measured(200), travel: measured(200), board: measured(6) },
  closures: [],
  material: 'plywood',
  weighed: null,
};
/** Inside of the drawer’s back. */
const BACK = 3 + 200 - 6;

/** A box of 400 × 400 × 150, a fan at the back board of its drawer, a slot of 60 × 20 in its front and one in its rear. */
function plan(slots: readonly FaceId[] = ['front', 'rear'], fan = true): Conversion {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(400), depth: measured(400), height: measured(150) });
  let document = newConversion('Shell', hull);
  document.shell.bodies['drawer-1'] = drawer;
  document = applyChange(document, {
    type: 'addPart',
    id: 'fan-1',
    part: partFrom(standardPart(fan ? 'fan/80x25' : 'drive/2.5-7')!, 'It'),
    placement: { x: 150, y: BACK - 25, z: 20, rear: 'rear', top: 'top', locked: false, on: 'drawer-1' },
  }).document;
  for (const face of slots) {
    const frame = assemble(document).hull.frames.find((f) => f.face === face)!;
    const { u, v } = onFace(frame, [200, face === 'front' ? 0 : 400, 100]);
    const shape = { kind: 'rectangle' as const, width: measured(60), height: measured(20) };
    const opening = { name: 'Slot', face, shape, u: measured(u), v: measured(v) };
    document = applyChange(document, { type: 'setOpening', id: `${face}-slot`, opening }).document;
  }
  return document;
}
const report = (document: Conversion) => airReport(document, assemble(document), 'full');

describe('air in a drawer', () => {
  it('is parted from the rest of the shell by its boards, where something looks through one', () => {
    const { zones, zoneAt } = zonesOf(assemble(plan()));
    const [inside, behind] = [zoneAt([200, BACK - 10, 60]), zoneAt([200, BACK + 16, 60])];
    expect(inside).not.toBe(behind);
    expect(zonesOf(assemble(plan([], false))).zones.some(({ high }) => Math.abs(high[1] - BACK - 6) < 1)).toBe(false);
    for (const { low, high } of zones) expect(low[1]! < BACK + 6 - 1e-6 && high[1]! > BACK + 6 + 1e-6).toBe(false);
  });
  it('goes through the fan in its back, and by the slots in front of it and behind it, as those and the fan’s curve say', () => {
    const document = plan();
    const assembly = assemble(document);
    const { air, edges } = airModel(document, assembly, 'full');
    const { fans, ways } = report(document);
    const [fan] = fans;
    const way = (id: string) => ways.find((w) => w.id === id)!;
    const seams = ways.filter((w) => w.kind === 'seam').reduce((sum, w) => sum + w.in, 0);
    expect(fan!.through).toBe('the back of Drawer');
    // What goes through the fan has come in by the drawer’s front and leaves by the shell’s rear.
    expect(way('front-slot').in + seams).toBeCloseTo(fan!.flow, 6);
    expect(way('rear-slot').out).toBeCloseTo(fan!.flow, 6);
    // A second way: a sharp hole takes ρ/2 (q / 0.61 A)² (Idelchik, from memory), in front by slot and seam side by side.
    const [slot, seam] = [60 * 20e-6, 2 * (394 + 144) * 0.3e-6];
    const own = edges
      .find((e) => e.of.kind === 'mover')!
      .terms.filter((t) => /opening|inside/.test(t.what))
      .reduce((sum, t) => sum + t.r, 0);
    const hole = (q: number, area: number) => (air.density / 2) * (q / (0.61 * area)) ** 2;
    let [low, high] = [0, 0.1];
    for (let i = 0; i < 60; i++) {
      const q = (low + high) / 2;
      const spent = hole(q, slot + seam) + hole(q, slot) + own * q * q;
      if (pressureOf(fan!.curve, q).pressure > spent) low = q;
      else high = q;
    }
    expect(Math.abs(fan!.flow / low - 1)).toBeLessThan(0.03);
  });
  it('stands where neither has a way out, and says through what the fan blows where it does not', () => {
    expect(Math.abs(report(plan(['front'])).fans[0]!.flow)).toBeLessThan(0.05 * report(plan()).fans[0]!.flow);
    const said = (document: Conversion) => assessAir(document, assemble(document)).findings;
    const document = plan();
    expect(said(document).filter((f) => f.id.startsWith('air/inside/'))).toEqual([]);
    expect(said(plan(['front'])).find((f) => f.id === 'air/against/fan-1')).toBeDefined();
  });
  it('has windows for sockets in a board, as large as what they leave open', () => {
    const document = plan();
    const sockets = applyChange(document, {
      type: 'addPart',
      id: 'board-1',
      part: partFrom(standardPart('board/mini-itx')!, 'Board'),
      placement: { x: 20, y: BACK - 171.2, z: 11, rear: 'rear', top: 'top', locked: false, on: 'drawer-1' },
    }).document;
    const assembly = assemble(sockets);
    const windows = airModel(sockets, assembly, 'full').zones.gaps.filter((g) => g.window !== undefined);
    // 6 % of the opening’s 158.75 × 44.45 mm (common practice, no source).
    expect(windows.map((w) => [w.window, Math.round(w.area)])).toEqual([
      ['input/output opening of Board', Math.round(0.06 * 158.75 * 44.45)],
    ]);
  });
});
