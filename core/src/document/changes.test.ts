import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { put } from '../form';
import { measured } from '../quantity';
import {
  applyChange,
  applyOperations,
  CHANGE_TYPES,
  validationIssuesAfter,
  validationIssuesOf,
  conflicts,
  defaultBox,
  defaultWedge,
  describeChange,
  newConversion,
  nextId,
  readConversion,
  ringBody,
  type Change,
  type Conversion,
  type Operation,
  type PanelControl,
} from '.';
import { runs } from '../../../testing/runs';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const deck = demo('tape-deck');
const typewriter = demo('typewriter');
const PLANS = [deck, typewriter, demo('piano-stool'), demo('cocktail-table')];
const first = <T>(record: Record<string, T>): [string, T] => Object.entries(record)[0]!;

const lamp: PanelControl = {
  name: 'Lamp',
  kind: 'lamp',
  original: false,
  was: '',
  state: 'works',
  wish: 'power light',
};

/** One of every way to alter a document, on the demo that has what it is about. */
const EVERY: Record<Change['type'], [Conversion, Change]> = {
  rename: [deck, { type: 'rename', name: 'Other', note: 'n' }],
  setBrief: [deck, { type: 'setBrief', brief: { purpose: 'x', blockedFaces: ['left'] } }],
  setSurvivor: [deck, { type: 'setSurvivor', id: first(deck.brief.survivors)[0], survivor: null }],
  setTarget: [deck, { type: 'setTarget', id: 'noise-1', target: { kind: 'noise', limit: 26 } }],
  setClearance: [deck, { type: 'setClearance', name: 'static', value: 1.5 }],
  setHull: [newConversion('Box', defaultBox()), { type: 'setHull', hull: defaultWedge() }],
  setMaterial: [deck, { type: 'setMaterial', material: 'steel' }],
  setBody: [deck, { type: 'setBody', id: 'ring-1', body: ringBody(deck.shell, 12) }],
  setHazard: [deck, { type: 'setHazard', kind: 'rust', hazard: { state: 'present', note: 'x' } }],
  setMeasured: [deck, { type: 'setMeasured', path: '/shell/hull/length', measured: measured(450), what: 'width' }],
  setFeature: [deck, { type: 'setFeature', id: 'lid-rib-1', feature: null }],
  setShellWeight: [deck, { type: 'setShellWeight', grams: 4200 }],
  setCutAway: [
    deck,
    {
      type: 'setCutAway',
      id: 'lid-rib-1',
      blocks: [
        {
          x: measured(10),
          y: measured(10),
          z: measured(100),
          width: measured(20),
          depth: measured(20),
          height: measured(5),
        },
      ],
    },
  ],
  setFate: [deck, { type: 'setFate', id: 'lid-rib-1', fate: 'removed' }],
  setOpening: [
    deck,
    {
      type: 'setOpening',
      id: 'opening-9',
      opening: {
        name: 'O',
        face: 'rear',
        shape: { kind: 'round', diameter: measured(9) },
        u: measured(20),
        v: measured(20),
      },
    },
  ],
  setControl: [deck, { type: 'setControl', id: 'control-9', control: lamp }],
  addControl: [
    deck,
    {
      type: 'addControl',
      id: 'control-9',
      control: lamp,
      feature: { id: 'lamp-9', feature: { ...deck.shell.features['meter-1']!, name: 'New lamp', control: 'lamp' } },
      opening: {
        id: 'cut-9',
        opening: {
          name: 'Lamp',
          use: 'other',
          face: 'front',
          u: 40,
          v: 40,
          shape: { kind: 'round', diameter: 8 },
          pattern: { kind: 'open' },
          screws: [],
        },
      },
    },
  ],
  setStart: [deck, { type: 'setStart', id: 'board-1', start: 'mains' }],
  setHeader: [deck, { type: 'setHeader', id: 'header-9', header: { name: 'H', type: 'front panel', pins: {} } }],
  setHarnessWire: [
    typewriter,
    {
      type: 'setHarnessWire',
      wire: `${first(typewriter.panel.controls)[0]}.contact`,
      made: { colour: 'blue', tested: true },
    },
  ],
  setMatrix: [deck, { type: 'setMatrix', id: 'matrix-9', matrix: { name: 'M', pins: 8, keys: {} } }],
  setKey: [
    typewriter,
    {
      type: 'setKey',
      matrix: first(typewriter.panel.matrices)[0],
      id: 'key-99',
      key: { legend: 'X', x: 1, y: 1, readings: {} },
    },
  ],
  addReading: [
    typewriter,
    {
      type: 'addReading',
      matrix: first(typewriter.panel.matrices)[0],
      key: first(first(typewriter.panel.matrices)[1].keys)[0],
      id: 'reading-99',
      reading: { pairs: [[1, 2]], from: 'beeps' },
    },
  ],
  setHunt: [
    deck,
    {
      type: 'setHunt',
      id: 'hunt-9',
      hunt: { name: 'Plug', pins: 6, holds: { switches: 1, lamps: 1, resistors: 0 }, rails: {}, tests: {} },
    },
  ],
  addPinTest: [
    deck,
    { type: 'addPinTest', hunt: first(deck.panel.hunts)[0], id: 'test-99', test: { test: 'beep 1 2', saw: 'nothing' } },
  ],
  setBuild: [deck, { type: 'setBuild', build: { start: '2027-02-01', budget: 50_000 } }],
  setStep: [deck, { type: 'setStep', step: 'bench', said: { minutes: 60 }, name: 'Bench' }],
  setOwnStep: [
    deck,
    {
      type: 'setOwnStep',
      id: 'step-9',
      own: { name: 'Tea', minutes: 5, wait: 0, after: { bench: true }, caution: '' },
    },
  ],
  tick: [deck, { type: 'tick', step: 'close', name: 'Close it', done: { on: '2027-02-03', of: '' } }],
  setFinish: [
    deck,
    {
      type: 'setFinish',
      face: 'left',
      finish: {
        system: 'oil',
        colour: '',
        primer: 0,
        coats: 2,
        clear: 0,
        covers: 8,
        flash: 600,
        handle: 24,
        cure: 3,
      },
    },
  ],
  setItem: [
    deck,
    { type: 'setItem', item: 'part.fan-1', name: 'Exhaust fan', is: { state: 'buy', price: 900, lead: 3 } },
  ],
  setEntry: [
    deck,
    { type: 'setEntry', id: 'entry-9', entry: { on: '2027-02-02', kind: 'lesson', text: 'Measure twice' } },
  ],
  setHold: [
    deck,
    {
      type: 'setHold',
      id: 'hold-9',
      hold: { name: 'Rear hinge', kind: 'hinge', count: 2, rating: 6, carries: 'card-1' },
    },
  ],
  correctAir: [
    deck,
    {
      type: 'correctAir',
      run: 'Run',
      measured: { of: 'ways', factor: 1.2, run: 'Run' },
      baselines: { 'board-1': { part: 70, air: 35, watts: 60 } },
    },
  ],
  setCheck: [
    deck,
    {
      type: 'setCheck',
      check: 'rail.12v',
      name: '12 V to ground',
      seen: { on: '2027-03-01', result: 'good', value: 120, of: '' },
    },
  ],
  setRun: [
    deck,
    {
      type: 'setRun',
      id: 'run-9',
      run: {
        name: 'Closed',
        on: '2027-03-01',
        state: 'full',
        lid: 'closed',
        variant: '',
        from: 'log.csv',
        rows: 2,
        seconds: 1200,
        ambient: 21,
        parts: { 'board-1': { temperature: 70, highest: 71, noise: 0.1, steady: true, slope: 0.01 } },
        trace: { time: [0, 1], channels: [{ column: 'board', is: 'part', part: 'board-1', values: [30, null] }] },
      },
    },
  ],
  setLoudness: [
    deck,
    {
      type: 'setLoudness',
      id: 'noise-9',
      loudness: { name: 'At the desk', on: '2027-03-01', running: 36, background: 28, distance: 1000 },
    },
  ],
  setSpeed: [
    deck,
    { type: 'setSpeed', id: 'speed-9', speed: { on: '2027-03-01', link: 'link-1', together: true, rate: 210 } },
  ],
  setScores: [
    deck,
    {
      type: 'setScores',
      id: 'scores-9',
      scores: { test: 'Render', settings: '', variant: 'here', unit: 's', better: 'less', values: [61, 62, 61] },
    },
  ],
  setLeak: [deck, { type: 'setLeak', id: 'leak-9', leak: { on: '2027-03-01', hours: 24, dry: true, note: '' } }],
  setEvidence: [
    deck,
    {
      type: 'setEvidence',
      target: first(deck.brief.targets)[0],
      name: 'Budget',
      evidence: { on: '2027-03-01', met: true, words: 'receipts' },
    },
  ],
  signOff: [deck, { type: 'signOff', signed: { on: '2027-03-01', by: 'Ola', words: 'done', of: '' } }],
  addPart: [
    deck,
    { type: 'addPart', id: 'drive-9', part: deck.kit.parts['drive-1']!, placement: deck.layout.placements['drive-1']! },
  ],
  setPart: [deck, { type: 'setPart', id: 'card-1', part: { mass: 1234 } }],
  removePart: [deck, { type: 'removePart', id: 'card-1' }],
  placePart: [deck, { type: 'placePart', id: 'card-1', placement: null }],
  setWish: [
    deck,
    {
      type: 'setWish',
      id: 'wish-9',
      wish: { kind: 'near', part: 'card-1', other: 'board-1', face: null, distance: 20 },
    },
  ],
  setLater: [deck, { type: 'setLater', id: 'card-1', later: true }],
  setStaysOutside: [deck, { type: 'setStaysOutside', id: 'card-1', outside: { where: 'beside', cable: 500 } }],
  setRides: [
    { ...deck, layout: { ...deck.layout, rides: { 'card-1': 'lid' } } },
    { type: 'setRides', id: 'card-1', on: null },
  ],
  setRow: [
    deck,
    {
      type: 'setRow',
      id: 'row-9',
      row: { name: 'Row', along: 'top', pitch: 40, held: 'side brackets', parts: { 'drive-1': 0, 'drive-2': 1 } },
    },
  ],
  setVariant: [
    deck,
    {
      type: 'setVariant',
      id: 'layout-9',
      variant: { name: 'V', placements: deck.layout.placements, parts: {}, fates: {}, ring: null },
    },
  ],
  setOutlook: [deck, { type: 'setOutlook', outlook: 'rear' }],
  setCable: [deck, { type: 'setCable', id: 'board-1>card-1:riser', cable: { length: 200 } }],
  setHoleMap: [typewriter, { type: 'setHoleMap', id: first(typewriter.kit.holeMaps)[0], map: null }],
  setPhoto: [deck, { type: 'setPhoto', id: 'photo-9', photo: null }],
  setCutOpening: [
    deck,
    {
      type: 'setCutOpening',
      id: 'cut-1',
      opening: {
        name: 'Grille',
        use: 'grille',
        face: 'rear',
        u: 100,
        v: 60,
        shape: { kind: 'rectangle', width: 60, height: 30, radius: 2 },
        pattern: { kind: 'holes', diameter: 5, pitch: 12, array: 'hexagonal' },
        follows: 'fan-1',
        screws: [],
      },
    },
  ],
  adjustOpening: [
    deck,
    {
      type: 'adjustOpening',
      key: 'board-1.sockets.io',
      name: 'Board opening',
      patch: { allowance: 0.2, made: { face: 'rear', u: 5, v: 5, shape: { kind: 'round', diameter: 5 }, note: '' } },
    },
  ],
  setMount: [deck, { type: 'setMount', part: 'board-1', mount: { kind: 'wood screw', family: true } }],
  setTools: [deck, { type: 'setTools', tools: { holeSaws: [20, 35], jigsaw: false } }],
  setStock: [deck, { type: 'setStock', stock: { bar: { length: 2000, kerf: 1 } } }],
  setPrint: [
    deck,
    { type: 'setPrint', id: 'print-1', print: { name: 'Foot', kind: 'foot', sizes: { height: 12 }, count: 4 } },
  ],
  setPrinted: [deck, { type: 'setPrinted', faces: ['rear'], mark: { rear: '0123abcd' }, when: '1 May' }],
  setCut: [deck, { type: 'setCut', cut: { allowance: 0.7, ruler: { horizontal: 99.5, vertical: 100 } } }],
  setAir: [deck, { type: 'setAir', air: { altitude: 800, state: 'typical', open: ['lid'] } }],
  setFan: [
    deck,
    {
      type: 'setFan',
      part: 'fan-1',
      fan: {
        turned: true,
        curve: [
          [0, 20],
          [40, 0],
        ],
        ductTo: 'card-1',
      },
    },
  ],
  setWay: [
    deck,
    {
      type: 'setWay',
      way: 'line-1',
      name: 'Line',
      patch: { filter: { kind: 'mesh', clogged: 10 }, ductTo: 'board-1' },
    },
  ],
  setThermal: [deck, { type: 'setThermal', part: 'card-1', thermal: { limit: 80 } }],
  setLoop: [
    deck,
    {
      type: 'setLoop',
      loop: { order: ['board-1'], pump: { head: 20, flow: 8 }, bore: 10, reservoir: 200, filledAt: 'lid off' },
    },
  ],
  setPower: [deck, { type: 'setPower', power: { staggered: true, hours: 8 } }],
  setSupply: [deck, { type: 'setSupply', part: 'supply-1', supply: { rating: 600, selector: '230 V' } }],
  setSource: [
    deck,
    {
      type: 'setSource',
      part: 'supply-1',
      source: { kind: 'brick', volts: 12, amps: 10, takes: { from: 11, to: 13 }, gives: 120 },
    },
  ],
  setAdapter: [
    deck,
    {
      type: 'setAdapter',
      id: 'adapter-2',
      adapter: { name: 'S', plug: 'peripheral', on: 'adapter-1', feeds: { 'fan-1': true } },
    },
  ],
  setWire: [deck, { type: 'setWire', link: 'supply-1>board-1:main-power', wire: { gauge: 16 } }],
  setTrigger: [
    deck,
    {
      type: 'setTrigger',
      trigger: { how: 'relay', coil: 12, current: 40, from: '12 V', pulls: 'PS_ON to ground', commonGround: true },
    },
  ],
  setMains: [deck, { type: 'setMains', mains: { acknowledged: true, fuse: 2 } }],
  setEarth: [deck, { type: 'setEarth', thing: 'feature/keys-1', name: 'Keys', ohms: 0.05 }],
  setDecoration: [
    deck,
    {
      type: 'setDecoration',
      id: 'decoration-1',
      decoration: { name: 'Lamp', volts: 900, screened: true, earthed: true },
    },
  ],
  setPin: [deck, { type: 'setPin', pin: '3', function: 'ground', measured: 0 }],
  setLink: [deck, { type: 'setLink', id: 'socket-1', node: null }],
  setUsage: [deck, { type: 'setUsage', usage: 'all' }],
  setOutside: [deck, { type: 'setOutside', outside: 5 }],
  setAntenna: [deck, { type: 'setAntenna', id: 'antenna-9', antenna: { name: 'A', where: 'slot', slot: 40 } }],
  setScreen: [deck, { type: 'setScreen', id: 'screen-1', screen: null }],
  addTry: [
    deck,
    { type: 'addTry', id: 'try-1', attempt: { set: 'A', modeline: 'x', seen: 'locks', picture: [0, 1, 0, 1] } },
  ],
  accept: [
    deck,
    { type: 'accept', finding: 'fit/card-1|lid-rib-1', accepted: { reason: 'foam', verdict: 'stop', amount: 3.8 } },
  ],
  all: [
    deck,
    {
      type: 'all',
      what: 'two',
      changes: [
        { type: 'rename', name: 'A' },
        { type: 'removePart', id: 'card-1' },
      ],
    },
  ],
};

