import { readFileSync } from 'node:fs';
import Joi from 'joi';
import { describe, expect, it } from 'vitest';
import { applyChange, newConversion, defaultBox, readConversion, SECTIONS, type Conversion } from '../document';
import type { Finding } from '../findings';
import { buildOf, object, record, section, text, type ChangeKinds } from '../form';
import { loadSolidKernel } from '../solid';
import { station, type Station, type StationCommands, type StationWork, type Tools } from '../station';
import { VERBS } from '../command';
import { COMMANDS } from '../command/commands';
import { assessAll, contextOf, readerOf, STATIONS } from '../plan';
import { JOBS, slowAnswers } from '.';
import { workOf } from './works';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const PLANS: Conversion[] = [
  newConversion('Empty', defaultBox()),
  ...['tape-deck', 'typewriter', 'piano-stool', 'cocktail-table'].map(demo),
];
const tools: Tools = {
  assess: () => [],
  inTheWay: () => [],
  settle: async () => [],
  everything: async () => [],
  kernel: () => loadSolidKernel(),
  fonts: () => Promise.reject(new Error('none')),
};

/** A plan that refuses to show what a station does not say it reads: no other section, and of one read in part no other field. */
function guarded(document: Conversion, reads: Station['reads']): Conversion {
  const frame = ['schemaVersion', 'name', 'note', 'spent'];
  const sections = reads.map((r) => r.split('.')[0]!);
  const told = (path: string): never => {
    throw new Error(`It reads “${path}” without saying so.`);
  };
  return new Proxy(readerOf(reads, told).show(document), {
    get(target, key) {
      if (typeof key === 'string' && key in target && !sections.includes(key) && !frame.includes(key)) told(key);
      return Reflect.get(target, key) as unknown;
    },
  });
}

/** Solids rest on shell, kit and layout: only a station that reads these may ask for them. */
function contextFor(document: Conversion, reads: Station['reads']) {
  const plan = guarded(document, reads);
  return {
    document: plan,
    get assembly() {
      for (const key of ['shell', 'kit.parts', 'layout'])
        if (!reads.some((r) => r === key || r === key.split('.')[0]))
          throw new Error(`It asks for solids without reading “${key}”.`);
      return contextOf(document).assembly;
    },
  };
}

describe.each([...STATIONS] as Station[])('station $id', (one) => {
  it.each(PLANS.map((plan) => [plan.name, plan] as const))(
    'says nothing that rests on more than it reads (%s)',
    async (_name, plan) => {
      const { findings, calm } = one.assess(contextFor(plan, one.reads));
      const { slow, slowReads } = workOf(one.id);
      await slow?.(contextFor(plan, slowReads ?? one.reads), tools);
      for (const finding of [...findings, ...(calm ? [calm] : [])]) expect(finding.station).toBe(one.id);
    },
  );
});

it('numbers, ids and verbs of the stations are their own', () => {
  const numbers = STATIONS.map((s) => s.number);
  expect([...numbers].sort((a, b) => a - b)).toEqual(numbers);
  expect(new Set(numbers).size).toBe(numbers.length);
  expect(new Set(STATIONS.map((s) => s.id)).size).toBe(STATIONS.length);
  const verbs = (Object.values(COMMANDS) as StationCommands[]).flatMap((c) => Object.keys(c.verbs ?? {}));
  expect(Object.keys(VERBS).sort()).toEqual(verbs.sort());
  expect((STATIONS as readonly Station[]).filter((s) => s.headline)).toHaveLength(1);
});

it('every job and verb is there when it is asked for', async () => {
  for (const load of Object.values(JOBS))
    for (const job of Object.values(await load())) expect(job).toBeTypeOf('function');
  for (const { load } of Object.values(VERBS)) expect(await load()).toBeTypeOf('function');
});

describe('an assessment', () => {
  const deck = demo('tape-deck');
  it('is made once while what its station reads stays as it is', () => {
    const first = assessAll(deck);
    const renamed = applyChange(deck, { type: 'rename', name: 'Other' }).document;
    expect(assessAll(renamed).reports.fit).toBe(first.reports.fit);
    const moved = applyChange(deck, { type: 'setCut', cut: { allowance: 1 } }).document;
    expect(assessAll(moved).reports.shell).toBe(first.reports.shell);
    expect(assessAll(moved).reports.cut).not.toBe(first.reports.cut);
    // The plan as it was is still known beside the one that is tried.
    expect(assessAll(deck).reports.cut).toBe(first.reports.cut);
  });
  it('counts what is said later: litres judge their targets, a late stop ends the calm', async () => {
    const slow = await slowAnswers(deck, tools);
    expect(slow.shell!.figures!['outer-litres']).toBeGreaterThan(1);
    expect(assessAll(deck, slow).figures).toMatchObject(slow.shell!.figures!);
    const calm = newConversion('Empty', defaultBox());
    const late: Finding = {
      id: 'kit/late',
      station: 'kit',
      verdict: 'stop',
      sentence: 'Late.',
      brief: 'late',
      figures: [],
      about: [],
    };
    expect(assessAll(calm, { kit: { findings: [late] } }).strip.find((c) => c.station === 'kit')).toMatchObject({
      verdict: 'stop',
      brief: 'late',
    });
  });
});

