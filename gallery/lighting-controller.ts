import { corner, type Conversion, type ProfileHull } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, frontHeader, fromLibrary, hazards, ownPart } from './make';

// A theatre lighting controller: a flat wedge of sheet steel with a field of keys. All data invented.

const steel = measured(1.3, 'calipers');
const mm = (value: number) => measured(value, 'rule');

const wedge: ProfileHull = {
  form: 'profile',
  axis: 'x',
  length: mm(492),
  ends: { low: steel, high: steel },
  corners: [
    corner(mm(0), mm(0), 'bottom', steel),
    corner(mm(318), mm(0), 'rear', steel),
    corner(mm(318), mm(97), 'slope', steel),
    corner(mm(0), mm(46), 'front', steel),
  ],
};

/** A bare board and an old low-profile card for a tube monitor, under a field of 54 keys that stays in use. */
export function lightingController(): Conversion {
  const desk = begun('Turnstone lighting desk', wedge, {
    purpose: 'Run the cue board on the tube monitor that stands in the booth.',
    policy: 'sleeper',
    place: 'On the booth’s shelf',
    survivors: {
      'keys-1': { name: 'The field of keys', about: { kind: 'feature', id: 'keys-1' } },
      'slope-1': { name: 'The sloped top', about: { kind: 'face', id: 'slope' } },
    },
    targets: { 'rise-1': { kind: 'temperature-rise', limit: 12 } },
  });
  desk.note = 'Old monitor, old card, bare board';
  desk.shell = {
    ...desk.shell,
    material: 'steel',
    bodies: {
      'floor-1': {
        name: 'Floor plate',
        kind: 'half',
        cut: { kind: 'plane', axis: 'z', at: mm(1.3), side: 'below' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 8, where: 'round the floor', releasedFrom: 'outside' }],
        material: 'steel',
        weighed: 1500,
      },
    },
    features: {
      'keys-1': block('Key field', [60, 60, 30], [300, 110, 18], { kind: 'mechanism', control: 'keys', moving: true }),
    },
    hazards: hazards({ rare: { state: 'absent', note: 'Two more stand in the store' } }),
  };
  desk.kit.parts = {
    'board-1': fromLibrary('board/mini-stx', 'Board', { coolerHeight: 41 }, { draw: [8, 25, 45] }),
    'card-1': fromLibrary(
      'card/low-profile-1',
      'Old card',
      { length: 167.65, height: 68.9, thickness: 18 },
      { draw: [8, 20, 31] },
    ),
    'adapter-1': ownPart('Slot adapter', [60, 24, 14], { mass: 40, draw: [0, 0, 0] }),
    'keys-2': ownPart('Key controller', [55, 25, 12], { mass: 15, draw: [0, 1, 1] }),
    'jack-1': fromLibrary('jack/dc-round', 'Inlet of 19 V'),
  };
  desk.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Storage socket', type: 'm2-m', on: 'host-1' },
    'socket-2': { name: 'SATA sockets', type: 'sata-ports', on: 'host-1', count: 2 },
    'socket-3': { name: 'USB sockets', type: 'usb-5', on: 'host-1', count: 4, outside: true },
    'adapter-1': { name: 'Slot adapter', type: 'm2-to-slot', on: 'socket-1', part: 'adapter-1' },
    'card-1': { name: 'Old card', type: 'graphics', on: 'adapter-1', part: 'card-1' },
    'drive-1': { name: 'System drive', type: 'sata-flash', on: 'socket-2', boot: true },
    'keys-1': { name: 'Key controller', type: 'usb-device', on: 'socket-3', part: 'keys-2' },
    'radio-1': { name: 'Wireless receiver', type: 'usb-dongle', on: 'socket-3' },
  };
  desk.links.outside = 3;
  desk.links.screens = {
    'screen-1': {
      name: 'Booth monitor',
      kind: 'tube',
      horizontal: [18, 18.9],
      vertical: [53, 57],
      interlace: false,
      clock: [25, 400],
      width: 384,
      height: 312,
      size: [270, 200],
      refresh: 55,
    },
  };
  desk.panel.controls = {
    'control-1': control('Cue keys', 'key field', 'keyboard', {
      feature: 'keys-1',
      was: '54 keys in rows and columns',
      survive: true,
    }),
  };
  desk.panel.headers = { 'header-1': frontHeader('board-1') };
  desk.panel.matrices = { 'matrix-1': { name: 'Cue keys', control: 'control-1', pins: 15, keys: {} } };
  return desk;
}