it('this knows every way to alter a document', () =>
  expect(Object.keys(EVERY).sort()).toEqual([...CHANGE_TYPES].sort()));

/** Every id that something in a document speaks of, with where. */
function dangling(document: Conversion): string[] {
  const { brief, shell, kit, layout, accepted } = document;
  const wrong: string[] = [];
  const need = (record: object, id: string, where: string) => {
    if (!Object.hasOwn(record, id)) wrong.push(`${where} → ${id}`);
  };
  for (const { about } of Object.values(brief.survivors))
    if (about.kind === 'feature') need(shell.features, about.id!, 'survivor');
  for (const { body } of Object.values(shell.features)) if (body !== 'base') need(shell.bodies, body, 'feature');
  for (const id of Object.keys(layout.placements)) need(kit.parts, id, 'placement');
  for (const wish of Object.values(layout.wishes))
    for (const id of [wish.part, wish.other]) if (id) need(kit.parts, id, 'wish');
  for (const cable of Object.keys(layout.cables))
    for (const id of cable.split(/[>:]/).slice(0, 2)) need(kit.parts, id, 'cable');
  for (const variant of Object.values(layout.variants)) {
    for (const id of [...Object.keys(variant.placements), ...Object.keys(variant.parts)])
      need(kit.parts, id, 'variant');
    for (const id of Object.keys(variant.fates)) need(shell.features, id, 'variant');
  }
  for (const { picks } of Object.values(kit.photos))
    for (const { shows } of Object.values(picks)) if (shows) need(kit.holeMaps, shows.map, 'pick');
  const entities = { ...kit.parts, ...kit.holeMaps, ...shell.features };
  for (const finding of Object.keys(accepted))
    for (const id of finding.split('/')[1]!.split(/[|+]/)) if (/-\d+$/.test(id)) need(entities, id, 'accepted');
  return wrong;
}

