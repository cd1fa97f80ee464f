import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, frontHeader, fromLibrary, hazards, ownPart, roomInside } from './make';

// A wheeled picnic cooler: double plastic walls with foam, a hinged lid, a screen in it. All data invented.

/** A desktop that travels by rail in a cool box, its screen in the lid. */
export function picnicCooler(): Conversion {
  const box = begun('Godwit picnic cooler', roomInside([512, 296, 168], 33), {
    purpose: 'Play at the summer house; it goes there by rail.',
    policy: 'open',
    place: 'On the garden table',
    dust: 'dusty',
    targets: { 'mass-1': { kind: 'mass', limit: 13 }, 'rise-1': { kind: 'temperature-rise', limit: 12 } },
  });
  box.note = 'Screen in the lid, no liquids';
  box.shell = {
    ...box.shell,
    material: 'plastic',
    bodies: {
      'lid-1': {
        name: 'Lid',
        kind: 'lid',
        cut: { kind: 'plane', axis: 'z', at: measured(201, 'rule'), side: 'above' },
        motion: { kind: 'swing', edge: 'rear', angle: 100 },
        closures: [
          { kind: 'hinge', count: 2, where: 'rear edge', releasedFrom: 'outside' },
          { kind: 'latch', count: 1, where: 'front edge', releasedFrom: 'outside' },
        ],
        material: 'plastic',
        weighed: 900,
      },
    },
    features: {
      'well-1': block(
        'Left wheel well',
        [33, 245, 33],
        [84, 84, 70].map((v, i) => (i === 1 ? 84 : v)) as [number, number, number],
        {
          kind: 'bulge',
          why: 'the wheel turns in it',
        },
      ),
      'well-2': block('Right wheel well', [461, 245, 33], [84, 84, 70], {
        kind: 'bulge',
        why: 'the wheel turns in it',
      }),
      'screen-1': block('Flat screen in the lid', [114, 70, 177], [350, 222, 24], {
        kind: 'other',
        body: 'lid-1',
        why: 'the screen',
      }),
    },
    hazards: hazards(),
  };
  box.kit.parts = {
    'board-1': fromLibrary(
      'board/micro-atx',
      'Board',
      { standoffHeight: 8.4, coolerHeight: 62 },
      { draw: [12, 60, 95] },
    ),
    'supply-1': fromLibrary('supply/atx', 'Supply'),
    'card-1': fromLibrary(
      'card/full-length-2',
      'Graphics card',
      { length: 238, height: 112, thickness: 40, plugRoom: 35 },
      { draw: [10, 90, 120] },
    ),
    'buttons-1': ownPart('Two buttons', [60, 24, 22], { mass: 60, draw: [0, 0, 0] }),
  };
  box.layout.wishes = {};
  box.power.supplies = { 'supply-1': { rating: 450, rails: { '12 V': 36 } } };
  box.power.mains = { volts: '230', fuse: 4, slow: true, poles: 2, inlet: 10 };
  box.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'ribbon-1': { name: 'Ribbon', type: 'riser', on: 'socket-1', length: 250 },
    'card-1': { name: 'Graphics card', type: 'graphics', on: 'ribbon-1', part: 'card-1' },
  };
  box.panel.controls = {
    'control-1': control('Start button', 'momentary', 'power', { original: false }),
    'control-2': control('Restart button', 'momentary', 'reset', { original: false }),
  };
  box.panel.headers = { 'header-1': frontHeader('board-1') };
  return box;
}
