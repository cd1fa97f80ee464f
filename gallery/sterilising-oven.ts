import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, fromLibrary, hazards, hole, ownPart, post, roomInside } from './make';

// A bench-top sterilising oven: a stainless body with a drop-down door that carries the machine. All data invented.

/** Board, radiator, card and reservoir ride on the door; the supply sits in a hole that a former owner hacked. */
export function sterilisingOven(): Conversion {
  const oven = begun('Whimbrel sterilising oven', roomInside([392, 296, 312], 1.5), {
    purpose: 'Show a loop of water in the workshop’s window.',
    policy: 'open',
    place: 'On the bench in the window',
    targets: { 'margin-1': { kind: 'smallest-margin', limit: 3 } },
  });
  oven.note = 'The wet half rides on the door';
  oven.shell = {
    ...oven.shell,
    material: 'steel',
    bodies: {
      'door-1': {
        name: 'Door',
        kind: 'door',
        cut: {
          kind: 'face',
          face: 'front',
          u: measured(197.5, 'rule'),
          v: measured(157.5, 'rule'),
          width: measured(372, 'calipers'),
          height: measured(292, 'calipers'),
        },
        motion: { kind: 'swing', edge: 'bottom', angle: 90 },
        closures: [
          { kind: 'hinge', count: 2, where: 'lower edge', releasedFrom: 'outside' },
          { kind: 'latch', count: 1, where: 'upper edge', releasedFrom: 'outside' },
        ],
        material: 'steel',
        weighed: 1700,
      },
    },
    features: Object.fromEntries(
      [60, 140, 220, 300].flatMap((x, i) =>
        [90, 210].slice(0, i === 3 ? 1 : 2).map((z, k) => [
          `stud-${2 * i + k + 1}`,
          {
            ...post(`Stud ${2 * i + k + 1}`, [x, 1.5, z], 6, 16, {
              kind: 'boss',
              fate: 'cut',
              body: 'door-1',
              metal: true,
            }),
            shape: {
              kind: 'cylinder' as const,
              axis: 'y' as const,
              diameter: measured(6, 'calipers'),
              length: measured(16, 'calipers'),
            },
          },
        ]),
      ),
    ),
    openings: { 'hole-1': hole('Hacked hole', 'rear', 120, 90, 142, 97) },
    hazards: hazards({ asbestos: { state: 'suspected', note: 'The door’s seal' } }),
  };
  oven.kit.parts = {
    'board-1': fromLibrary('board/mini-itx', 'Board', { coolerHeight: 38 }, { draw: [12, 60, 95] }),
    'radiator-1': fromLibrary('radiator/280', 'Radiator', { length: 315, width: 143, thickness: 30 }),
    'card-1': ownPart('Water-cooled card', [200, 100, 22], {
      kind: 'card',
      mass: 1100,
      draw: [12, 150, 220],
      sockets: [{ name: 'Power plug', side: 'top', at: [120, 40, 20], size: [24, 20, 2], plug: 30 }],
    }),
    'tank-1': ownPart('Reservoir', [60, 60, 150], { mass: 700, draw: [2, 6, 8] }),
    'supply-1': fromLibrary('supply/sfx', 'Supply'),
  };
  oven.layout.rides = Object.fromEntries(['board-1', 'radiator-1', 'card-1', 'tank-1'].map((id) => [id, 'door-1']));
  oven.power.supplies = { 'supply-1': { rating: 600, rails: { '12 V': 50 } } };
  oven.power.mains = { volts: '230', fuse: 5, slow: true, poles: 2, inlet: 10 };
  oven.air.loop = {
    order: ['card-1', 'radiator-1'],
    pump: { head: 38, flow: 12 },
    bore: 10,
    reservoir: 250,
    filledAt: 'lid off',
  };
  return oven;
}
