import { readFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { assessCut, mountsOf, toolPlan } from '@young-shell/core/cut';
import { applyChange, PRINT_KINDS, readConversion, type Conversion } from '@young-shell/core/document';
import type { SolidKernel } from '@young-shell/core/solid';
import { motionsOf, type PlayHole } from '../core/src/cut/align/motions';
import { printed } from '../core/src/cut/prints/printing';
import { plateOf } from '../core/src/cut/strength/plate';
import { medianOf, type Row } from './measure';

const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));

/** Nine holes of a board among sixty of a shell, four of which they meet after a turn. */
function holes(): { part: PlayHole[]; shell: PlayHole[] } {
  let state = 7;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  const part = [6.35, 163.8, 288].flatMap((x) =>
    [10.2, 165.1, 237.5].map((y): PlayHole => ({ at: [x, y], play: 0.25 })),
  );
  const shell = Array.from({ length: 60 }, (): PlayHole => ({ at: [next() * 400, next() * 400], play: 0.25 }));
  for (let i = 0; i < 4; i++) {
    const [x, y] = part[2 * i]!.at;
    shell[i] = {
      at: [x * Math.cos(0.02) - y * Math.sin(0.02) + 60, x * Math.sin(0.02) + y * Math.cos(0.02) + 50],
      play: 0.25,
    };
  }
  return { part, shell };
}

/** Figures of the Cut station. */
export async function cutRows(kernel: SolidKernel, short: boolean): Promise<Row[]> {
  const runs = short ? 1 : 15;
  const copy = await medianOf(() => JSON.parse(JSON.stringify(demo)), short ? 3 : 60);
  const against = { against: 'copying the plan through JSON', againstMs: copy };
  const [nx, ny] = [80, 60];
  const held = new Uint8Array((nx + 1) * (ny + 1));
  for (let j = 0; j <= ny; j++)
    for (let i = 0; i <= nx; i++) if (i === 0 || j === 0 || i === nx || j === ny) held[j * (nx + 1) + i] = 1;
  const plate = () =>
    plateOf({ nx, ny, dx: 5, dy: 5, poisson: 0.3, stiffness: new Float64Array(nx * ny).fill(1e5), held });
  const ready = plate();
  const matrix = new Float64Array(3 * (nx + 1) * (ny + 1) * 189);
  const filled = await medianOf(() => matrix.fill(1), runs);
  const { part, shell } = holes();
  const prints: Conversion = PRINT_KINDS.reduce(
    (d, kind, i) =>
      applyChange(d, {
        type: 'setPrint',
        id: `print-${i + 1}`,
        print: { name: kind, kind, sizes: {}, count: 1, ...(kind === 'tray' ? { of: 'board-1' } : {}) },
      }).document,
    demo,
  );
  const assembly = assemble(prints);
  return [
    {
      what: 'openings, mounts and conflicts of the demo after an edit',
      ms: await medianOf(() => {
        const document = structuredClone(demo);
        const solids = assemble(document);
        const { report } = assessCut(document, solids);
        return [mountsOf(document, solids), toolPlan(document, solids, report.openings)];
      }, runs),
      limit: 50,
      ...against,
    },
    {
      what: 'a plate of 60 × 80 elements',
      ms: await medianOf(plate, runs),
      limit: 250,
      against: 'filling its matrix',
      againstMs: filled,
    },
    {
      what: 'a further load case of it',
      ms: await medianOf(() => ready.under(ready.pressed(() => 1)), runs),
      limit: 40,
      against: 'filling its matrix',
      againstMs: filled,
    },
    {
      what: 'nine holes of a board with sixty of a shell',
      ms: await medianOf(() => motionsOf(part, shell), runs),
      limit: 100,
      ...against,
    },
    {
      what: 'a printed part of every kind',
      ms: await medianOf(
        () => Object.values(prints.cut.prints).map((p) => printed(prints, assembly, p, kernel)),
        short ? 1 : 5,
      ),
      limit: 3000,
      ...against,
    },
  ];
}