describe.each(Object.entries(EVERY))('%s', (_type, [document, change]) => {
  it('makes a valid plan, is undone by its inverse, is remade by its operations, and has words', () => {
    const edited = applyChange(document, change);
    expect(validationIssuesOf(edited.document)).toEqual([]);
    expect(validationIssuesAfter(edited.document, edited.operations)).toEqual([]);
    expect(applyOperations(edited.document, edited.inverse).document).toEqual(document);
    expect(applyOperations(document, edited.operations).document).toEqual(edited.document);
    expect(describeChange(document, change).length).toBeGreaterThan(2);
    expect(dangling(edited.document)).toEqual([]);
  });
});

describe('what is taken out', () => {
  const full = [
    EVERY.setWish[1],
    EVERY.setVariant[1],
    EVERY.setCable[1],
    EVERY.accept[1],
    { type: 'setSurvivor', id: 'survivor-9', survivor: { name: 'Rib', about: { kind: 'feature', id: 'lid-rib-1' } } },
    {
      ...EVERY.setCutOpening[1],
      opening: { ...(EVERY.setCutOpening[1] as Extract<Change, { type: 'setCutOpening' }>).opening, follows: 'card-1' },
    },
    { type: 'setMount', part: 'card-1', mount: { kind: 'strap' } },
    { type: 'adjustOpening', key: 'card-1.bracket.slot-1', name: 'slot', patch: { allowance: 1 } },
    { type: 'setPrint', id: 'print-1', print: { name: 'B', kind: 'bracket', of: 'card-1', sizes: {}, count: 1 } },
    { type: 'accept', finding: 'cut/made/card-1.bracket.slot-1', accepted: { reason: '', verdict: 'warn' } },
  ].reduce((d, change) => applyChange(d, change as Change).document, deck);

  it.each([
    ['a card with its riser, wishes, places and accepted collision', { type: 'removePart', id: 'card-1' }],
    ['a rib with its survivor and accepted collision', { type: 'setFeature', id: 'lid-rib-1', feature: null }],
  ] as [string, Change][])('%s leaves nothing that speaks of it', (_what, change) => {
    const { document, inverse } = applyChange(full, change);
    const id = (change as { id: string }).id;
    expect(JSON.stringify({ ...document, spent: {} })).not.toContain(`"${id}`);
    expect(JSON.stringify(document)).not.toContain('fit/card-1|lid-rib-1');
    expect(JSON.stringify(document).includes('cut/made/card-1')).toBe(id !== 'card-1');
    expect(dangling(document)).toEqual([]);
    expect(applyOperations(document, inverse).document).toEqual(full);
  });

  it('does not give its id to the next: a new card is another card', () => {
    const { document } = applyChange(full, { type: 'removePart', id: 'card-1' });
    expect(nextId(document.kit.parts, 'card', document.spent)).toBe('card-2');
    expect(nextId(full.kit.parts, 'card', full.spent)).toBe('card-2');
    const again = applyChange(document, { type: 'addPart', id: 'card-2', part: full.kit.parts['card-1']! }).document;
    const gone = applyChange(again, { type: 'removePart', id: 'card-2' }).document;
    expect(nextId(gone.kit.parts, 'card', gone.spent)).toBe('card-3');
  });

  it('of two tabs that take out different things neither is asked', () => {
    const [two, three] = ['drive-1', 'drive-2'].map((id) => applyChange(full, { type: 'removePart', id }).operations);
    expect(conflicts(two!, three!)).toBe(false);
  });
});

