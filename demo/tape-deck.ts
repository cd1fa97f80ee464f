import {
  corner,
  feature,
  lidAt,
  newConversion,
  type PanelControl,
  type Conversion,
  type Feature,
  type ProfileHull,
} from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { measured } from '@young-shell/core/quantity';
import { standardPart } from '@young-shell/core/standards';
import { block, calipers, exact, rule, tape } from './lengths';

// A reel-to-reel tape deck of our own: wooden cheeks, sloped front, two needle meters. All data invented.

const hull: ProfileHull = {
  form: 'profile',
  axis: 'x',
  length: tape(452),
  corners: [
    corner(exact(0), exact(0), 'bottom', calipers(9.2)),
    corner(rule(386), exact(0), 'rear', calipers(4.1)),
    corner(rule(386), rule(158), 'top', calipers(3.2)),
    corner(rule(214), rule(158), 'slope', calipers(3.2)),
    corner(exact(0), rule(68), 'front', calipers(12.1)),
  ],
  ends: { low: calipers(18.2), high: calipers(18.3) },
};

const features: Record<string, Feature> = {
  'keys-1': block('Transport keys', [rule(96), rule(12.1), rule(22)], [rule(150), rule(46), rule(34)], {
    kind: 'mechanism',
    control: 'keys',
    sweep: { bottom: 6 },
    why: 'piano keys work the new controls',
    metal: true,
    moving: true,
  }),
  'meter-1': block('Left meter', [rule(262), rule(58), rule(58)], [calipers(62), calipers(38), calipers(30)], {
    control: 'meter',
    why: 'shows the processor load',
    body: 'lid',
  }),
  'meter-2': block('Right meter', [rule(336), rule(58), rule(58)], [calipers(62), calipers(38), calipers(30)], {
    control: 'meter',
    why: 'shows the network',
    body: 'lid',
  }),
  'selector-1': feature(
    'Rotary selector',
    { kind: 'cylinder', axis: 'y', diameter: calipers(44), length: calipers(36) },
    [rule(40), rule(12.1), rule(14)],
    {
      kind: 'mechanism',
      control: 'knob',
      why: 'chooses the source',
      metal: true,
    },
  ),
  'motor-boss-1': feature(
    'Capstan motor boss',
    { kind: 'cylinder', axis: 'z', diameter: calipers(54), length: rule(26) },
    [rule(232), rule(150), calipers(9.2)],
    {
      kind: 'boss',
      fate: 'cut',
      why: 'the motor is gone',
    },
  ),
  'lid-rib-1': block('Lid rib 1', [calipers(18.2), rule(300), rule(142.8)], [rule(415.5), calipers(8), calipers(12)], {
    kind: 'rib',
    body: 'lid',
    fate: 'cut',
    why: 'stiffens the deck plate',
  }),
  'lid-rib-2': block('Lid rib 2', [calipers(18.2), rule(226), rule(142.8)], [rule(415.5), calipers(8), calipers(12)], {
    kind: 'rib',
    body: 'lid',
    why: 'carries the left reel spindle',
  }),
  'corner-1': block(
    'Corner block, left',
    [calipers(18.2), rule(357.9), calipers(9.2)],
    [calipers(24), calipers(24), rule(60)],
    {
      kind: 'bracket',
      why: 'holds cheek and rear together',
    },
  ),
  'corner-2': block(
    'Corner block, right',
    [rule(409.7), rule(357.9), calipers(9.2)],
    [calipers(24), calipers(24), rule(60)],
    {
      kind: 'bracket',
      why: 'holds cheek and rear together',
    },
  ),
  'transformer-1': block('Transformer shelf', [rule(30), rule(160), calipers(9.2)], [rule(110), rule(90), rule(4)], {
    kind: 'shelf',
    fate: 'removed',
    why: 'sawn out on the first evening',
  }),
};

const fromLibrary = (key: string, name: string) => partFrom(standardPart(key)!, name);

