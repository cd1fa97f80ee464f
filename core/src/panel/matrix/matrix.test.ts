import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { csvParse } from 'd3-dsv';
import fc from 'fast-check';
import Graph from 'graphology';
import { connectedComponents } from 'graphology-components';
import { describe, expect, it } from 'vitest';
import type { KeyMatrix, KeyReading } from '../../document';
import { keyCode } from '../../standards';
import { matrixCsv, matrixHeader, matrixJson } from './exports';
import { ghostsOf, seenWhen } from './ghosts';
import { twoColours, type Contact } from './graph';
import { nextKey } from './next';
import { hashToUnit } from '../../quantity';
import { probed, type ProbedBoard } from './prober';
import { agreed, solveMatrix } from './solve';
import { runs } from '../../../../testing/runs';

/** A matrix that nobody knows: pins shuffled, so many keys on different cells; connected or not. */
function board(seed: number, more: Partial<ProbedBoard> = {}): ProbedBoard & { rows: Set<number> } {
  const luck = (what: string) => hashToUnit(`${seed}/${what}`);
  const r = 2 + Math.floor(luck('r') * 7);
  const c = 2 + Math.floor(luck('c') * 9);
  const pins = Array.from({ length: r + c + Math.floor(luck('spare') * 3) }, (_, i) => i + 1);
  for (let i = pins.length - 1; i > 0; i--) {
    const j = Math.floor(luck(`p${i}`) * (i + 1));
    [pins[i], pins[j]] = [pins[j]!, pins[i]!];
  }
  const cells: [number, number][] = [];
  for (let i = 0; i < r; i++)
    for (let j = 0; j < c; j++) if (luck(`k${i} ${j}`) < 0.85) cells.push([pins[i]!, pins[r + j]!]);
  if (cells.length === 0) cells.push([pins[0]!, pins[r]!]);
  return {
    pins: pins.length,
    contacts: Object.fromEntries(cells.map(([a, b], n) => [`key-${n + 1}`, [luck(`f${n}`) < 0.5 ? [a, b] : [b, a]]])),
    diodes: false,
    wrong: 0.02,
    rows: new Set(pins.slice(0, r)),
    ...more,
  };
}

const empty = ({ pins, contacts }: ProbedBoard): KeyMatrix => ({
  name: 'K',
  pins,
  keys: Object.fromEntries(
    Object.keys(contacts).map((k, i) => [k, { legend: `K${i}`, x: i % 20, y: Math.floor(i / 20), readings: {} }]),
  ),
});

/** Does what the guide says until it is content, or gives up. */
function guided(of: ProbedBoard, seed: string, most = 2000): { matrix: KeyMatrix; holds: number } {
  const matrix = empty(of);
  for (let holds = 0; holds < most; holds++) {
    const { key } = nextKey(matrix);
    if (key === undefined) return { matrix, holds };
    const { readings } = matrix.keys[key]!;
    const n = Object.keys(readings).length;
    if (n >= 12) return { matrix, holds };
    readings[`reading-${n + 1}`] = probed(of, key, n, seed);
  }
  return { matrix, holds: most };
}

const isRight = (of: ProbedBoard, matrix: KeyMatrix): boolean => {
  const { cells } = solveMatrix(matrix);
  return Object.entries(of.contacts).every(([key, pairs]) => {
    const mine = cells.filter((c) => c.key === key).map((c) => [c.row, c.column].sort((a, b) => a - b).join());
    return pairs.length === mine.length && pairs.every(([a, b]) => mine.includes([a, b].sort((p, q) => p - q).join()));
  });
};

