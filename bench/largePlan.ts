import { evenWalls, feature, newConversion, type Conversion, type FeatureKind } from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { measured } from '@young-shell/core/quantity';
import { standardPart } from '@young-shell/core/standards';

/** What stands in turn on the floor of the hall, by its id in the library. */
const KIT = [
  'drive/3.5',
  'fan/120x25',
  'drive/2.5-9.5',
  'board/mini-itx',
  'drive/3.5',
  'supply/sfx',
  'drive/2.5-7',
  'fan/80x25',
  'board/pico-itx',
  'drive/3.5',
];
/** What stands in turn in the shell: kind, and the size of its box, mm. */
const FEATURES: readonly [FeatureKind, number, number, number][] = [
  ['rib', 2, 60, 40],
  ['boss', 8, 8, 12],
  ['bracket', 20, 30, 25],
  ['rail', 15, 120, 15],
  ['screw', 4, 4, 16],
];
/** A place of the hall for each part and each feature, mm. */
const CELL = 200;
const COLUMNS = 25;

/**
 * A plan as large as plans get: a steel hall with so many parts side by side on its floor and so many features between
 * them and under its roof. All of it invented.
 */
export function largePlan(parts: number, features: number): Conversion {
  const rows = Math.ceil(Math.max(parts, features / 2) / COLUMNS);
  const [width, depth, height] = [COLUMNS * CELL + 24, rows * CELL + 24, 624];
  const plan = newConversion('Hall of many parts', {
    form: 'box',
    width: measured(width, 'tape'),
    depth: measured(depth, 'tape'),
    height: measured(height, 'tape'),
    walls: evenWalls(measured(2, 'calipers')),
  });
  plan.shell.material = 'steel';
  plan.brief.policy = 'open';
  plan.shell.bodies['lid-1'] = {
    name: 'Lid',
    kind: 'lid',
    cut: { kind: 'plane', axis: 'z', at: measured(height - 2, 'tape'), side: 'above' },
    motion: { kind: 'lift' },
    closures: [{ kind: 'screw', count: 40, where: 'round the edge', releasedFrom: 'outside' }],
    material: 'steel',
    weighed: null,
  };
  const cell = (i: number) => [12 + (i % COLUMNS) * CELL, 12 + Math.floor(i / COLUMNS) * CELL] as const;
  for (let i = 0; i < parts; i++) {
    const key = KIT[i % KIT.length]!;
    const [x, y] = cell(i);
    plan.kit.parts[`part-${i + 1}`] = partFrom(standardPart(key)!, `Part ${i + 1}`);
    plan.layout.placements[`part-${i + 1}`] = { x, y, z: 8, rear: 'rear', top: 'top', locked: false };
  }
  for (let i = 0; i < features; i++) {
    const [kind, w, d, h] = FEATURES[i % FEATURES.length]!;
    const [x, y] = cell(i >> 1);
    const under = i % 2 === 1;
    const at = (v: number) => measured(v, 'rule');
    const sizes = { width: measured(w, 'calipers'), depth: measured(d, 'calipers'), height: measured(h, 'calipers') };
    plan.shell.features[`feature-${i + 1}`] = feature(
      `Feature ${i + 1}`,
      { kind: 'box', ...sizes },
      [at(x + 172), at(y + 20), at(under ? height - 4 - h : 2)],
      { kind },
    );
  }
  return plan;
}
