import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { buildReport } from '../build';
import {
  applyChange,
  defaultBox,
  newConversion,
  readConversion,
  type Change,
  type Conversion,
  type PanelControl,
} from '../document';
import { partFrom } from '../parts';
import { assessAll } from '../plan';
import { standardPart } from '../standards';
import { assessPanel } from './assess';
import { controlOnFace } from './controlOnFace';
import { panelRemedies } from './remedies';

const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
const empty = () => {
  const document = newConversion('Box', defaultBox());
  document.brief.policy = 'open';
  return document;
};
const board = (key = 'board/mini-itx', id = 'board-1'): Change => ({
  type: 'addPart',
  id,
  part: partFrom(standardPart(key)!, id === 'board-1' ? 'Board' : 'Other board'),
});
const header = (part: string | null = 'board-1', id = 'header-1'): Change => ({
  type: 'setHeader',
  id,
  header: { name: 'Front', type: 'front panel', pins: {}, ...(part === null ? {} : { part }) },
});
const button = (more: Partial<PanelControl> = {}, id = 'control-1'): Change => ({
  type: 'setControl',
  id,
  control: { name: 'Start', kind: 'momentary', original: true, was: '', state: 'works', wish: 'power', ...more },
});
const said = (document: Conversion) =>
  assessPanel(document, assemble(document)).findings.filter((f) => f.id.startsWith('panel/start/'));
const verdicts = (document: Conversion) => said(document).map((f) => f.verdict);

describe('every machine can be switched on', () => {
  it('a board to which nothing leads is a stop from the first day; none without a board, outside, or wished for some day', () => {
    expect(verdicts(empty())).toEqual([]);
    const plan = after(empty(), board());
    expect(said(plan)[0]).toMatchObject({ id: 'panel/start/board-1', verdict: 'stop' });
    expect(
      verdicts(after(plan, { type: 'setStaysOutside', id: 'board-1', outside: { where: 'beside', cable: 500 } })),
    ).toEqual([]);
    const { 'board-1': part } = plan.kit.parts;
    expect(verdicts(after(plan, { type: 'setPart', id: 'board-1', part: { ...part!, later: true } }))).toEqual([]);
    // A single-board computer starts as soon as it is fed.
    expect(verdicts(after(empty(), board('board/card-size')))).toEqual([]);
  });

  it('a button on its power switch pins does; one without pins, without a way, or on the other board does not', () => {
    expect(verdicts(after(empty(), board(), header(), button()))).toEqual([]);
    expect(verdicts(after(empty(), board(), button()))).toEqual(['stop']);
    expect(verdicts(after(empty(), board(), header(), button({ wish: 'reset' })))).toEqual(['stop']);
    expect(verdicts(after(empty(), board(), header(), button({ wish: 'power', kind: 'lamp' })))).toEqual(['stop']);
    // Of two boards each wants its own.
    const two = after(empty(), board(), board('board/mini-stx', 'board-2'), header(), button());
    expect(said(two).map((f) => f.id)).toEqual(['panel/start/board-2']);
    // A header on nothing is the board’s where there is one, and nobody’s where there are two.
    expect(verdicts(after(empty(), board(), header(null), button()))).toEqual([]);
    expect(verdicts(after(empty(), board(), board('board/mini-stx', 'board-2'), header(null), button()))).toEqual([
      'stop',
      'stop',
    ]);
    // A controller wakes, it does not start.
    expect(
      verdicts(
        after(empty(), board(), button({ way: 'host' }), {
          type: 'setHeader',
          id: 'header-2',
          header: { name: 'Pins', type: 'controller 3.3 V', pins: {} },
        }),
      ),
    ).toEqual(['stop']);
  });

  it('or the mains, its own button, the network, as the user says: told, and the first with a step', () => {
    const plan = after(empty(), board());
    for (const start of ['mains', 'own button', 'wake'] as const) {
      const next = after(plan, { type: 'setStart', id: 'board-1', start });
      expect(verdicts(next)).toEqual(['note']);
      const { steps } = buildReport(next, assemble(next));
      expect(steps.some((s) => s.id === 'start.board-1')).toBe(start === 'mains');
      expect(after(next, { type: 'removePart', id: 'board-1' }).panel.starts).toBeUndefined();
      expect(after(next, { type: 'setStart', id: 'board-1', start: null }).panel.starts).toBeUndefined();
    }
  });

  it('warns where nobody gets at the button with the shell shut', () => {
    const on = (face: string, ...more: Change[]) => {
      const plan = after(empty(), board(), header(), ...more);
      const frame = assemble(plan).hull.frames.find((f) => f.face === face)!;
      const at = { name: 'Start', kind: 'momentary', u: 60, v: 40, diameter: 16, depth: 30 } as const;
      const change = controlOnFace(plan, frame, at);
      const { feature, opening } = { feature: change.feature.id, opening: change.opening.id };
      return after(plan, change, {
        type: 'setControl',
        id: change.id,
        control: { ...change.control, wish: 'power', feature, opening },
      });
    };
    expect(said(on('front'))).toEqual([]);
    expect(said(on('bottom'))[0]!.sentence).toContain('it sits under the floor');
    const against = on('rear', { type: 'setBrief', brief: { blockedFaces: ['rear'] } });
    expect(said(against)[0]).toMatchObject({ verdict: 'warn' });
    expect(said(against)[0]!.sentence).toContain('the rear face stands against something');
  });

  it('what is offered helps, and stops nowhere: every demo and every plan of the gallery', () => {
    let tried = 0;
    for (const dir of ['demo', 'gallery'])
      for (const file of readdirSync(new URL(`../../../${dir}/`, import.meta.url)).filter((f) => f.endsWith('.json'))) {
        const plan = readConversion(readFileSync(new URL(`../../../${dir}/${file}`, import.meta.url), 'utf8'));
        const [finding] = said(plan).filter((f) => f.verdict === 'stop');
        if (!finding) continue;
        const stops = (d: Conversion) =>
          assessAll(d)
            .findings.filter((f) => f.verdict === 'stop')
            .map((f) => f.id);
        const before = new Set(stops(plan));
        const ways = panelRemedies(plan, finding);
        expect(ways.map((w) => w.id)).toContain('mains');
        for (const { change, id } of ways) {
          const next = after(plan, change);
          expect([file, id, said(next).filter((f) => f.id === finding.id && f.verdict === 'stop')]).toEqual([
            file,
            id,
            [],
          ]);
          expect([file, id, stops(next).filter((s) => !before.has(s))]).toEqual([file, id, []]);
          tried++;
        }
      }
    expect(tried).toBeGreaterThan(12);
  });
});