describe('the matrix solver', () => {
  it('recovers 1 000 random matrices with 2 % misreadings, and is never silently wrong', () => {
    let solved = 0;
    let holds = 0;
    let keys = 0;
    for (let seed = 0; seed < 1000; seed++) {
      const of = board(seed);
      const { matrix, holds: n } = guided(of, `s${seed}`);
      holds += n;
      keys += Object.keys(of.contacts).length;
      const answer = solveMatrix(matrix);
      if (!answer.solved) continue;
      solved++;
      expect(isRight(of, matrix)).toBe(true);
      // Every pin that a key touches is a line, once.
      expect(new Set([...answer.rows, ...answer.columns]).size).toBe(answer.pins);
    }
    expect(solved).toBeGreaterThanOrEqual(995);
    // Twice each, and some again.
    expect(holds / keys).toBeLessThan(2.2);
  });

  it('rows and columns are the real ones, or the other way round, wherever the matrix hangs together', () => {
    for (let seed = 0; seed < 200; seed++) {
      const of = board(seed, { wrong: 0 });
      const answer = solveMatrix(guided(of, 'x').matrix);
      if (answer.groups > 1) continue;
      const straight = answer.rows.every((p) => of.rows.has(p)) && answer.columns.every((p) => !of.rows.has(p));
      const crossed = answer.rows.every((p) => !of.rows.has(p)) && answer.columns.every((p) => of.rows.has(p));
      expect(straight || crossed).toBe(true);
    }
  });

  it('with diodes current goes from columns to rows, and one that is turned round or shorted is told', () => {
    const of = board(5, { wrong: 0, diodes: true });
    const all = Object.keys(of.contacts);
    const contacts = Object.fromEntries(
      all.map((k) => {
        const [a, b] = of.contacts[k]![0]!;
        return [k, [of.rows.has(a) ? [b, a] : [a, b]] as [number, number][]];
      }),
    );
    const { matrix } = guided({ ...of, contacts }, 'd');
    const answer = solveMatrix(matrix);
    expect(answer).toMatchObject({ solved: true, diodes: true });
    expect(answer.rows.every((p) => of.rows.has(p))).toBe(true);
    const turned = structuredClone(matrix);
    for (const r of Object.values(turned.keys[all[2]!]!.readings)) r.pairs = r.pairs.map(([a, b]) => [b, a]);
    expect(solveMatrix(turned).doubtful).toMatchObject([{ key: all[2], why: 'other way round' }]);
    const shorted = structuredClone(matrix);
    for (const r of Object.values(shorted.keys[all[1]!]!.readings)) delete r.oneWay;
    expect(solveMatrix(shorted).doubtful).toMatchObject([{ key: all[1], why: 'both ways' }]);
  });

  it('a key joined to a third pin leaves no rows and columns, and its keys are named', () => {
    const of = board(3, { wrong: 0 });
    const { matrix } = guided(of, 'x');
    const [first] = Object.keys(matrix.keys);
    const [a] = of.contacts[first!]![0]!;
    const row = of.rows.has(a) ? a : of.contacts[first!]![0]![1];
    const other = [...of.rows].find(
      (p) => p !== row && Object.values(of.contacts).some(([pair]) => pair!.includes(p)),
    )!;
    for (const r of Object.values(matrix.keys[first!]!.readings)) r.pairs.push([row, other]);
    const answer = solveMatrix(matrix);
    expect(answer.solved).toBe(false);
    expect(answer.doubtful.filter((d) => d.why === 'on an odd ring').map((d) => d.key)).toContain(first);
  });

  it('a key with contacts in two rows is in both, whichever way its pairs are read', () => {
    for (let seed = 20; seed < 60; seed++) {
      const of = board(seed, { wrong: 0.02 });
      const used = new Set(Object.values(of.contacts).map(([pair]) => [...pair!].sort().join()));
      const rows = [...of.rows];
      const [a, b] = of.contacts['key-1']![0]!;
      const column = of.rows.has(a) ? b : a;
      const other = rows.find((r) => r !== a && r !== b && !used.has([r, column].sort().join()));
      if (other === undefined) continue;
      const two = {
        ...of,
        contacts: { ...of.contacts, 'key-1': [of.contacts['key-1']![0]!, [column, other] as [number, number]] },
      };
      const { matrix } = guided(two, `two${seed}`);
      const answer = solveMatrix(matrix);
      if (!answer.solved) continue;
      expect(isRight(two, matrix)).toBe(true);
      expect(answer.cells.filter((c) => c.key === 'key-1').length).toBe(2);
    }
  });

  it('two keys on the same pins are told, and so are keys that close nothing or were read once', () => {
    const read = (a: number, b: number): KeyReading => ({ pairs: [[a, b]], from: 'beeps' });
    const key = (...readings: KeyReading[]) => ({
      legend: '',
      x: 0,
      y: 0,
      readings: Object.fromEntries(readings.map((r, i) => [`reading-${i + 1}`, r])),
    });
    const nothing: KeyReading = { pairs: [], from: 'beeps' };
    const { doubtful, solved } = solveMatrix({
      pins: 4,
      keys: {
        a: key(read(1, 2), read(2, 1)),
        b: key(read(1, 2), read(1, 2)),
        c: key(read(1, 3)),
        d: key(nothing, nothing),
        e: key(read(1, 3), read(1, 4)),
        f: key(),
      },
    });
    expect(solved).toBe(false);
    expect(Object.fromEntries(doubtful.map((d) => [d.key, d.why]))).toEqual({
      a: 'shares its pins',
      b: 'shares its pins',
      c: 'read once',
      d: 'closes nothing',
      e: 'readings differ',
      f: 'not read',
    });
  });

  it('r rows and c columns take r + c pins for r · c keys', () => {
    const keys: KeyMatrix['keys'] = {};
    for (let r = 1; r <= 8; r++)
      for (let c = 1; c <= 16; c++) {
        const reading: KeyReading = { pairs: [[r, 8 + c]], from: 'beeps' };
        keys[`key-${r}-${c}`] = { legend: '', x: c, y: r, readings: { a: reading, b: { ...reading } } };
      }
    expect(solveMatrix({ pins: 24, keys })).toMatchObject({
      solved: true,
      pins: 24,
      fewest: { pins: 24, proven: true },
    });
  });

  it('400 keys are solved too', () => {
    const keys: KeyMatrix['keys'] = {};
    for (let n = 0; n < 400; n++) {
      const reading: KeyReading = { pairs: [[1 + (n % 20), 21 + Math.floor(n / 20)]], from: 'beeps' };
      keys[`key-${n}`] = { legend: '', x: 0, y: 0, readings: { a: reading, b: { ...reading } } };
    }
    expect(solveMatrix({ pins: 40, keys })).toMatchObject({ solved: true, pins: 40 });
  });
});