/** The deck with its kit, nothing placed yet. */
export function tapeDeckUnplaced(): Conversion {
  const deck = newConversion('Lanternfish reel deck', hull);
  deck.note = 'Editing machine for the living room';
  deck.brief = {
    purpose: 'Cut sound and film in the living room without a tower in sight.',
    policy: 'sleeper',
    place: 'On the low shelf under the window, rear 12 cm from the wall',
    blockedFaces: ['left'],
    ambient: 23,
    dust: 'normal',
    daily: 'Transport keys, selector, one socket at the rear for a stick',
    survivors: {
      'front-1': { name: 'The sloped front with both meters', about: { kind: 'face', id: 'slope' } },
      'keys-1': { name: 'Piano keys that click', about: { kind: 'feature', id: 'keys-1' } },
      'spindle-1': { name: 'Left reel still turns', about: { kind: 'feature', id: 'lid-rib-2' } },
    },
    targets: {
      'mass-1': { kind: 'mass', limit: 8 },
      'drives-1': { kind: 'drives', limit: 2 },
      'margin-1': { kind: 'smallest-margin', limit: 0.5 },
      'noise-1': { kind: 'noise', limit: 26 },
    },
    alternative: { name: 'Small ready-made cube', litres: 11, price: 420 },
  };
  deck.shell = {
    hull,
    material: 'wood',
    bodies: {
      lid: {
        ...lidAt(rule(66), 'Deck plate', [
          { kind: 'screw', count: 6, where: 'along the edge of the deck', releasedFrom: 'outside' },
        ]),
        // The plate and the slope come off together; rear and cheeks stay.
        cut: { kind: 'plane', axis: 'z', at: rule(66), side: 'above', keeps: ['rear', 'left', 'right'] },
        material: 'aluminium',
      },
    },
    hazards: {
      capacitors: { state: 'dealt with', note: 'Motor capacitors taken out by a radio shop' },
      'lead paint': { state: 'absent', note: '' },
      asbestos: { state: 'absent', note: '' },
      radium: { state: 'absent', note: '' },
      'picture tube': { state: 'absent', note: '' },
      rust: { state: 'absent', note: '' },
      mould: { state: 'absent', note: '' },
      rare: { state: 'absent', note: 'Thousands were made; this one had lost its heads' },
    },
    features,
    openings: {
      'mains-1': {
        name: 'Old mains inlet',
        face: 'rear',
        shape: { kind: 'rectangle', width: calipers(28), height: calipers(21) },
        u: rule(404),
        v: rule(95),
      },
      'line-1': {
        name: 'Line sockets',
        face: 'rear',
        shape: { kind: 'rectangle', width: calipers(74), height: calipers(24) },
        u: rule(62),
        v: rule(100),
      },
    },
  };
  deck.air.state = 'typical';
  deck.air.humidity = 45;
  const board = fromLibrary('board/mini-itx', 'Board');
  board.dimensions.coolerHeight = measured(47, 'calipers');
  const card = fromLibrary('card/half-length-2', 'Graphics card');
  card.dimensions.length = measured(171.4, 'calipers');
  card.dimensions.height = measured(118.5, 'calipers');
  card.dimensions.thickness = measured(38.6, 'calipers');
  deck.kit.parts = {
    'board-1': board,
    'supply-1': fromLibrary('supply/sfx', 'Supply'),
    'card-1': card,
    'drive-1': fromLibrary('drive/3.5', 'Archive drive'),
    'drive-2': fromLibrary('drive/2.5-7', 'System drive'),
    'fan-1': fromLibrary('fan/80x15', 'Exhaust fan'),
  };
  deck.power.supplies = {
    'supply-1': {
      rating: 450,
      rails: { '12 V': 37.5, '5 V': 15, '3.3 V': 15, '5 V standby': 2.5 },
      ownSwitch: 'reached',
    },
  };
  // One lead of the supply ends in a plug for each drive.
  deck.power.adapters = {
    'adapter-1': { name: 'Drive splitter', plug: 'sata', feeds: { 'drive-1': true, 'drive-2': true }, gauge: 18 },
  };
  deck.power.mains = { volts: '230', fuse: 3.15, slow: true, poles: 2, inlet: 10, strainRelief: true, separated: true };
  deck.power.earth = {
    'body/lid': { ohms: 0.06, note: 'own wire to the rear left' },
    'part/supply-1': { ohms: 0.02, note: '' },
  };
  deck.power.hours = 3;
  deck.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'host-2': { name: 'Chipset', type: 'chipset' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'socket-2': {
      name: 'M.2 socket under the board',
      type: 'm2-m',
      on: 'host-2',
      gen: 3,
      disables: { 'socket-4': true },
    },
    'socket-3': { name: 'SATA sockets 1 and 2', type: 'sata-ports', on: 'host-2', count: 2 },
    'socket-4': { name: 'SATA sockets 3 and 4', type: 'sata-ports', on: 'host-2', count: 2 },
    'socket-5': { name: 'Rear USB sockets', type: 'usb-5', on: 'host-2', count: 4, outside: true },
    'adapter-1': { name: 'Ribbon under the card', type: 'riser', on: 'socket-1', length: 300 },
    'link-1': { name: 'Graphics card', type: 'graphics', on: 'adapter-1', part: 'card-1' },
    'link-2': { name: 'Archive drive', type: 'sata-disc', on: 'socket-3', part: 'drive-1' },
    'link-3': { name: 'System drive', type: 'sata-flash', on: 'socket-3', part: 'drive-2', boot: true },
    'link-4': { name: 'Transport keys', type: 'usb-device', on: 'socket-5' },
  };
  deck.links.antennas = { 'antenna-1': { name: 'Network antenna', where: 'plastic or wood', apart: 220 } };
  deck.links.screens = {
    'screen-1': {
      name: 'Cutting screen',
      kind: 'panel',
      horizontal: [30, 90],
      vertical: [50, 75],
      interlace: false,
      clock: [25, 600],
      width: 2560,
      height: 1440,
      size: [597, 336],
      refresh: 60,
    },
  };
  deck.panel = panel();
  deck.cut.mounts['card-1'] = { kind: 'strap' };
  deck.build = build(deck.build);
  return deck;
}

