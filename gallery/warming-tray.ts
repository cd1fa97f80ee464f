import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, fromLibrary, hazards, roomInside } from './make';

// An electric hostess warming tray: flat, ribbed pressed steel under a glass top that snaps on. All data invented.

/** A small board whose port block nearly touches the glass, a card laid flat, a direct-current board. */
export function warmingTray(): Conversion {
  const tray = begun('Fulmar warming tray', roomInside([568.4, 388.4, 58], 0.8, { top: 12.2 }, 'tape'), {
    purpose: 'A flat machine on the sideboard.',
    policy: 'sleeper',
    place: 'On the sideboard, opened every spring',
    targets: { 'margin-1': { kind: 'smallest-margin', limit: 1 } },
  });
  tray.note = 'Not a millimetre to spare';
  tray.shell = {
    ...tray.shell,
    material: 'steel',
    bodies: {
      'top-1': {
        name: 'Glass top',
        kind: 'lid',
        cut: { kind: 'plane', axis: 'z', at: measured(58.8, 'tape'), side: 'above' },
        motion: { kind: 'lift' },
        closures: [
          {
            kind: 'snap tab',
            count: 8,
            where: 'spring catches, by a blade that needs 20 beside each',
            releasedFrom: 'outside',
          },
        ],
        material: 'other',
        weighed: 2300,
      },
    },
    features: {
      ...Object.fromEntries(
        [60, 130, 200, 270, 340].map((y, i) => [
          `rib-${i + 1}`,
          block(`Rib ${i + 1}`, [20, y, 0.8], [528, 10, 9], {
            kind: 'rib',
            fate: 'cut',
            metal: true,
            why: 'stiffens the bottom',
          }),
        ]),
      ),
      'catch-1': block('Right catches', [561, 40, 44], [8, 300, 14], {
        kind: 'snap tab',
        metal: true,
        why: 'hold the top',
      }),
      'catch-2': block('Left catches', [0.8, 40, 44], [8, 300, 14], {
        kind: 'snap tab',
        metal: true,
        why: 'hold the top',
      }),
    },
    hazards: hazards({ asbestos: { state: 'suspected', note: 'The pad under the element' } }),
  };
  tray.kit.parts = {
    'board-1': fromLibrary(
      'board/mini-itx',
      'Board',
      { standoffHeight: 6.5, thickness: 1.6, coolerHeight: 33, socketHeight: 36 },
      { draw: [8, 30, 65] },
    ),
    'card-1': fromLibrary(
      'card/half-length-1',
      'Card',
      { length: 168, height: 112, thickness: 20 },
      { draw: [8, 50, 70] },
    ),
    'brick-1': fromLibrary('brick/dc-board', 'Direct-current board'),
    'jack-1': fromLibrary('jack/dc-round', 'Inlet'),
  };
  tray.power.sources = {
    'brick-1': { kind: 'brick', volts: 12, amps: 15, takes: { from: 12, to: 19 }, gives: 180 },
  };
  tray.air.thermal = { 'card-1': { resistance: 1.1, limit: 85 } };
  tray.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'ribbon-1': { name: 'Ribbon', type: 'riser', on: 'socket-1', length: 200 },
    'card-1': { name: 'Card', type: 'graphics', on: 'ribbon-1', part: 'card-1' },
  };
  return tray;
}