describe('only the leaves that differ are written', () => {
  const operationsOf = (document: Conversion, change: Change) =>
    applyChange(document, change).operations.map((o) => o.path);
  it('of a hole map, an own part, a feature', () => {
    const [id, map] = first(typewriter.kit.holeMaps);
    const [key, distance] = first(map.distances);
    const distances = { ...map.distances, [key]: { ...distance, measured: measured(77) } };
    expect(operationsOf(typewriter, { type: 'setHoleMap', id, map: { ...map, distances } })).toEqual([
      `/kit/holeMaps/${id}/distances/${key}/measured`,
    ]);
    const rib = deck.shell.features['lid-rib-1']!;
    expect(
      operationsOf(deck, { type: 'setFeature', id: 'lid-rib-1', feature: { ...rib, why: 'x', metal: true } }).sort(),
    ).toEqual(['/shell/features/lid-rib-1/metal', '/shell/features/lid-rib-1/why']);
  });
  it('what is there already is no edit', () => {
    const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
    expect(
      operationsOf(deck, { type: 'setFeature', id: 'lid-rib-1', feature: copy(deck.shell.features['lid-rib-1']!) }),
    ).toEqual([]);
    expect(operationsOf(deck, { type: 'setHull', hull: copy(deck.shell.hull) })).toEqual([]);
  });
  it('two tabs that alter different picks of one photo are not asked', () => {
    const photo = {
      name: 'P',
      picks: { 'a-1': { name: 'a', at: [[1, 2]] }, 'b-1': { name: 'b', at: [[3, 4]] } },
      corners: [
        [0, 0],
        [1, 0],
      ],
    };
    const edit = (key: string, value: unknown) => {
      const target = { photo: JSON.parse(JSON.stringify(photo)) as typeof photo };
      put(target, 'photo', { ...photo, picks: { ...photo.picks, [key]: value } } as typeof photo);
      return target.photo;
    };
    expect(edit('a-1', { name: 'a', at: [[9, 9]] }).picks['a-1'].at).toEqual([[9, 9]]);
    expect(edit('a-1', undefined).picks).not.toHaveProperty('a-1.name');
  });
});

