import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MadeFrame, MadeTray } from '../../document';
import { ELASTIC } from '../../standards';
import { barsOf, frameBlocks, jointsOf, loadOf, meshOf, sagOf, sectionOf } from './frame';
import { massOf, partMade } from './made';
import { around, keptOf, lossOf, standardTray, trayBlocks, TRAY_ROWS } from './tray';

const FRAME: MadeFrame = {
  kind: 'frame',
  shape: 'flat',
  width: 600,
  depth: 300,
  height: 0,
  cross: 2,
  profile: 'angle',
  side: 20,
  wall: 3,
  joint: 'rivets',
  material: 'steel',
};

describe('mesh on a frame', () => {
  const mesh: NonNullable<MadeFrame['mesh']> = { sides: ['top', 'front'], thickness: 1, open: 0.4 };
  it('weighs what is left of its sheets, and lies outside of the bars', () => {
    const meshed: MadeFrame = { ...FRAME, shape: 'box', height: 200, cross: 0, mesh };
    const { mesh: _, ...bare } = meshed;
    // Two sheets of 600 × 300 and 600 × 200 × 1 mm, 60 % of them steel at 7.85 g/cm³.
    const sheets = (600 * 300 + 600 * 200) * 0.6 * 7.85e-3;
    expect(massOf(meshed) - massOf(bare)).toBeCloseTo(sheets, 6);
    const [high, low] = [frameBlocks(meshed), frameBlocks(bare)].map((b) => Math.max(...b.map((x) => x.high[2])));
    expect(high! - low!).toBe(1);
    const bars = frameBlocks(bare);
    for (const sheet of meshOf(meshed))
      for (const bar of bars)
        expect([0, 1, 2].some((i) => sheet.low[i]! >= bar.high[i]! || sheet.high[i]! <= bar.low[i]!)).toBe(true);
  });
  it('of a wooden frame conducts where its bars do not; a flat frame has none at its front', () => {
    const { own } = partMade({ ...FRAME, material: 'wood', mesh }, 'Frame');
    const conducts = Object.values(own!.blocks).map((b) => [b.name.startsWith('mesh'), b.conducts]);
    expect(conducts.filter(([is]) => is)).toEqual([[true, 'metal']]);
    expect(conducts.every(([is, c]) => is || c === null)).toBe(true);
  });
});

describe('a rectangle around openings', () => {
  it('is covered once where no opening is, and not at all where one is', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: -5, max: 40 }),
            fc.integer({ min: -5, max: 30 }),
            fc.integer({ min: 1, max: 20 }),
            fc.integer({ min: 1, max: 20 }),
          ),
          { maxLength: 6 },
        ),
        (holes) => {
          const rectangles = holes.map(([x, z, w, h]): [number, number, number, number] => [x, z, x + w, z + h]);
          const pieces = around([0, 0, 40, 30], rectangles);
          const inside = (r: readonly number[], x: number, z: number) =>
            x > r[0]! && x < r[2]! && z > r[1]! && z < r[3]!;
          for (let x = 0.5; x < 40; x++)
            for (let z = 0.5; z < 30; z++) {
              const open = rectangles.some((r) => inside(r, x, z));
              expect(pieces.filter((p) => inside(p, x, z)).length).toBe(open ? 0 : 1);
            }
        },
      ),
      { numRuns: 60 },
    ));
});