it('a station that fails later is left out, and asked anew', async () => {
  const plan = newConversion('Empty', defaultBox());
  let broken = true;
  const base = {
    number: 12,
    label: 'X',
    reads: ['brief'] as const,
    assess: () => ({ report: null, findings: [], rest: '' }),
  };
  const [shaky, steady] = [station({ ...base, id: 'shaky' }), station({ ...base, id: 'steady' })];
  const works: Record<string, StationWork> = {
    shaky: {
      slow: () => {
        if (broken) throw new Error('no kernel');
        return { figures: { noise: 1 } };
      },
    },
    steady: { slow: () => ({ figures: { noise: 2 } }) },
  };
  const said = (...stations: Station[]) => slowAnswers(plan, tools, stations, (id) => works[id]!);
  expect(Object.keys(await said(shaky, steady))).toEqual(['steady']);
  await expect(said(shaky)).rejects.toThrow('no kernel');
  broken = false;
  expect(Object.keys(await said(shaky, steady))).toEqual(['shaky', 'steady']);
});

// A station of a few lines, as somebody would add one: what the frame asks of it is all that it needs.
describe('a tiny station', () => {
  interface Lamps {
    lamps: Record<string, { name: string }>;
  }
  type LampChange = { type: 'setLamp'; id: string; name: string | null };
  const changes: ChangeKinds<{ lamp: Lamps }, LampChange> = {
    setLamp: {
      alter: ({ lamp }, { id, name }) => {
        if (name === null) delete lamp.lamps[id];
        else lamp.lamps[id] = { name };
      },
      words: (_document, { name }) => (name === null ? 'take out a lamp' : `lamp: ${name}`),
    },
  };
  const lampSection = section<'lamp', Lamps, { lamp: Lamps }, LampChange>({
    key: 'lamp',
    form: object({ lamps: record(object({ name: text(40) })) }),
    empty: () => ({ lamps: {} }),
    rules: ({ lamp }) =>
      Object.entries(lamp.lamps).flatMap(([id, { name }]) =>
        name === '' ? [{ path: `/lamp/lamps/${id}/name`, message: 'A lamp needs a name.' }] : [],
      ),
    changes,
    entities: () => ({}),
  });
  const lamp = station({
    id: 'lamp',
    number: 11,
    label: 'Lamps',
    reads: ['brief'],
    assess: ({ document }) => ({
      report: { lit: document.brief.daily !== '' },
      findings:
        document.brief.daily === ''
          ? [
              {
                id: 'lamp/dark',
                station: 'lamp',
                verdict: 'warn',
                sentence: 'No lamp is lit.',
                brief: 'dark',
                figures: [],
                about: [],
              },
            ]
          : [],
      rest: 'lit',
      figures: { noise: 30 },
    }),
  });

  it('is assessed, shown in the strip and heard by the brief, with no line of the frame changed', async () => {
    const plan = applyChange(newConversion('Lamps', defaultBox()), {
      type: 'setTarget',
      id: 'noise-1',
      target: { kind: 'noise', limit: 26 },
    }).document;
    const stations = [...STATIONS, lamp] as readonly Station[];
    const { strip, findings } = assessAll(plan, await slowAnswers(plan, tools, stations), stations);
    expect(strip.at(-1)).toMatchObject({ station: 'lamp', verdict: 'warn', brief: 'dark', open: 1 });
    expect(findings.find((f) => f.id === 'brief/target/noise-1')?.sentence).toMatch(/30.0 dB/);
  });

  it('has a form from which its type comes, that refuses what is not of it', () => {
    expect(lampSection.form.validate(lampSection.empty()).error).toBeUndefined();
    expect(lampSection.form.validate({ lamps: { 'Lamp 1': { name: 'x' } } }).error).toBeInstanceOf(Joi.ValidationError);
    expect(buildOf(lampSection.form)).toBeDefined();
    const draft = { lamp: lampSection.empty() };
    lampSection.changes.setLamp.alter(draft, { type: 'setLamp', id: 'lamp-1', name: '' });
    expect(lampSection.rules(draft)[0]?.message).toMatch(/needs a name/);
  });

  it('has keys and changes that no other section has', () => {
    const keys = SECTIONS.map((s) => s.key as string);
    expect(new Set([...keys, lampSection.key]).size).toBe(keys.length + 1);
    const types = SECTIONS.flatMap((s) => Object.keys(s.changes));
    expect(new Set([...types, ...Object.keys(lampSection.changes)]).size).toBe(types.length + 1);
  });
});