/** What the deck’s controls do now: Play starts it, the others send codes, the meters show levels. */
function panel(): Conversion['panel'] {
  const key = (name: string, along: number, more: Partial<PanelControl> = {}): PanelControl => ({
    name,
    kind: 'momentary',
    feature: 'keys-1',
    along,
    original: true,
    was: 'leaf contact under a piano key',
    state: 'works',
    survive: true,
    wish: 'codes',
    travel: 6,
    force: 3,
    held: 'two screws on the key frame',
    ...more,
  });
  const meter = (name: string, feature: string): PanelControl => ({
    name,
    kind: 'meter',
    feature,
    original: true,
    was: 'recording level',
    state: 'works',
    survive: true,
    wish: 'level',
    meter: { fullScale: 500, ohms: 650 },
    held: 'bezel and two clips',
  });
  return {
    controls: {
      'control-1': key('Rewind', 0.1),
      'control-2': key('Play', 0.3, {
        wish: 'power',
        rod: {
          kind: 'spring',
          to: { x: 141, y: 80, z: 34 },
          material: 'steel wire',
          diameter: 2,
          travel: 0.25,
          force: 1.6,
          rate: 0.5,
          guide: 20,
          gap: 0.3,
        },
        way: 'behind',
      }),
      'control-3': key('Stop', 0.5),
      'control-4': key('Record', 0.7, { kind: 'latching' }),
      'control-5': key('Forward', 0.9),
      'control-6': meter('Left meter', 'meter-1'),
      'control-7': meter('Right meter', 'meter-2'),
      'control-8': {
        name: 'Rotary selector',
        kind: 'rotary selector',
        feature: 'selector-1',
        original: true,
        was: 'tape speed and source',
        state: 'works',
        survive: true,
        wish: 'codes',
        positions: 6,
        held: 'nut on its neck',
        way: 'binary',
      },
      'control-9': {
        name: 'Record lamp',
        kind: 'lamp',
        feature: 'keys-1',
        along: 0.74,
        original: true,
        was: 'neon behind a red lens',
        state: 'works',
        mains: true,
        traced: true,
        wish: 'drive light',
        lamp: { type: 'neon', forward: 90, milliamps: 1 },
      },
      'control-10': {
        name: 'Meter lamp',
        kind: 'lamp',
        feature: 'meter-1',
        original: true,
        was: 'scale light, both meters',
        state: 'works',
        wish: 'power light',
        lamp: { type: 'filament', forward: 6.3, milliamps: 150 },
        way: 'replace',
      },
    },
    headers: {
      'header-1': { name: 'Board, front panel', type: 'front panel', part: 'board-1', pins: {} },
      'header-2': { name: 'Board, USB 2', type: 'USB 2', part: 'board-1', pins: {} },
      'header-3': { name: 'Controller under the keys', type: 'controller 5 V', part: 'board-1', pins: {} },
      'header-4': {
        name: 'Old plug of the front',
        type: 'own',
        pins: {
          '1': { signal: 'power switch', level: 3.3 },
          '2': { signal: 'ground' },
          '3': { signal: 'power light +', level: 5 },
          '4': { signal: 'power light −', level: 5 },
          '5': { signal: '12 V', level: 12, name: 'lamp supply' },
          '6': { signal: 'unknown' },
        },
      },
    },
    wires: {},
    matrices: {},
    hunts: {
      'hunt-1': {
        name: 'Plug under the meters',
        pins: 7,
        holds: { switches: 1, lamps: 1, resistors: 1 },
        rails: {},
        tests: {
          'test-1': { test: 'beep 1 2', saw: 'nothing' },
          'test-2': { test: 'beep 3 4', saw: 'some Ω' },
        },
      },
    },
  };
}

