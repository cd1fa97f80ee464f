import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyChange, readConversion, type Change, type Conversion } from '../document';
import { assemble, type PlacedPart } from '../assembly';
import { partFrom } from '../parts';
import {
  conflictOf,
  searchClearLayouts,
  searchLayouts,
  smallestBox,
  markedLayouts,
  worstOfLayout,
  settledWays,
  waysOutOf,
  type FitOption,
} from '../search';
import { howFarDown, howFarDownAnew, smallest, whatWouldFitTogether } from '../fit/jobs';
import { heldOn, marginsOf, stopsAt } from '../fit';
import { loadSolidKernel } from '../solid';
import { standardPart } from '../standards';
import type { JobHost, Tools } from '../station';
import { assessAll, saidAtRest, saidInTheWay } from '../plan';
import { everything, settled } from '.';
import { runs } from '../../../testing/runs';

const tools: Tools = {
  kernel: () => loadSolidKernel(),
  fonts: () => Promise.reject(new Error('none')),
  assess: saidAtRest,
  inTheWay: saidInTheWay,
  settle: (document) => settled(document, tools),
  everything: (document) => everything(document, tools),
};
const demo = (name: string): Conversion =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const { assess, settle } = tools;
/** Everything may move. */
const loose = (document: Conversion): Conversion => ({
  ...document,
  layout: {
    ...document.layout,
    placements: Object.fromEntries(
      Object.entries(document.layout.placements).map(([id, p]) => [id, { ...p, locked: false }]),
    ),
  },
});
const put = (document: Conversion, placements: Conversion['layout']['placements']): Conversion =>
  Object.entries(placements).reduce(
    (d, [id, placement]) => applyChange(d, { type: 'placePart', id, placement }).document,
    document,
  );
const stops = async (document: Conversion) =>
  (await settle(document)).filter((f) => f.verdict === 'stop' && f.accepted === undefined).map((f) => f.id);

it('parts that are not asked about are in nobody’s way: a part that fits alone is no conflict by itself', () => {
  const deck = demo('tape-deck');
  const add = (id: string, key: string): Change => ({ type: 'addPart', id, part: partFrom(standardPart(key)!, id) });
  const changes: Change[] = [
    { type: 'removePart', id: 'supply-1' },
    { type: 'removePart', id: 'card-1' },
    add('supply-2', 'supply/atx'),
    add('card-2', 'card/full-length-3'),
  ];
  const document = applyChange(deck, { type: 'all', what: 'more than fits', changes }).document;
  expect(conflictOf(document, { assess })?.parts).toEqual(conflictOf(document)?.parts);
});

describe('what is listed was applied and assessed by all stations', () => {
  // The cocktail table has an empty kit.
  it.each(['tape-deck', 'typewriter', 'piano-stool'])(
    'layouts of the %s say what they bring, of every station: clean ones bring nothing that stops',
    async (name) => {
      const document = loose(demo(name));
      const found = searchClearLayouts(document, { wanted: runs(10, 4), steps: 1200, assess }, saidInTheWay);
      const layouts = await markedLayouts(document, found.layouts, (plan) => everything(plan, tools));
      const bare = { ...document, layout: { ...document.layout, placements: {} } };
      const anyway = new Map((await everything(bare, tools)).map((f) => [f.id, f.verdict]));
      expect(layouts).toHaveLength(found.layouts.length);
      for (const layout of layouts) {
        const said = await everything(put(document, layout.placements), tools);
        const fresh = said.filter((f) => f.verdict === 'stop' && anyway.get(f.id) !== 'stop').map((f) => f.sentence);
        expect(layout.stops!.map((s) => s.sentence).sort()).toEqual(fresh.sort());
        // What is geometry was asked while searching.
        for (const { station, sentence } of layout.stops!) {
          expect(station).not.toBe('cut');
          expect(sentence).not.toMatch(/^The rod of/);
        }
        const warns = said.filter((f) => f.verdict === 'warn').map((f) => f.sentence);
        for (const sentence of layout.warns!) expect(warns).toContain(sentence);
      }
      const worst = layouts.map(worstOfLayout);
      expect(worst).toEqual([...worst].sort());
    },
    60_000,
  );

  it('every way out of a plan that stops leaves nothing that stops', async () => {
    const deck = demo('tape-deck');
    const plans: Change[][] = [[], [{ type: 'placePart', id: 'supply-1', placement: null }]];
    for (const changes of plans) {
      const document = changes.reduce((d, change) => applyChange(d, change).document, deck);
      const before = await settle(document);
      const { ways } = await settledWays(document, waysOutOf(document, { assess, before }), settle);
      expect(ways.length).toBeGreaterThan(0);
      for (const way of ways) expect(await stops(applyChange(document, way.change).document)).toEqual([]);
    }
  }, 120_000);

  it('where nothing stops there is no way out of anything', async () => {
    const deck = demo('tape-deck');
    const [layout] = searchLayouts(loose(deck), { wanted: 1, assess }).layouts;
    const fine = put(loose(deck), layout!.placements);
    expect(await stops(fine)).toEqual([]);
    expect(waysOutOf(fine, { assess, before: await settle(fine) }).ways).toEqual([]);
  });
});

