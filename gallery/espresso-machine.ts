import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, frontHeader, fromLibrary, hazards, roomInside } from './make';

// A two-group espresso machine: a stainless housing whose height a shelf splits. All data invented.

/** A full-size board on the floor below a shelf that stays, a card upside down on it, two drives in the boiler’s slides. */
export function espressoMachine(): Conversion {
  const machine = begun('Curlew espresso machine', roomInside([548, 352, 286], 1.5), {
    purpose: 'Render overnight behind the bar.',
    policy: 'sleeper',
    place: 'On the bar',
    survivors: {
      'shelf-1': { name: 'The shelf', about: { kind: 'feature', id: 'shelf-1' } },
      'front-1': { name: 'The front', about: { kind: 'face', id: 'front' } },
    },
    targets: { 'drives-1': { kind: 'drives', limit: 2 } },
  });
  machine.note = 'The shelf stays as it is';
  machine.shell = {
    ...machine.shell,
    material: 'steel',
    bodies: {
      'cover-1': {
        name: 'Top cover',
        kind: 'panel',
        cut: {
          kind: 'face',
          face: 'top',
          u: measured(275.5, 'rule'),
          v: measured(177.5, 'rule'),
          width: measured(512, 'rule'),
          height: measured(318, 'rule'),
        },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 6, where: 'round the opening', releasedFrom: 'outside' }],
        material: 'steel',
        weighed: 1300,
      },
    },
    features: {
      // It came in through the top, behind valves and gauge: it goes out the same way, and back.
      'shelf-1': block('Shelf', [22, 66, 176.5], [506, 268, 1.5], {
        kind: 'shelf',
        fate: 'out',
        metal: true,
        why: 'six screws, from above only',
      }),
      'flange-1': block('Left flange of the shelf', [1.5, 66, 173.5], [28, 268, 3], { kind: 'bracket', metal: true }),
      'flange-2': block('Right flange of the shelf', [520.5, 66, 173.5], [29, 268, 3], {
        kind: 'bracket',
        metal: true,
      }),
      'slide-1': block('Left boiler slide', [400, 60, 1.5], [3, 250, 40], { kind: 'rail', metal: true }),
      'slide-2': block('Right boiler slide', [507, 60, 1.5], [3, 250, 40], { kind: 'rail', metal: true }),
      'valve-1': block('Left steam valve', [90, 1.5, 200], [30, 60, 30], { kind: 'mechanism', control: 'knob' }),
      'valve-2': block('Right steam valve', [430, 1.5, 200], [30, 60, 30], { kind: 'mechanism', control: 'knob' }),
      'gauge-1': block('Pressure gauge', [250, 1.5, 200], [60, 45, 60], { kind: 'mechanism', control: 'meter' }),
      'rocker-1': block('Rocker', [180, 1.5, 210], [24, 30, 32], { kind: 'mechanism', control: 'switch' }),
      'lamp-1': block('Left lamp', [330, 1.5, 215], [14, 35, 14], { kind: 'mechanism', control: 'lamp' }),
      'lamp-2': block('Right lamp', [360, 1.5, 215], [14, 35, 14], { kind: 'mechanism', control: 'lamp' }),
    },
    hazards: hazards(),
  };
  machine.kit.parts = {
    'board-1': fromLibrary(
      'board/atx',
      'Board',
      { standoffHeight: 8, thickness: 1.6, coolerHeight: 160, coolerWidth: 110, coolerDepth: 110 },
      { draw: [20, 60, 90] },
    ),
    'supply-1': fromLibrary('supply/atx', 'Supply'),
    'card-1': fromLibrary(
      'card/full-length-2',
      'Graphics card',
      { length: 270, thickness: 40 },
      { draw: [15, 140, 200] },
    ),
    'drive-1': fromLibrary('drive/3.5', 'Drive 1'),
    'drive-2': fromLibrary('drive/3.5', 'Drive 2'),
    'drive-3': fromLibrary('drive/2.5-7', 'Small drive'),
  };
  machine.power.supplies = { 'supply-1': { rating: 550, rails: { '12 V': 45 } } };
  machine.power.mains = { volts: '230', fuse: 5, slow: true, poles: 2, inlet: 10, strainRelief: true };
  machine.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'host-2': { name: 'Chipset', type: 'chipset' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'ribbon-1': { name: 'Ribbon to the shelf', type: 'riser', on: 'socket-1', length: 300 },
    'card-1': { name: 'Graphics card', type: 'graphics', on: 'ribbon-1', part: 'card-1' },
    'socket-2': { name: 'SATA sockets', type: 'sata-ports', on: 'host-2', count: 4 },
    'disc-1': { name: 'Drive 1', type: 'sata-disc', on: 'socket-2', part: 'drive-1' },
    'disc-2': { name: 'Drive 2', type: 'sata-disc', on: 'socket-2', part: 'drive-2' },
    'disc-3': { name: 'Small drive', type: 'sata-flash', on: 'socket-2', part: 'drive-3', boot: true },
  };
  machine.panel.controls = {
    'control-1': control('Rocker', 'latching', 'power', {
      feature: 'rocker-1',
      mains: true,
      traced: true,
      was: 'mains',
    }),
    'control-2': control('Left lamp', 'lamp', 'power light', {
      feature: 'lamp-1',
      mains: true,
      traced: true,
      lamp: { type: 'neon', forward: 90, milliamps: 1 },
    }),
    'control-3': control('Right lamp', 'lamp', 'nothing', {
      feature: 'lamp-2',
      lamp: { type: 'neon', forward: 90, milliamps: 1 },
    }),
    'control-4': control('Left valve', 'rotary selector', 'nothing', { feature: 'valve-1', was: 'steam' }),
    'control-5': control('Right valve', 'rotary selector', 'nothing', { feature: 'valve-2', was: 'steam' }),
    'control-6': control('Gauge', 'meter', 'nothing', { feature: 'gauge-1', was: 'pressure' }),
  };
  machine.panel.headers = { 'header-1': frontHeader('board-1') };
  return machine;
}
