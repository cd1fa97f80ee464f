import { readFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { readConversion, type KeyMatrix, type PanelControl, type PanelHeader } from '@young-shell/core/document';
import { matchControls } from '../core/src/panel/ways/assign';
import { harnessOf } from '../core/src/panel/harness/harness';
import { solveMatrix } from '../core/src/panel/matrix/solve';
import { harnessLines } from '../web/src/stations/panel/harnessLines';
import { medianOf, type Row } from './measure';

const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));

/** 128 keys on 8 rows and 16 columns, read twice. */
function keys128(): KeyMatrix {
  const keys: KeyMatrix['keys'] = {};
  for (let n = 0; n < 128; n++) {
    const reading = { pairs: [[1 + (n % 8), 9 + (n >> 3)]] as [number, number][], from: 'beeps' as const };
    keys[`key-${n + 1}`] = {
      legend: `K${n}`,
      x: n % 20,
      y: Math.floor(n / 20),
      readings: { a: reading, b: { ...reading } },
    };
  }
  return { name: 'K', pins: 24, keys };
}

/** 24 controls of all kinds: about 60 wires. */
function controls24(): Record<string, PanelControl> {
  const kinds = [
    { kind: 'momentary', wish: 'codes' },
    { kind: 'lamp', wish: 'power light' },
    { kind: 'meter', wish: 'level' },
    { kind: 'potentiometer', wish: 'volume' },
    { kind: 'encoder', wish: 'volume' },
    { kind: 'rotary selector', wish: 'codes' },
    { kind: 'latching', wish: 'power' },
    { kind: 'lever', wish: 'codes' },
  ] as const;
  return Object.fromEntries(
    Array.from({ length: 24 }, (_, i) => [
      `control-${i + 1}`,
      {
        name: `Control ${i + 1}`,
        ...kinds[i % kinds.length]!,
        original: true,
        was: '',
        state: 'works' as const,
        feature: 'keys-1',
        along: i / 24,
        ...(i % 8 === 5 ? { way: 'pins', positions: 5 } : {}),
      },
    ]),
  );
}

const headers: Record<string, PanelHeader> = {
  'header-1': { name: 'Board', type: 'front panel', part: 'board-1', pins: {} },
  'header-2': { name: 'Row', type: 'small board', part: 'board-1', pins: {} },
  'header-3': { name: 'Controller', type: 'controller 5 V', part: 'board-1', pins: {} },
  'header-4': { name: 'Second controller', type: 'controller 5 V', part: 'board-1', pins: {} },
};

/** Figures of Panel. */
export async function panelRows(short: boolean): Promise<Row[]> {
  const runs = short ? 1 : 60;
  const copy = await medianOf(() => JSON.parse(JSON.stringify(demo)), short ? 3 : 60);
  const against = { against: 'copying the plan through JSON', againstMs: copy };
  const matrix = keys128();
  const controls = controls24();
  const plan = { ...demo, panel: { ...demo.panel, controls, headers } };
  const assembly = assemble(plan);
  const matched = matchControls(controls, headers, () => 0);
  const wires = harnessOf(plan, assembly, matched).rows.length;
  return [
    { what: 'a matrix of 128 keys solved', ms: await medianOf(() => solveMatrix(matrix), runs), limit: 20, ...against },
    {
      what: 'ways and pins of 24 controls',
      ms: await medianOf(() => matchControls(controls, headers, () => 0), runs),
      limit: 50,
      ...against,
    },
    {
      what: `a harness of ${wires} wires computed, and its lines`,
      ms: await medianOf(() => harnessLines(harnessOf(plan, assembly, matched)), runs),
      limit: 16,
      ...against,
    },
  ];
}