describe('the tray of a case', () => {
  it('has a standoff for every hole of its board, a window for its sockets, and as many slots as an ATX board has', () => {
    const tray = standardTray('board/atx');
    expect(Object.keys(tray.standoffs)).toHaveLength(9);
    const slots = Object.keys(tray.openings).filter((id) => id.startsWith('slot'));
    // ATX specification 2.2, from memory: seven slots, 0.8 in apart; the opening 6.25 × 1.75 in.
    expect(slots).toHaveLength(7);
    expect(tray.openings['slot-1']!.x - tray.openings['slot-2']!.x).toBeCloseTo(0.8 * 25.4, 2);
    expect(tray.openings.sockets).toMatchObject({ width: 158.75, height: 44.45 });
    // Its holes are 6.2 × 8.95 in from corner to corner along two rows (ATX 2.2, from memory).
    const xs = Object.values(tray.standoffs).map((s) => s.x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(11.1 * 25.4, 0);
  });
  it('weighs what its material weighs', () => {
    const tray = { ...standardTray('board/mini-itx'), openings: {}, rear: 0 };
    expect(massOf(tray)).toBeCloseTo(tray.width * tray.depth * tray.thickness * 7.85e-3, 6);
  });
  it('is refused for what is no board with holes', () => {
    expect(() => standardTray('board/nano-itx')).toThrow('no board with known holes');
    expect(() => standardTray('drive/2.5-7')).toThrow('no board');
  });
  it('cut down loses what lies in what comes off: counted one by one', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...TRAY_ROWS.map((r) => r.key)),
        fc.tuple(
          fc.integer({ min: 0, max: 70 }),
          fc.integer({ min: 0, max: 70 }),
          fc.integer({ min: 0, max: 70 }),
          fc.integer({ min: 0, max: 70 }),
        ),
        (key, [left, right, front, rear]) => {
          const whole = standardTray(key);
          const tray: MadeTray = { ...whole, off: { left, right, front, rear, top: 0 } };
          const { low, high } = keptOf(tray);
          if (high[0] - low[0] < 1 || high[1] - low[1] < 1) return;
          const lost = new Set(lossOf(tray).standoffs);
          for (const [id, s] of Object.entries(tray.standoffs)) {
            const off = s.x < left || s.x > tray.width - right || s.y < front || s.y > tray.depth - rear;
            const far =
              s.x > left + 5 && s.x < tray.width - right - 5 && s.y > front + 5 && s.y < tray.depth - rear - 5;
            if (off) expect(lost.has(id)).toBe(true);
            if (far) expect(lost.has(id)).toBe(false);
          }
          expect(lossOf(tray).panel).toBe(rear > 0);
          // What is left is all inside the lines.
          for (const box of trayBlocks(tray)) {
            expect(box.low[0]).toBeGreaterThanOrEqual(left - 1e-9);
            expect(box.high[1]).toBeLessThanOrEqual(tray.depth - rear + 1e-9);
          }
        },
      ),
      { numRuns: 80 },
    ));
  it('loses exactly what the saw, 5 mm of foot around a standoff, and the lines above and beside the panel take', () => {
    const tray: MadeTray = {
      ...standardTray('board/mini-itx'),
      width: 200,
      depth: 100,
      rear: 40,
      standoffs: { 'standoff-1': { x: 24, y: 50 }, 'standoff-2': { x: 26, y: 50 }, 'standoff-3': { x: 176, y: 13 } },
      openings: {
        'low-1': { name: 'Low', x: 60, z: 2, width: 40, height: 20 },
        'high-1': { name: 'High', x: 120, z: 10, width: 20, height: 28 },
        'left-1': { name: 'Left', x: 18, z: 2, width: 20, height: 10 },
        'right-1': { name: 'Right', x: 150, z: 2, width: 40, height: 10 },
      },
      off: { left: 20, right: 0, front: 0, rear: 0, top: 0 },
    };
    const off = (more: Partial<MadeTray['off']>) =>
      lossOf({ ...tray, off: { left: 0, right: 0, front: 0, rear: 0, top: 0, ...more } });
    // The foot of one at 24 begins at 19; of one at 26 at 21.
    expect(off({ left: 20 })).toMatchObject({ standoffs: ['standoff-1'], openings: ['left-1'], sawn: 140, left: 0.9 });
    expect(off({ right: 20 })).toMatchObject({ standoffs: ['standoff-3'], openings: ['right-1'], sawn: 140 });
    // One at 176 reaches to 181.
    expect(off({ right: 19 }).standoffs).toEqual([]);
    expect(off({ right: 19.1 }).standoffs).toEqual(['standoff-3']);
    expect(off({ front: 10 })).toMatchObject({ standoffs: ['standoff-3'], openings: [], sawn: 200, left: 0.9 });
    expect(off({ front: 7 }).standoffs).toEqual([]);
    // The panel stands at the rear: it goes with the strip under it.
    expect(off({ rear: 30 })).toMatchObject({ panel: true, sawn: 200 });
    expect(off({ rear: 30 }).openings).toHaveLength(4);
    // 38 of 40 are left under a line 2 mm from the top: what ends there is whole, 1 mm lower it is opened.
    expect(off({ top: 2 })).toMatchObject({ openings: [], sawn: 200, panel: false });
    expect(off({ top: 3 }).openings).toEqual(['high-1']);
    expect(off({ left: 20, top: 3 }).sawn).toBe(100 + 37 + 180);
    expect(off({}).sawn).toBe(0);
  });
  it('says so where nothing is left', () => {
    const tray = standardTray('board/mini-itx');
    expect(() => trayBlocks({ ...tray, off: { ...tray.off, left: 100, right: 100 } })).toThrow(
      'nothing of the tray is left',
    );
  });
});

