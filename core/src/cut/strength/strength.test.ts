import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import {
  applyChange,
  defaultBox,
  newConversion,
  OWN,
  readConversion,
  type Change,
  type Conversion,
} from '../../document';
import { partFrom } from '../../parts';
import { measured } from '../../quantity';
import { ELASTIC, standardPart } from '../../standards';
import { bendingFindings } from '../findings/bending';
import { bend, bendRoughly } from './bend';
import { beyondTheory } from './theory';
import { angleInertia, bentPlate, loadsOn, panelOf, STIFFENERS, type Panel } from './panel';
import { plateOf, type Plate } from './plate';
import { runs } from '../../../../testing/runs';

/** A plate of D = 1 with all edges held, n × n elements. */
function edged(n: number, a: number, b: number, how: number): Plate {
  const held = new Uint8Array((n + 1) ** 2);
  for (let j = 0; j <= n; j++)
    for (let i = 0; i <= n; i++) if (i === 0 || j === 0 || i === n || j === n) held[j * (n + 1) + i] = how;
  return plateOf({
    nx: n,
    ny: n,
    dx: a / n,
    dy: b / n,
    poisson: 0.3,
    stiffness: new Float64Array(n * n).fill(1),
    held,
  });
}
const middle = (n: number) => (n / 2) * (n + 1) + n / 2;
const pressed = (plate: Plate, n: number) => plate.under(plate.pressed(() => 1))[middle(n)]!;
const pushed = (plate: Plate, n: number) => {
  const force = new Float64Array((n + 1) ** 2);
  force[middle(n)] = 1;
  return plate.under(force)[middle(n)]!;
};

describe('a plate', () => {
  // Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, tables 8 and 35, from memory.
  it.each([
    ['supported, square, pressed', 1, 1, 0.00406, pressed],
    ['clamped, square, pressed', 1, 2, 0.00126, pressed],
    ['supported, sides 1.5, pressed', 1.5, 1, 0.00772, pressed],
    ['supported, sides 2, pressed', 2, 1, 0.01013, pressed],
    ['supported, square, load in the middle', 1, 1, 0.0116, pushed],
    ['clamped, square, load in the middle', 1, 2, 0.0056, pushed],
  ] as const)(
    '%s bends by its coefficient within 1 %%, and finer grids come nearer',
    (_name, ratio, how, coefficient, test) => {
      const off = [8, 16, 32].map((n) => Math.abs(test(edged(n, 1, ratio, how), n) / coefficient - 1));
      expect(off[2]).toBeLessThan(0.01);
      // The printed coefficients have three or four figures: below that nothing gets nearer.
      expect(off[2]).toBeLessThanOrEqual(Math.max(off[0]!, 0.004));
    },
  );

  it('on a beam across bends as the beam does where that is much stiffer: 5 q a⁴ / 384 EI of the strip it carries', () => {
    const n = 16;
    const stiff = 1e4;
    const held = new Uint8Array((n + 1) ** 2);
    // Held along left and right alone: a wide beam, each line of which carries its own strip.
    for (let j = 0; j <= n; j++) held[j * (n + 1)] = held[j * (n + 1) + n] = 1;
    const beams = Array.from({ length: n + 1 }, (_, j) => j).flatMap((j) =>
      Array.from({ length: n }, (_, i) => ({ node: j * (n + 1) + i, along: 'x' as const, bending: stiff, torsion: 0 })),
    );
    const plate = plateOf({
      nx: n,
      ny: n,
      dx: 1 / n,
      dy: 1 / n,
      poisson: 0,
      stiffness: new Float64Array(n * n).fill(1),
      held,
      beams,
    });
    // A beam in the middle carries its n-th of the load.
    const expected = 5 / (384 * n * stiff);
    expect(pressed(plate, n) / expected).toBeCloseTo(1, 1);
  });

  it('that nothing holds is refused', () =>
    expect(() =>
      plateOf({
        nx: 4,
        ny: 4,
        dx: 1,
        dy: 1,
        poisson: 0.3,
        stiffness: new Float64Array(16).fill(1),
        held: new Uint8Array(25),
      }),
    ).toThrow(/not held/));
});

it('an equal angle 20 × 20 × 3 has a second moment of 0.39 cm⁴ (EN 10056-1 tables, from memory)', () =>
  expect(angleInertia(20, 3) / 1e4).toBeCloseTo(0.39, 1));