/** Half built: run on the bench, stripped, tried on; two evenings and Saturdays; parts with their prices and what was learnt. */
function build(empty: Conversion['build']): Conversion['build'] {
  const paint = {
    system: 'paint' as const,
    primer: 2,
    coats: 3,
    clear: 2,
    covers: 1.5,
    flash: 15,
    handle: 24,
    cure: 5,
  };
  return {
    ...empty,
    hours: [0, 2, 0, 2, 0, 5, 0],
    budget: 90_000,
    finish: {
      top: { ...paint, colour: 'silver grey' },
      left: { system: 'oil', colour: '', primer: 0, coats: 2, clear: 0, covers: 8, flash: 600, handle: 24, cure: 3 },
      right: { system: 'oil', colour: '', primer: 0, coats: 2, clear: 0, covers: 8, flash: 600, handle: 24, cure: 3 },
    },
    own: {
      'step-1': {
        name: 'Clean the tape heads’ glass, and keep it in a bag',
        minutes: 15,
        wait: 0,
        after: { trial: true },
        caution: '',
      },
    },
    done: {
      bench: { on: '2026-11-10', minutes: 70, of: '' },
      'strip.transformer-1': { on: '2026-11-12', minutes: 15, of: '' },
    },
    items: {
      'part.board-1': { state: 'have', price: 14_000, from: 'second-hand' },
      'part.supply-1': { state: 'have', price: 6500 },
      'part.card-1': { state: 'have', price: 21_000, from: 'second-hand' },
      'part.drive-1': { state: 'have', price: 9000 },
      'part.drive-2': { state: 'have', price: 4500 },
      'part.fan-1': { state: 'ordered', price: 1200, lead: 6, ordered: '2026-11-24' },
    },
    log: {
      'entry-1': { on: '2026-11-10', kind: 'note', text: 'Whole kit ran on cardboard for an hour.', step: 'bench' },
      'entry-2': {
        on: '2026-11-12',
        kind: 'mistake',
        text: 'Cut the wrong wire of the transformer shelf; spliced it again.',
        step: 'strip.transformer-1',
        cost: 0,
        minutes: 40,
      },
      'entry-3': { on: '2026-11-12', kind: 'lesson', text: 'Photograph every plug before it is pulled.' },
      'entry-4': {
        on: '2026-11-19',
        kind: 'reading',
        text: 'With the lid laid on, the board holds back after a quarter of an hour; with it off, never.',
      },
      'entry-5': {
        on: '2026-11-19',
        kind: 'lesson',
        text: 'Run it in with the lid laid on before anything is cut: the vents follow from that.',
      },
      'entry-6': {
        on: '2026-11-22',
        kind: 'decision',
        text: 'Vent in the floor, none in the front: the front stays as it was seen.',
      },
    },
  };
}