// What an edit touched is judged as the whole would be: random edits, right and wrong ones, on all demos.
it('judging what an edit touched finds the same as judging everything', () => {
  const anywhere = (document: Conversion) => {
    const paths: string[] = [];
    const walk = (value: unknown, at: string) => {
      paths.push(at);
      if (value !== null && typeof value === 'object')
        for (const [key, inner] of Object.entries(value))
          walk(inner, `${at}/${key.replace(/~/g, '~0').replace(/\//g, '~1')}`);
    };
    walk(document, '');
    return paths.slice(1);
  };
  const paths = PLANS.map(anywhere);
  const VALUES = [
    0,
    -1,
    1e9,
    3.5,
    'x',
    '',
    null,
    true,
    {},
    [],
    { value: 5, uncertainty: 0.1, tool: 'tape' },
    'constructor',
    NaN,
  ];
  let refused = 0;
  fc.assert(
    fc.property(
      fc.nat(PLANS.length - 1),
      fc.nat(),
      fc.constantFrom('replace', 'remove', 'add'),
      fc.constantFrom(...VALUES),
      fc.constantFrom('new-1', 'Bad Key', 'constructor', 'value', '__proto__'),
      (plan, pick, op, value, key) => {
        const path = paths[plan]![pick % paths[plan]!.length]!;
        const operation = { op, path: op === 'add' ? `${path}/${key}` : path, value } as Operation;
        let edited;
        try {
          edited = applyOperations(PLANS[plan]!, [operation]);
        } catch {
          return;
        }
        const whole = validationIssuesOf(edited.document).length > 0;
        if (whole) refused++;
        expect(validationIssuesAfter(edited.document, edited.operations).length > 0, JSON.stringify(operation)).toBe(
          whole,
        );
      },
    ),
    { numRuns: runs(1500, 250), seed: 7 },
  );
  expect(refused).toBeGreaterThan(runs(300, 60));
}, 120_000);