const box = (...changes: Change[]): Conversion => {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(400), depth: measured(300), height: measured(160) });
  for (const side of Object.values(hull.walls)) side.value = 1;
  const from = newConversion('Box', hull);
  from.shell.material = 'steel';
  return changes.reduce((d, c) => applyChange(d, c).document, from);
};
const drive: Change = {
  type: 'addPart',
  id: 'drive-1',
  part: partFrom(standardPart('drive/3.5')!, 'drive-1'),
  placement: { x: 150, y: 90, z: 1, rear: 'rear', top: 'top', locked: false },
};
const hatch = (width: number, height: number): Change => ({
  type: 'setCutOpening',
  id: 'cut-1',
  opening: {
    name: 'Hatch',
    use: 'window',
    face: 'bottom',
    u: 310,
    v: 150,
    shape: { kind: 'rectangle', width, height, radius: 0 },
    pattern: { kind: 'open' },
    screws: [],
  },
});

describe('a floor', () => {
  it('carries what is screwed to it and its own weight', () => {
    const document = box(drive);
    const assembly = assemble(document);
    const panel = panelOf(document, assembly, 'bottom', 'supported');
    const { forces, loads } = loadsOn(document, assembly, panel, 'after');
    const mass = document.kit.parts['drive-1']!.mass;
    expect(loads).toMatchObject([{ newton: (mass / 1000) * 9.80665 }]);
    expect(forces.reduce((a, b) => a + b, 0)).toBeCloseTo(loads[0]!.newton, 9);
  });

  it('bends more once it is cut, and less with a strip, an angle or a batten across', () => {
    const document = box(drive, hatch(120, 160));
    const bent = bend(document, 'bottom', assemble(document));
    expect(bent.after).toBeGreaterThan(1.05 * bent.before);
    expect(bend(box(drive), 'bottom', assemble(box(drive))).after).toBeCloseTo(bent.before, 9);
    for (const { most, line } of bent.stiffened) {
      expect(most).toBeLessThan(0.9 * bent.after);
      if (!line) continue;
      const { from, to } = line;
      // Straight across, beside the hatch.
      expect(from[0] === to[0] || from[1] === to[1]).toBe(true);
      if (from[0] === to[0]) expect(Math.abs(from[0] - 310)).toBeGreaterThan(60);
      else expect(Math.abs(from[1] - 150)).toBeGreaterThan(80);
    }
    // A frame lies around the hatch, a few elements wide at most, and helps less than the same angle from rim to rim may.
    const { frame } = bend(document, 'bottom', assemble(document), 'supported').stiffened.find((s) => s.frame)!;
    const us = frame!.map((p) => p[0]);
    const vs = frame!.map((p) => p[1]);
    expect(Math.min(...us)).toBeLessThanOrEqual(250);
    expect(Math.max(...us)).toBeGreaterThanOrEqual(370);
    expect(Math.max(...us) - Math.min(...us)).toBeLessThan(120 + 12);
    expect(Math.max(...vs) - Math.min(...vs)).toBeLessThan(160 + 12);
    // Twice the sheet around the opening brings it no lower than twice the sheet everywhere would: an eighth.
    const doubler = bent.stiffened.find((s) => s.stiffener.id === 'doubler');
    if (doubler) expect(doubler.most).toBeGreaterThan(bent.after / 8);
    expect(bent.stiffened.map((s) => s.most)).toEqual(bent.stiffened.map((s) => s.most).sort((a, b) => a - b));
    // The quick look is of the same size.
    expect(bendRoughly(document, 'bottom', assemble(document)).after / bent.after).toBeCloseTo(1, 0);
  });

  it('a closed one is what the coefficient says of its own weight', () => {
    const document = box();
    const panel = panelOf(document, assemble(document), 'bottom', 'supported');
    const plate = bentPlate(panel, 'after');
    const { modulus, poisson } = ELASTIC.steel;
    const d = modulus / (12 * (1 - poisson ** 2));
    const w = Math.max(...plate.under(plate.pressed(() => 1e-4)));
    // Sides 4 : 3, between 0.00406 and 0.00772 (Timoshenko, table 8: 0.00638 at 1.3, 0.00705 at 1.4).
    const alpha = (w * d) / (1e-4 * 300 ** 4);
    expect(alpha).toBeGreaterThan(0.00638);
    expect(alpha).toBeLessThan(0.00705);
  });

  it.each(['typewriter', 'piano-stool', 'cocktail-table'])('of the %s is no error, nor is any other face', (name) => {
    const document = readConversion(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8'));
    const assembly = assemble(document);
    for (const { face } of assembly.hull.frames) expect(bendRoughly(document, face, assembly).after).toBeGreaterThan(0);
  });

  it('with no thickness is refused with what to do', () => {
    const document = structuredClone(box());
    const assembly = assemble(document);
    const thin = {
      ...assembly,
      hull: { ...assembly.hull, walls: assembly.hull.walls.map((w) => ({ ...w, thickness: 0 })) },
    };
    expect(() => panelOf(document, thin, 'bottom', 'supported')).toThrow(/measure its wall/);
  });
});

const ccx = spawnSync('which', ['ccx']).status === 0;

/** Most deflection by shell elements of four nodes on the same grid, those of holes left out, of steel 1 mm thick, mm. */
function independent({ nx, ny, dx, dy, after, held }: Panel, forces: Float64Array): number {
  const whole = Array.from(after, (share) => share > 0.5);
  const node = (i: number, j: number) => j * (nx + 1) + i + 1;
  const used = new Set<number>();
  const elements: string[] = [];
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      if (!whole[j * nx + i]) continue;
      const corners = [node(i, j), node(i + 1, j), node(i + 1, j + 1), node(i, j + 1)];
      corners.forEach((c) => used.add(c));
      elements.push([j * nx + i + 1, ...corners].join(','));
    }
  const nodes = [...used].sort((a, b) => a - b);
  const deck = [
    '*NODE,NSET=ALL',
    ...nodes.map(
      (k) => `${k},${(((k - 1) % (nx + 1)) * dx).toFixed(6)},${(Math.floor((k - 1) / (nx + 1)) * dy).toFixed(6)},0.`,
    ),
    '*ELEMENT,TYPE=S4,ELSET=PLATE',
    ...elements,
    '*MATERIAL,NAME=STEEL',
    '*ELASTIC',
    '210000.,0.3',
    '*SHELL SECTION,ELSET=PLATE,MATERIAL=STEEL',
    '1.',
    '*BOUNDARY',
    ...nodes.filter((k) => held[k - 1]).map((k) => `${k},3,3,0.`),
    '1,1,2,0.',
    `${nx + 1},2,2,0.`,
    '*STEP',
    '*STATIC',
    '*CLOAD',
    ...nodes.filter((k) => !held[k - 1]).map((k) => `${k},3,${forces[k - 1]!.toExponential(9)}`),
    '*NODE PRINT,NSET=ALL',
    'U',
    '*END STEP',
    '',
  ];
  const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));
  writeFileSync(join(folder, 'plate.inp'), deck.join('\n'));
  execFileSync('ccx', ['plate'], { cwd: folder, stdio: 'ignore' });
  const rows = readFileSync(join(folder, 'plate.dat'), 'utf8')
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number))
    .filter((r) => r.length === 4 && r.every(Number.isFinite));
  return Math.max(...rows.map((r) => Math.abs(r[3]!)));
}

