import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, fromLibrary, hazards, roomInside } from './make';

// A demonstration chess clock, wall-sized: a beech body with two dials whose movements stay. All data invented.

/** A flat board out of a kiosk behind the dials, on edge, on a printed tray. */
export function chessClock(): Conversion {
  const clock = begun('Plover chess clock', roomInside([334, 196, 100], 9), {
    purpose: 'Show the club’s games on the wall.',
    policy: 'conserve',
    place: 'On the wall of the club room',
    dust: 'dusty',
    survivors: {
      'dials-1': { name: 'Both dials', about: { kind: 'face', id: 'bottom' } },
      'movement-1': { name: 'Left movement', about: { kind: 'feature', id: 'movement-1' } },
      'movement-2': { name: 'Right movement', about: { kind: 'feature', id: 'movement-2' } },
    },
  });
  clock.note = 'It lies on its dials here: its rear board is on top';
  clock.shell = {
    ...clock.shell,
    material: 'wood',
    bodies: {
      'rear-1': {
        name: 'Rear board',
        kind: 'lid',
        cut: { kind: 'plane', axis: 'z', at: measured(109, 'rule'), side: 'above' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 6, where: 'the old six holes', releasedFrom: 'outside' }],
        material: 'plastic',
        weighed: null,
      },
    },
    features: {
      'movement-1': block('Left movement', [50, 60, 9], [90, 90, 31], { kind: 'mechanism', metal: true, why: 'stays' }),
      'movement-2': block('Right movement', [212, 60, 9], [90, 90, 31], {
        kind: 'mechanism',
        metal: true,
        why: 'stays',
      }),
    },
    hazards: hazards({ radium: { state: 'suspected', note: 'The hands glow' } }),
  };
  clock.kit.parts = {
    'board-1': fromLibrary(
      'board/mini-itx',
      'Kiosk board',
      { standoffHeight: 6.5, thickness: 1.6, coolerHeight: 27, socketHeight: 25, memoryHeight: 8 },
      { draw: [8, 20, 35] },
    ),
    'drive-1': fromLibrary('drive/2.5-7', 'Drive'),
    'jack-1': fromLibrary('jack/dc-round', 'Inlet'),
  };
  clock.air.ways = {};
  clock.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'SATA sockets', type: 'sata-ports', on: 'host-1', count: 2 },
    'disc-1': { name: 'Drive', type: 'sata-flash', on: 'socket-1', part: 'drive-1', boot: true },
    'radio-1': { name: 'Radio', type: 'radio', on: 'host-1' },
  };
  clock.links.antennas = {
    'antenna-1': { name: 'Left antenna', where: 'plastic or wood' },
    'antenna-2': { name: 'Right antenna', where: 'plastic or wood' },
  };
  clock.kit.holeMaps = {};
  return clock;
}