describe('two colours', () => {
  const graphs = fc.array(fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 })), {
    minLength: 1,
    maxLength: 22,
  });

  // An independent graph library: graphology. A graph has two colours just where its double cover falls into twice as
  // many pieces as it has itself (textbook, from memory).
  it('are enough just where an independent graph library finds the double cover in twice as many pieces', () =>
    fc.assert(
      fc.property(graphs, (pairs) => {
        const contacts = pairs.filter(([a, b]) => a !== b).map((pins, i): Contact => ({ key: `k${i}`, pins }));
        const graph = new Graph({ multi: true });
        const cover = new Graph({ multi: true });
        for (const {
          pins: [a, b],
        } of contacts) {
          for (const [g, one, two] of [
            [graph, `${a}`, `${b}`],
            [cover, `${a}+`, `${b}-`],
            [cover, `${a}-`, `${b}+`],
          ] as const) {
            for (const n of [one, two]) if (!g.hasNode(n)) g.addNode(n);
            g.addUndirectedEdge(one, two);
          }
        }
        const two = connectedComponents(cover).length === 2 * connectedComponents(graph).length;
        const { odd, colour, groups } = twoColours(contacts);
        expect(odd.length === 0).toBe(two);
        expect(groups.length).toBe(connectedComponents(graph).length);
        if (two)
          for (const {
            pins: [a, b],
          } of contacts)
            expect(colour.get(a)).not.toBe(colour.get(b));
        else {
          // The keys that are named are an odd ring by themselves.
          expect(odd.length % 2).toBe(1);
          expect(twoColours(contacts.filter((c) => odd.includes(c.key))).odd.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: runs(400) },
    ));
});

describe('readings of a key', () => {
  const read = (a: number, b: number): KeyReading => ({ pairs: [[a, b]], from: 'beeps' });

  it('two against two make none sure, three against two do; order of pins and of readings tells nothing', () => {
    expect(agreed([read(1, 2), read(3, 4), read(2, 1), read(3, 4)])).toBeUndefined();
    expect(agreed([read(1, 2), read(3, 4), read(2, 1), read(3, 4), read(4, 3)])).toEqual(read(3, 4));
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 7 }), (pins) => {
        const counts = [1, 2, 3].map((p) => pins.filter((q) => q === p).length);
        const most = Math.max(...counts);
        const sure = most >= 2 && counts.filter((c) => c === most).length === 1;
        const found = agreed(pins.map((p, i) => (i % 2 === 0 ? read(p, 9) : read(9, p))));
        expect(found?.pairs[0]!.filter((p) => p !== 9)[0]).toBe(sure ? counts.indexOf(most) + 1 : undefined);
      }),
    );
  });

  it('in a tie are doubtful, and the matrix is not solved', () => {
    const key = (readings: ReturnType<typeof read>[]) => ({
      legend: 'Q',
      x: 0,
      y: 0,
      width: 1,
      readings: Object.fromEntries(readings.map((r, i) => [`reading-${i + 1}`, r])),
    });
    const tie = solveMatrix({ pins: 8, keys: { q: key([read(1, 2), read(1, 3), read(1, 2), read(1, 3)]) } as never });
    expect(tie.solved).toBe(false);
    expect(tie.doubtful).toMatchObject([{ key: 'q', why: 'readings differ' }]);
    expect(tie.doubtful[0]!.words).toMatch(/once more/);
  });
});