it('list, strip and station say the same of every demo', () => {
  for (const name of ['tape-deck', 'typewriter', 'cocktail-table', 'piano-stool']) {
    const { findings, strip } = assessAll(demo(name));
    for (const cell of strip) {
      const own = findings.filter((f) => f.station === cell.station && f.accepted === undefined);
      const worst = ['stop', 'warn', 'note', 'good'].find((v) => own.some((f) => f.verdict === v)) ?? 'good';
      expect(`${name} ${cell.station} ${cell.verdict}`).toBe(`${name} ${cell.station} ${worst}`);
    }
  }
});

it('what goes in together says all that stops with it, the warmth of its air too', async () => {
  // In a hot room, where the air is what stops.
  const deck = applyChange(demo('tape-deck'), { type: 'setBrief', brief: { ambient: 55 } }).document;
  const option = (id: string, group: FitOption['group'], value: number, what: 'cooler' | 'number'): FitOption => ({
    id,
    group,
    name: id,
    fits: 'well',
    most: { what, value },
  });
  const options = [
    option('board/mini-itx', 'board', 47, 'cooler'),
    option('supply/sfx', 'supply', 1, 'number'),
    option('drive/3.5', 'drive', 1, 'number'),
  ];
  const host: JobHost = { ...tools, tell: () => undefined, transfer: (value) => value };
  const found = await whatWouldFitTogether(host, deck, options, true);
  expect(found.length).toBeGreaterThan(0);
  const stopped = (plan: Conversion) =>
    assessAll(plan).findings.filter((f) => f.verdict === 'stop' && f.accepted === undefined);
  const before = new Set(stopped(deck).map((f) => f.id));
  for (const { change, later } of found) {
    // That a new board has no button yet says nothing against its place.
    const anew = stopped(applyChange(deck, change).document).filter(
      (f) => !before.has(f.id) && !f.id.startsWith('panel/start/'),
    );
    expect(later).not.toEqual([]);
    for (const { sentence } of anew) expect(later).toContain(sentence);
  }
}, 90_000);

/** All parts of a kit, in the room of a plan: what is put through a wall, as a jack is, no farther out than that. */
function inside(plan: Conversion, kit: Conversion): readonly PlacedPart[] {
  const assembly = assemble(plan);
  const { hull, parts, unplaced } = assembly;
  expect(unplaced).toEqual([]);
  expect(parts.map((p) => p.id).sort()).toEqual(Object.keys(kit.kit.parts).sort());
  expect(stopsAt(marginsOf(assembly))).toEqual([]);
  for (const part of parts)
    for (const i of [0, 1, 2] as const) {
      expect(part.low[i], part.id).toBeGreaterThan(hull.low[i] - 1e-6);
      expect(part.high[i], part.id).toBeLessThan(hull.high[i] + 1e-6);
    }
  return parts;
}

it('the smallest box of a cabinet has its board on its tray', () => {
  const cabinet = demo('map-cabinet');
  const found = smallestBox(cabinet, { goal: 'height', wall: 6, assess, fixed: { 0: 420, 1: 330 } })!;
  const plan = applyChange(cabinet, found.change).document;
  inside(plan, cabinet);
  expect(plan.layout.placements['board-1']).toMatchObject({ with: 'tray-1' });
  const held = (document: Conversion) => heldOn(document, assemble(document), 'board-1')!.held;
  expect(held(plan)).toBe(held(cabinet));
  expect(held(plan)).toBeGreaterThan(2);
}, 90_000);

describe('a stool with a row of drives in its drawer', () => {
  const host: JobHost = { ...tools, tell: () => undefined, transfer: (value) => value };
  const stool = demo('piano-stool');
  const stopped = async (plan: Conversion) =>
    (await tools.everything(plan)).filter((f) => f.verdict === 'stop' && f.accepted === undefined);
  /** Does what was found say just what stops in a copy of it that did not stop before? */
  async function saysWhatStops({ change, later }: { change: Change; later?: string[] }): Promise<Conversion> {
    const before = new Set((await stopped(stool)).map((f) => f.id));
    const plan = applyChange(stool, change).document;
    const anew = (await stopped(plan)).filter((f) => !before.has(f.id));
    expect([...later!].sort()).toEqual([...new Set(anew.map((f) => f.sentence))].sort());
    return plan;
  }
  it('cut down says what stops by it, with everything where it is and placed anew', async () => {
    const stays = await howFarDown(host, stool);
    expect(stays.cuts.length).toBeGreaterThan(0);
    await saysWhatStops(stays);
    const anew = (await howFarDownAnew(host, stool, 1))!;
    await saysWhatStops(anew);
    // Six discs in less room and air: the station of the air has its say.
    expect(anew.later!.some((sentence) => sentence.includes('m³/h'))).toBe(true);
  }, 90_000);
  it('has a smallest box for all of its kit, the row in it as one', async () => {
    const found = (await smallest(host, stool, 'height', 6, {}))!;
    const parts = inside(await saysWhatStops(found), stool);
    const drives = parts.filter((p) => p.id.startsWith('drive-')).map((p) => p.low);
    drives.slice(1).forEach((low, i) => {
      const before = drives[i]!;
      expect(Math.hypot(...low.map((v, k) => v - before[k]!))).toBeCloseTo(stool.layout.rows!['row-1']!.pitch, 3);
    });
  }, 90_000);
});
