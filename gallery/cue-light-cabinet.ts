import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, fromLibrary, hazards, hole, roomInside } from './make';

// A prompt-corner cue-light cabinet of a theatre: sheet steel, two deep lamp units that stay in front. All data invented.

/** An office board with its supply and a long card at the height of the lamp units. */
export function cueLightCabinet(): Conversion {
  const cabinet = begun('Dotterel cue-light cabinet', roomInside([315, 431, 537], 1.5), {
    purpose: 'Run the prompt desk’s pictures.',
    policy: 'sleeper',
    place: 'In the prompt corner',
    survivors: {
      'units-1': { name: 'Both lamp units', about: { kind: 'feature', id: 'units-1' } },
      'front-1': { name: 'The front', about: { kind: 'face', id: 'front' } },
    },
  });
  cabinet.note = 'The relay set works: it is stored, not thrown away';
  cabinet.shell = {
    ...cabinet.shell,
    material: 'steel',
    bodies: {
      'door-1': {
        name: 'Side door',
        kind: 'panel',
        cut: {
          kind: 'face',
          face: 'right',
          u: measured(217, 'rule'),
          v: measured(270, 'rule'),
          width: measured(400, 'rule'),
          height: measured(500, 'rule'),
        },
        motion: { kind: 'lift' },
        closures: [{ kind: 'latch', count: 2, where: 'front edge', releasedFrom: 'outside' }],
        material: 'steel',
        weighed: 2600,
      },
    },
    features: {
      'units-1': block('Lamp units', [30, 1.5, 380], [255, 178, 130], {
        kind: 'mechanism',
        control: 'lamp',
        metal: true,
      }),
      'cues-1': block('Cue lamps and key', [60, 1.5, 300], [190, 40, 30], { kind: 'mechanism', control: 'lamp' }),
    },
    openings: { 'field-1': hole('Hole field of the door', 'right', 217, 300, 160, 110) },
    hazards: hazards({ capacitors: { state: 'dealt with', note: 'Discharged and measured' } }),
  };
  cabinet.kit.parts = {
    'board-1': fromLibrary('board/atx', 'Office board', { coolerHeight: 120 }, { draw: [20, 90, 180] }),
    'supply-1': fromLibrary('supply/atx', 'Office supply'),
    'card-1': fromLibrary('card/full-length-2', 'Card', { length: 272 }, { draw: [15, 160, 230] }),
    'fan-1': fromLibrary('fan/140x25', 'Door fan'),
  };
  cabinet.layout.rides = { 'fan-1': 'door-1' };
  cabinet.power.supplies = { 'supply-1': { rating: 380, rails: { '12 V': 30 }, used: true } };
  cabinet.power.mains = { volts: '230', fuse: 4, slow: true, poles: 2, inlet: 10, strainRelief: true };
  cabinet.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'card-1': { name: 'Card', type: 'graphics', on: 'socket-1', part: 'card-1' },
  };
  cabinet.panel.controls = {
    'control-1': control('Two-colour lamp', 'lamp', 'power light', {
      feature: 'cues-1',
      along: 0.2,
      lamp: { type: 'two-colour, two wires', forward: 2, milliamps: 10 },
    }),
    'control-2': control('Activity lamp', 'lamp', 'drive light', {
      feature: 'cues-1',
      along: 0.5,
      lamp: { type: 'LED', forward: 2, milliamps: 10 },
    }),
    'control-3': control('Start key', 'momentary', 'power', { feature: 'cues-1', along: 0.8 }),
  };
  cabinet.panel.headers = {
    'header-1': {
      name: 'Board pins',
      type: 'own',
      part: 'board-1',
      pins: {
        '1': { signal: 'power light +', level: 5, milliamps: 10 },
        '2': { signal: 'power light −', level: 5 },
        '3': { signal: 'power switch', level: 3.3 },
        '4': { signal: 'ground' },
      },
    },
  };
  cabinet.panel.hunts = {
    'hunt-1': {
      name: 'Block of the cue lamps',
      pins: 8,
      holds: { switches: 1, lamps: 2, resistors: 0 },
      rails: {},
      tests: {},
    },
  };
  return cabinet;
}