it.skipIf(!ccx)(
  'a panel with a hole bends as an independent finite element program says, within 3 % (calculix-ccx, Debian)',
  () => {
    const document = box(hatch(120, 160));
    const panel = panelOf(document, assemble(document), 'bottom', 'supported', undefined, 1);
    const { after } = panel;
    const plate = bentPlate(panel, 'after');
    const ours = plate.under(plate.pressed(() => 1e-4));
    const theirs = independent(
      panel,
      plate.pressed((e) => (after[e]! > 0.5 ? 1e-4 : 0)),
    );
    expect(theirs).toBeGreaterThan(0);
    expect(Math.max(...ours) / theirs).toBeGreaterThan(0.97);
    expect(Math.max(...ours) / theirs).toBeLessThan(1.03);
  },
);

/** A block of so many kilograms that stands on the floor. */
const block = (id: string, kg: number, size: [number, number, number], at: [number, number, number]): Change => ({
  type: 'addPart',
  id,
  part: {
    name: id,
    standard: OWN,
    dimensions: {},
    mass: kg * 1000,
    own: {
      blocks: {
        body: {
          name: 'body',
          role: 'body',
          shape: { kind: 'box' },
          direction: null,
          plug: 0,
          conducts: null,
          x: measured(0),
          y: measured(0),
          z: measured(0),
          width: measured(size[0]),
          depth: measured(size[1]),
          height: measured(size[2]),
        },
      },
      holes: {},
      faces: {},
      power: { idle: 0, typical: 0, peak: 0 },
      source: 'test',
    },
  },
  placement: { x: at[0], y: at[1], z: at[2], rear: 'rear', top: 'top', locked: false },
});

