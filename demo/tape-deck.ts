import { newConversion, type Conversion, type Feature, type WedgeHull } from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { measured, type Measured } from '@young-shell/core/quantity';
import { standardPart } from '@young-shell/core/standards';

// A reel-to-reel tape deck of our own: wooden cheeks, sloped front, two needle meters. All data invented.

const calipers = (value: number) => measured(value, 'calipers');
const rule = (value: number) => measured(value, 'rule');
const tape = (value: number) => measured(value, 'tape');
const exact = (value: number): Measured => measured(value, 'rule', 0);

const hull: WedgeHull = {
  form: 'wedge',
  width: tape(452),
  profile: [
    { y: exact(0), z: exact(0), face: 'bottom', wall: calipers(9.2) },
    { y: rule(386), z: exact(0), face: 'rear', wall: calipers(4.1) },
    { y: rule(386), z: rule(158), face: 'top', wall: calipers(3.2) },
    { y: rule(214), z: rule(158), face: 'slope', wall: calipers(3.2) },
    { y: exact(0), z: rule(68), face: 'front', wall: calipers(12.1) },
  ],
  walls: { left: calipers(18.2), right: calipers(18.3) },
};

type Place = [x: Measured, y: Measured, z: Measured];
type Size = [width: Measured, depth: Measured, height: Measured];

const block = (name: string, [x, y, z]: Place, [width, depth, height]: Size, rest: Partial<Feature>): Feature => ({
  name,
  shape: { kind: 'box', width, depth, height },
  x,
  y,
  z,
  fate: 'keep',
  why: '',
  body: 'base',
  metal: false,
  moving: false,
  ...rest,
});

const features: Record<string, Feature> = {
  'keys-1': block('Transport keys', [rule(96), rule(12.1), rule(22)], [rule(150), rule(46), rule(34)], {
    why: 'piano keys work the new controls',
    metal: true,
    moving: true,
  }),
  'meter-1': block('Left meter', [rule(262), rule(58), rule(58)], [calipers(62), calipers(38), calipers(30)], {
    why: 'shows the processor load',
    body: 'lid',
  }),
  'meter-2': block('Right meter', [rule(336), rule(58), rule(58)], [calipers(62), calipers(38), calipers(30)], {
    why: 'shows the network',
    body: 'lid',
  }),
  'selector-1': {
    name: 'Rotary selector',
    shape: { kind: 'cylinder', axis: 'y', diameter: calipers(44), length: calipers(36) },
    x: rule(40),
    y: rule(12.1),
    z: rule(14),
    fate: 'keep',
    why: 'chooses the source',
    body: 'base',
    metal: true,
    moving: false,
  },
  'motor-boss-1': {
    name: 'Capstan motor boss',
    shape: { kind: 'cylinder', axis: 'z', diameter: calipers(54), length: rule(26) },
    x: rule(232),
    y: rule(150),
    z: calipers(9.2),
    fate: 'cut',
    why: 'the motor is gone',
    body: 'base',
    metal: false,
    moving: false,
  },
  'lid-rib-1': block('Lid rib 1', [calipers(18.2), rule(300), rule(142.8)], [rule(415.5), calipers(8), calipers(12)], {
    body: 'lid',
    fate: 'cut',
    why: 'stiffens the deck plate',
  }),
  'lid-rib-2': block('Lid rib 2', [calipers(18.2), rule(226), rule(142.8)], [rule(415.5), calipers(8), calipers(12)], {
    body: 'lid',
    why: 'carries the left reel spindle',
  }),
  'corner-1': block(
    'Corner block, left',
    [calipers(18.2), rule(357.9), calipers(9.2)],
    [calipers(24), calipers(24), rule(60)],
    {
      why: 'holds cheek and rear together',
    },
  ),
  'corner-2': block(
    'Corner block, right',
    [rule(409.7), rule(357.9), calipers(9.2)],
    [calipers(24), calipers(24), rule(60)],
    {
      why: 'holds cheek and rear together',
    },
  ),
  'transformer-1': block('Transformer shelf', [rule(30), rule(160), calipers(9.2)], [rule(110), rule(90), rule(4)], {
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
    lid: { name: 'Deck plate', splitHeight: rule(66), closure: 'screws outside' },
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
  return deck;
}
