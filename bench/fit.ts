import { readFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { applyChange, readConversion, type Change, type Conversion } from '@young-shell/core/document';
import {
  cellAt,
  evenRun,
  fieldFrom,
  freePositions,
  freeRoom,
  nearestShortfall,
  orderOf,
  routesOf,
  type Run,
} from '@young-shell/core/fit';
import { partFrom } from '@young-shell/core/parts';
import { conflictOf, leastRing, searchLayouts, WhereFinder, waysOutOf } from '@young-shell/core/search';
import { standardPart } from '@young-shell/core/standards';
import { medianOf, type Row } from './measure';

const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));
const add = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });
const change = (document: Conversion, ...changes: Change[]) =>
  applyChange(document, { type: 'all', what: 'bench', changes }).document;

/** The demo with two parts more: the kit of eight that the figures of the search are about. */
const eight = change(demo, add('fan-2', 'fan/60x15'), add('drive-3', 'drive/2.5-15'));
/** A kit that does not go in: a full supply and a full-length card. */
export const tooMuch = change(
  demo,
  { type: 'removePart', id: 'supply-1' },
  { type: 'removePart', id: 'card-1' },
  add('supply-2', 'supply/atx'),
  add('card-2', 'card/full-length-3'),
);

/** Figures of the fit engine, each beside the time it takes to write as many bytes as its grid has. */
export async function fitRows(short: boolean): Promise<Row[]> {
  const runs = short ? 3 : 40;
  const few = short ? 1 : 7;
  const assembly = assemble(demo);
  const board = assembly.parts.find((p) => p.id === 'board-1')!;
  const rows: Row[] = [];
  const gridOf = (step: number) =>
    [0, 1, 2].map((i) =>
      evenRun(
        assembly.hull.innerLow[i]!,
        assembly.hull.innerHigh[i]! - assembly.hull.innerLow[i]! - (board.high[i]! - board.low[i]!),
        step,
      )!,
    ) as [Run, Run, Run];
  const cells = ([x, y, z]: readonly Run[]) => x!.count * y!.count * z!.count;
  for (const [step, limit] of [
    [2, 10],
    [1, 40],
  ] as const) {
    // prettier-ignore
    const grid = gridOf(step);
    const bytes = new Uint8Array(cells(grid));
    rows.push({
      what: `free positions of the board (${board.solids.length} blocks), ${step} mm`,
      ms: await medianOf(() => freePositions(assembly, board, grid), runs),
      limit,
      against: 'filling a byte a position',
      againstMs: await medianOf(() => bytes.fill(1), runs),
    });
  }

  const finder = new WhereFinder();
  let step = 0;
  const moved = () => {
    const at = demo.layout.placements['drive-2']!;
    return change(demo, { type: 'placePart', id: 'drive-2', placement: { ...at, x: at.x - (step++ % 20) } });
  };
  const only = demo.layout.placements['card-1']!;
  rows.push({
    what: 'where the card can go after a drive moved, 2 mm',
    ms: await medianOf(() => finder.at(moved(), 'card-1', only), runs),
    limit: 5,
    against: 'the same anew',
    againstMs: await medianOf(() => new WhereFinder().at(moved(), 'card-1', only), runs),
  });

  const copy = await medianOf(() => JSON.parse(JSON.stringify(eight)), runs);
  for (const [wanted, limit] of [
    [1, 400],
    [10, 2000],
  ] as const)
    // prettier-ignore
    rows.push({
      what: `${wanted === 1 ? 'first layout' : 'ten different layouts'} of a kit of eight`,
      ms: await medianOf(() => {
        if (searchLayouts(eight, { wanted }).layouts.length < wanted) throw new Error('Too few layouts were found.');
      }, few),
      limit,
      against: 'copying the plan through JSON',
      againstMs: copy,
    });
  rows.push({
    what: 'what can’t be together, of a kit that is too large',
    ms: await medianOf(() => conflictOf(tooMuch), short ? 1 : 3),
    limit: 5000,
    against: 'copying the plan through JSON',
    againstMs: copy,
  });
  rows.push({
    what: 'least height of the lid for it, to 0.5 mm',
    ms: await medianOf(
      () =>
        leastRing(
          tooMuch,
          (d, more) => searchLayouts(d, { wanted: 1, steps: 240, near: true, enough: 'wanted', ...more }).layouts[0],
          () => false,
        ),
      short ? 1 : 3,
    ),
    limit: 3000,
    against: 'copying the plan through JSON',
    againstMs: copy,
  });
  const larger = change(demo, add('board-2', 'board/atx'));
  rows.push({
    what: 'nearest miss of a full-size board in the demo',
    ms: await medianOf(() => nearestShortfall(larger, 'board-2', assemble(larger)), short ? 1 : 5),
    limit: 500,
    against: 'copying the plan through JSON',
    againstMs: copy,
  });
  rows.push({
    what: 'all ways out of it',
    ms: await medianOf(() => waysOutOf(tooMuch), 1, short ? 0 : 1),
    limit: 6000,
    against: 'copying the plan through JSON',
    againstMs: copy,
  });

  for (const [step, limit] of [
    [4, 15],
    [2, 160],
  ] as const) {
    // prettier-ignore
    const room = freeRoom(assembly, 6, step);
    const start = cellAt(room, [150, 200, 100]);
    const bytes = new Uint16Array(room.size[0] * room.size[1] * room.size[2]);
    rows.push({
      what: `cable field, ${step} mm, ${(bytes.length / 1e6).toFixed(1)} M cells`,
      ms: await medianOf(() => fieldFrom(room, start), short ? 2 : 15),
      limit,
      against: 'filling its distances once',
      againstMs: await medianOf(() => bytes.fill(1), runs),
    });
  }
  // Routes are remembered by the plan: each run has a copy that nobody has asked yet.
  const fresh = Array.from({ length: 12 }, () => {
    const document = structuredClone(demo);
    return { document, assembly: assemble(document) };
  });
  let k = 0;
  rows.push({
    what: 'all cables of the demo',
    ms: await medianOf(
      () => {
        const { document, assembly: anew } = fresh[k++ % fresh.length]!;
        return routesOf(document, anew);
      },
      short ? 1 : 9,
    ),
    limit: 400,
    against: 'copying the plan through JSON',
    againstMs: copy,
  });
  rows.push({
    what: 'assembly order of the demo',
    ms: await medianOf(() => orderOf(demo, assembly), short ? 1 : 15),
    limit: 50,
    against: 'copying the plan through JSON',
    againstMs: copy,
  });
  return rows;
}
