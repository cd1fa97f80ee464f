import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, fromLibrary, hazards, roomInside } from './make';

// One pull-out of an oak cabinet for insect collections: two drawers made into one. All data invented.

/** A board, a card and a supply in a pull-out that opens by less than its depth, boxes above and below. */
export function insectCabinet(): Conversion {
  const cabinet = begun('Lapwing insect cabinet', roomInside([550, 470, 130], 18), {
    purpose: 'Sort the collection’s pictures beside it.',
    policy: 'sleeper',
    place: 'In the study, the drawers above stay below 28 °C',
    blockedFaces: ['rear', 'top', 'bottom'],
    survivors: { 'front-1': { name: 'Both drawer fronts', about: { kind: 'face', id: 'front' } } },
  });
  cabinet.note = 'The cabinet is still apart for repair';
  cabinet.shell = {
    ...cabinet.shell,
    material: 'wood',
    bodies: {
      'drawer-1': {
        name: 'Pull-out',
        kind: 'drawer',
        cut: {
          kind: 'face',
          face: 'front',
          u: measured(293, 'rule'),
          v: measured(83, 'rule'),
          width: measured(524, 'rule'),
          height: measured(116, 'rule'),
        },
        motion: {
          kind: 'slide',
          depth: measured(430, 'rule'),
          travel: measured(290, 'rule'),
          board: measured(11, 'calipers'),
          rail: measured(12, 'calipers'),
          rating: 25,
        },
        closures: [{ kind: 'magnet', count: 2, where: 'at the back', releasedFrom: 'outside' }],
        material: 'wood',
        weighed: 2800,
      },
    },
    hazards: hazards(),
  };
  cabinet.kit.parts = {
    'board-1': fromLibrary('board/micro-atx', 'Board', { standoffHeight: 8, coolerHeight: 58 }, { draw: [12, 50, 90] }),
    'card-1': fromLibrary('card/full-length-2', 'Card', { length: 240, height: 112 }, { draw: [12, 120, 160] }),
    'supply-1': fromLibrary('supply/sfx', 'Supply'),
    'fan-1': fromLibrary('fan/80x25', 'Front fan 1'),
    'fan-2': fromLibrary('fan/80x25', 'Front fan 2'),
  };
  cabinet.layout.rides = Object.fromEntries(Object.keys(cabinet.kit.parts).map((id) => [id, 'drawer-1']));
  cabinet.power.supplies = { 'supply-1': { rating: 500, rails: { '12 V': 41 } } };
  cabinet.power.mains = { volts: '230', fuse: 4, slow: true, poles: 2, inlet: 10 };
  cabinet.air.fans = { 'fan-1': { feed: '12 V' }, 'fan-2': { feed: '12 V' } };
  cabinet.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'ribbon-1': { name: 'Ribbon', type: 'riser', on: 'socket-1', length: 250 },
    'card-1': { name: 'Card', type: 'graphics', on: 'ribbon-1', part: 'card-1' },
  };
  cabinet.panel.controls = {
    'control-1': {
      name: 'Start button',
      kind: 'momentary',
      original: false,
      was: 'on the board',
      state: 'works',
      wish: 'power',
    },
  };
  return cabinet;
}