describe('ghosts', () => {
  it('three keys on the corners of a rectangle show the fourth, against brute force', () => {
    for (let seed = 0; seed < 60; seed++) {
      const { matrix } = guided(board(seed, { wrong: 0 }), 'x');
      const { cells } = solveMatrix(matrix);
      const keys = Object.keys(matrix.keys);
      if (keys.length > 28) continue;
      const { count, diodes } = ghostsOf(cells, () => false);
      // Every three keys, and what is seen of them.
      const shown = new Set<string>();
      const rectangles = new Set<string>();
      for (let a = 0; a < keys.length; a++)
        for (let b = a + 1; b < keys.length; b++)
          for (let c = b + 1; c < keys.length; c++) {
            const held = [keys[a]!, keys[b]!, keys[c]!];
            const seen = seenWhen(cells, new Set(held));
            if (seen.size === 3) continue;
            expect(seen.size).toBe(4);
            seen.forEach((k) => shown.add(k));
            rectangles.add([...seen].sort().join());
          }
      expect(rectangles.size).toBe(count);
      expect([...shown].sort()).toEqual([...diodes].sort());
    }
  });
});

describe('the map written out', () => {
  const of = board(11, { wrong: 0 });
  const words =
    'A B C D E F G H I J K L M N O P Q R S T U V W X Y Z 1 2 3 4 5 6 7 8 9 0 F1 F2 F3 F4 F5 F6 F7 F8 F9 F10 F11 F12'.split(
      ' ',
    );
  const { matrix } = guided(of, 'x');
  Object.values(matrix.keys).forEach((k, i) => (k.legend = words[i] ?? `*/ "${i}`));
  const { rows, columns, cells } = solveMatrix(matrix);

  it('as JSON and as a table says the same of every key', () => {
    const json = JSON.parse(matrixJson(matrix)) as {
      rows: number[];
      keys: { key: string; row: number; column: number }[];
    };
    const table = csvParse(matrixCsv(matrix));
    expect(json.keys.length).toBe(cells.length);
    expect(table.length).toBe(cells.length);
    for (const [i, k] of json.keys.entries()) {
      const cell = cells.find((c) => c.key === k.key)!;
      expect([rows[k.row], columns[k.column]]).toEqual([cell.row, cell.column]);
      expect(table[i]!.legend).toBe(matrix.keys[k.key]!.legend);
      expect(Number(table[i]!['row pin'])).toBe(cell.row);
    }
  });

  it('is refused while a key is in doubt', () => {
    const half = structuredClone(matrix);
    half.keys['key-1']!.readings = {};
    expect(() => matrixHeader(half)).toThrow(/not ready: 1 keys are in doubt/);
  });

  // GNU C compiler, Debian package gcc.
  const gcc = spawnSync('which', ['gcc']).status === 0;
  it.skipIf(!gcc)('as a C header compiles without a warning, and reads back the same', () => {
    const folder = mkdtempSync(join(tmpdir(), 'map-'));
    writeFileSync(join(folder, 'map.h'), matrixHeader(matrix));
    writeFileSync(
      join(folder, 'read.c'),
      `#include <stdio.h>
#include "map.h"
#include "map.h"
int main(void) {
  for (int r = 0; r < KEY_ROWS; r++)
    for (int c = 0; c < KEY_COLUMNS; c++)
      printf("%d %d %d\\n", ROW_PINS[r], COLUMN_PINS[c], KEY_CODES[r][c]);
  return 0;
}
`,
    );
    const built = spawnSync('gcc', ['-std=c99', '-Wall', '-Wextra', '-Werror', '-pedantic', '-o', 'read', 'read.c'], {
      cwd: folder,
      encoding: 'utf8',
    });
    expect(built.stderr).toBe('');
    const lines = execFileSync(join(folder, 'read'), { encoding: 'utf8' }).trim().split('\n');
    expect(lines.length).toBe(rows.length * columns.length);
    for (const line of lines) {
      const [row, column, code] = line.split(' ').map(Number);
      const cell = cells.find((c) => c.row === row && c.column === column);
      expect(code).toBe(cell ? (keyCode(matrix.keys[cell.key]!.legend) ?? 0) : 0);
    }
  });
});