describe('what stands over an opening', () => {
  const round: Change = {
    type: 'setOpening',
    id: 'hole-1',
    opening: {
      name: 'Speaker',
      face: 'bottom',
      shape: { kind: 'round', diameter: measured(90) },
      u: measured(200),
      v: measured(150),
    },
  };

  it.each([0, 20, 60].slice(-runs(3, 2)))('bears on its rim with all of its weight, %d mm off its middle', (off) => {
    const document = box(round, block('drive-1', 6, [120, 120, 40], [140 + off, 90, 1]));
    const assembly = assemble(document);
    const panel = panelOf(document, assembly, 'bottom', 'supported');
    const { forces, loads } = loadsOn(document, assembly, panel, 'after');
    const weight = 6 * 9.80665;
    expect(loads[0]!.newton).toBeCloseTo(weight, 6);
    expect(forces.reduce((a, b) => a + b, 0)).toBeCloseTo(weight, 9);
    // No force on a node that no material touches.
    const { nx, ny, after } = panel;
    forces.forEach((f, node) => {
      const [i, j] = [node % (nx + 1), Math.floor(node / (nx + 1))];
      const touches = [[i - 1, j - 1], [i, j - 1], [i - 1, j], [i, j]].some(([a, b]) => a! >= 0 && b! >= 0 && a! < nx && b! < ny && after[b! * nx + a!]! > 0); // prettier-ignore
      if (!touches) expect(f).toBe(0);
    });
    if (!ccx) return;
    // The same weight spread by this test’s own hand: every square millimetre of the block beside the hole presses alike on
    // the nearest node that material touches.
    const { dx, dy, low } = panel;
    const theirs = new Float64Array(forces.length);
    let count = 0;
    for (let x = 140 + off + 0.5; x < 260 + off; x++)
      for (let y = 90.5; y < 210; y++) {
        const away = Math.hypot(x - 200, y - 150);
        if (away < 45) continue;
        const out = Math.max(1, (45 + dx / 2) / away);
        const [u, v] = [200 + out * (x - 200) - low[0], 150 + out * (y - 150) - low[1]];
        theirs[Math.round(v / dy) * (nx + 1) + Math.round(u / dx)]! += 1;
        count++;
      }
    theirs.forEach((n, node) => (theirs[node] = (n * weight) / count));
    const plate = bentPlate(panel, 'after');
    const ours = Math.max(...plate.under(forces));
    expect(ours / independent(panel, theirs)).toBeGreaterThan(0.95);
    expect(ours / independent(panel, theirs)).toBeLessThan(1.05);
  });

  it('counts with all that stands on it, once each', () => {
    const stack = box(
      block('drive-1', 0.3, [200, 150, 20], [60, 60, 1]),
      block('drive-2', 6, [100, 100, 40], [80, 80, 21]),
      block('drive-3', 2, [50, 50, 30], [90, 90, 61]),
    );
    const assembly = assemble(stack);
    const { loads } = loadsOn(stack, assembly, panelOf(stack, assembly, 'bottom', 'supported'), 'after');
    expect(loads).toHaveLength(1);
    expect(loads[0]!.newton).toBeCloseTo(8.3 * 9.80665, 6);
  });

  it('is told without a figure where no theory of thin plates holds', () => {
    const sagging = (kg: number) => {
      const soft = box(hatch(150, 240), block('drive-1', kg, [120, 120, 40], [60, 90, 1]), {
        type: 'setMaterial',
        material: 'plastic',
      });
      return bendingFindings(soft, assemble(soft)).find((f) => f.id === 'cut/bend/bottom');
    };
    const far = sagging(40)!;
    expect(far.sentence).toMatch(/far beyond what it stands/);
    expect(far.sentence).not.toMatch(/bends \d/);
    expect(beyondTheory(0.5, { thickness: 1, span: 300 })).toBe('no');
    expect(beyondTheory(0.51, { thickness: 1, span: 300 })).toBe('beyond');
    expect(beyondTheory(30.1, { thickness: 1, span: 300 })).toBe('far');
  });
});