describe('a frame of bars', () => {
  it('has sections as the tables of rolled angles have them', () => {
    // L 40 × 40 × 4: A = 3.08 cm², I = 4.47 cm⁴; L 20 × 20 × 3: A = 1.12 cm², I = 0.39 cm⁴ (EN 10056, from memory).
    const l40 = sectionOf({ profile: 'angle', side: 40, wall: 4 });
    expect(l40.area / 308).toBeCloseTo(1, 1);
    expect(l40.inertia / 44_700).toBeCloseTo(1, 1);
    const l20 = sectionOf({ profile: 'angle', side: 20, wall: 3 });
    expect(l20.area / 112).toBeCloseTo(1, 1);
    expect(l20.inertia / 3900).toBeCloseTo(1, 1);
    expect(sectionOf({ profile: 'solid', side: 12, wall: 1 }).inertia).toBeCloseTo(12 ** 4 / 12, 9);
  });
  it('has the second moment that many thin strips add up to', () =>
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 60 }), fc.integer({ min: 1, max: 4 }), (side, wall) => {
        for (const profile of ['angle', 'square tube', 'flat bar'] as const) {
          const wide = (y: number) =>
            profile === 'angle'
              ? y < wall
                ? side
                : wall
              : profile === 'flat bar'
                ? side
                : y < wall || y > side - wall
                  ? side
                  : 2 * wall;
          const tall = profile === 'flat bar' ? wall : side;
          const n = 4000;
          const strips = Array.from({ length: n }, (_, i) => ({
            y: ((i + 0.5) * tall) / n,
            a: (wide(((i + 0.5) * tall) / n) * tall) / n,
          }));
          const area = strips.reduce((s, { a }) => s + a, 0);
          const middle = strips.reduce((s, { a, y }) => s + a * y, 0) / area;
          const inertia = strips.reduce((s, { a, y }) => s + a * (y - middle) ** 2, 0);
          const section = sectionOf({ profile, side, wall });
          expect(section.area / area).toBeCloseTo(1, 2);
          expect(section.inertia / inertia).toBeCloseTo(1, 2);
        }
      }),
      { numRuns: 25 },
    ));
  it('sags as integrating its bending line twice says', () => {
    // E I v″ = M(x) = w x (l − x) / 2, v(0) = v(l) = 0, by small steps.
    const [w, span, modulus, inertia] = [0.2, 800, 210_000, 3900];
    const n = 20_000;
    const h = span / n;
    let slope = 0;
    let v = 0;
    const line: number[] = [0];
    for (let i = 0; i < n; i++) {
      const x = (i + 0.5) * h;
      slope += ((w * x * (span - x)) / 2 / (modulus * inertia)) * h;
      v += slope * h;
      line.push(v);
    }
    const middle = line[n]! / 2 - line[n / 2]!;
    expect(sagOf(w, span, modulus, inertia)).toBeCloseTo(middle, 3);
  });
  it('stands of bars that do not meet, and are as long as they are sawn', () => {
    for (const profile of ['angle', 'square tube', 'flat bar', 'solid'] as const)
      for (const shape of ['flat', 'box'] as const) {
        const frame = { ...FRAME, profile, shape, height: shape === 'box' ? 250 : 0 };
        const boxes = frameBlocks(frame);
        for (const [i, a] of boxes.entries())
          for (const b of boxes.slice(i + 1)) {
            const meet = [0, 1, 2].every(
              (k) => Math.min(a.high[k]!, b.high[k]!) - Math.max(a.low[k]!, b.low[k]!) > 1e-9,
            );
            expect(meet).toBe(false);
          }
        const high = profile === 'flat bar' ? frame.wall : frame.side;
        const top = shape === 'box' ? 250 : high;
        expect(Math.max(...boxes.map((b) => b.high[2]))).toBeCloseTo(top, 9);
        // Volume of the boxes against length and section.
        const volume = boxes.reduce((s, b) => s + [0, 1, 2].reduce((p, k) => p * (b.high[k]! - b.low[k]!), 1), 0);
        const sawn = barsOf(frame).reduce((s, b) => s + b.length * b.area, 0);
        if (profile !== 'square tube') expect(volume).toBeCloseTo(sawn, 3);
        expect(partMade(frame, 'Frame').mass).toBe(Math.round(sawn * 7.85e-3));
      }
  });
  it('stiffer with more cross members and larger bars, never with a heavier load', () => {
    const sag = (patch: Partial<MadeFrame>, grams = 5000) => loadOf({ ...FRAME, ...patch }, grams, 1000).sag;
    expect(sag({ cross: 4 })).toBeLessThan(sag({}));
    expect(sag({ side: 30 })).toBeLessThan(sag({}));
    expect(sag({}, 9000)).toBeGreaterThan(sag({}));
    // All load on the two long bars alone, as handbooks have it: 5 w l⁴ / 384 E I.
    const only = sagOf((6 * 9.81) / 2 / 600, 600, ELASTIC.steel.modulus, sectionOf(FRAME).inertia);
    expect(sag({ cross: 12, depth: 41 }, 5000)).toBeCloseTo(only, 3);
  });
  it('counts what joins it', () => {
    expect(jointsOf(FRAME)).toEqual({ name: 'blind rivets 4 mm', count: 16 });
    expect(jointsOf({ ...FRAME, joint: 'corner pieces', cross: 0 })).toEqual({ name: 'corner pieces', count: 4 });
  });
  it('is refused where bars do not fit', () => {
    expect(() => barsOf({ ...FRAME, depth: 40 })).toThrow('has no room between bars of 20 mm');
    expect(() => barsOf({ ...FRAME, width: 100, cross: 12 })).toThrow(
      '12 cross members of 20 mm do not fit in 100 mm; 2 would',
    );
    expect(() => barsOf({ ...FRAME, shape: 'box', height: 30 })).toThrow('box frame 30 mm high');
  });
});