describe('a lid of its own material', () => {
  const lid = (material: 'steel' | 'plastic'): Change => ({
    type: 'setBody',
    id: 'lid',
    body: {
      name: 'Lid',
      kind: 'lid',
      cut: { kind: 'plane', axis: 'z', at: measured(140), side: 'above' },
      motion: { kind: 'lift' },
      closures: [],
      material,
      weighed: null,
    },
  });

  it('bends by that: as stiff as its modulus says', () => {
    const most = (m: 'steel' | 'plastic') => {
      const document = box(lid(m));
      return bend(document, 'top', assemble(document)).after;
    };
    // The same hand on the same plate: deflections by 1 − ν² over E.
    const share = (m: 'steel' | 'plastic') => (1 - ELASTIC[m].poisson ** 2) / ELASTIC[m].modulus;
    expect(most('plastic') / most('steel')).toBeCloseTo(share('plastic') / share('steel'), -0.5);
    expect(most('plastic') / most('steel')).toBeGreaterThan(60);
    // Its floor is of the shell’s own.
    const wooden = box(lid('plastic'));
    expect(panelOf(wooden, assemble(wooden), 'bottom', 'supported').material).toEqual(
      panelOf(box(), assemble(box()), 'bottom', 'supported').material,
    );
  });
});

describe('a face that gives once it is cut', () => {
  const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
  it('is told after a while, with what it was before and what is tolerated', () => {
    const found = bendingFindings(deck, assemble(deck));
    const rear = found.find((f) => f.id === 'cut/bend/rear')!;
    const { before, after, limit } = bendRoughly(deck, 'rear', assemble(deck));
    expect(rear.verdict).toBe('note');
    expect(rear.figures.map((f) => f.value).slice(0, 3)).toEqual([after, before, limit]);
    expect(after).toBeGreaterThan(limit);
    // The floor keeps its holes for screws: nothing to say.
    expect(found.map((f) => f.id)).toEqual(['cut/bend/rear']);
  });
  it('a floor that sags under its drives warns', () => {
    const many = Array.from({ length: 2 }, (_, i): Change => ({
      ...drive,
      id: `drive-${i + 1}`,
      placement: { x: 60 + 150 * i, y: 60, z: 1, rear: 'rear', top: 'top', locked: false },
    }));
    const soft = box(...many, hatch(150, 240), { type: 'setMaterial', material: 'plastic' });
    expect(bendingFindings(soft, assemble(soft))).toMatchObject([{ id: 'cut/bend/bottom', verdict: 'warn' }]);
  });
  it('a floor that sags under what stands on it is told though nothing is cut; one that carries it is not', () => {
    // 6 kg on 60 × 60 mm in the middle of 1 mm, 400 × 300 mm, supported. Timoshenko, plate tables, from memory: a central
    // force on such a plate gives w = α P a² / D with α = 0.0145 at 4 : 3 (a the short side).
    const kg = 6;
    const heavy = (material: 'steel' | 'wood') =>
      box(block('thing-1', kg, [60, 60, 80], [170, 120, 1]), { type: 'setMaterial', material });
    const said = (d: Conversion) => bendingFindings(d, assemble(d)).filter((f) => f.id === 'cut/bend/bottom');
    const [sags] = said(heavy('steel'));
    expect(sags!.verdict).toBe('note');
    expect(sags!.sentence).toMatch(
      /^As it is, nothing cut, the floor bends beyond what it stands under what stands on it/,
    );
    const stiffness = (ELASTIC.steel.modulus * 1 ** 3) / (12 * (1 - ELASTIC.steel.poisson ** 2));
    const central = (0.0145 * kg * 9.80665 * 300 ** 2) / stiffness;
    const { value } = sags!.figures.find((f) => f.label === 'bends')!;
    // Spread over its foot, with its own weight: near the force in a point, a little under or over.
    expect(value / central).toBeGreaterThan(0.9);
    expect(value / central).toBeLessThan(1.1);
    expect(said(box())).toEqual([]);
    expect(said(box(block('thing-1', 0.1, [60, 60, 80], [170, 120, 1])))).toEqual([]);
  });
});

it('stiffeners are told apart and stiff', () =>
  expect(new Set(STIFFENERS.map((s) => s.bending)).size).toBe(STIFFENERS.length));
