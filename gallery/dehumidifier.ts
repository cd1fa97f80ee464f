import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, fromLibrary, hazards, hole, ownPart, roomInside } from './make';

// A portable dehumidifier: a steel rear plate and frame under a plastic hood with a handle. All data invented.

/** A graphics card on end in a plastic hood, between two grilles that are there, with nothing cut. */
export function dehumidifier(): Conversion {
  const dry = begun('Avocet dehumidifier', roomInside([198, 232, 404], 2.5, { rear: 1.5 }), {
    purpose: 'Carry a graphics card to the reading room.',
    policy: 'conserve',
    place: 'On the floor beside the desk',
  });
  dry.note = 'Two grilles are there; nothing is cut';
  dry.shell = {
    ...dry.shell,
    material: 'plastic',
    bodies: {
      'hood-1': {
        name: 'Hood',
        kind: 'half',
        cut: { kind: 'plane', axis: 'y', at: measured(233, 'rule'), side: 'below' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 4, where: 'along the rear edge', releasedFrom: 'outside' }],
        material: 'plastic',
        weighed: 1400,
      },
    },
    features: {
      'rail-1': block('Left rail', [43.5, 229.5, 20], [8, 5, 360], {
        kind: 'rail',
        metal: true,
        why: 'holes of 4 every 32',
      }),
      'rail-2': block('Right rail', [139.5, 229.5, 20], [8, 5, 360], {
        kind: 'rail',
        metal: true,
        why: 'holes of 4 every 32',
      }),
    },
    openings: {
      'grille-1': hole('Floor grille', 'bottom', 101.5, 120, 84, 84),
      'outlet-1': hole('Outlet', 'top', 101.5, 120, 124, 60),
    },
    hazards: hazards(),
  };
  dry.air.feet = 13;
  dry.kit.parts = {
    'card-1': fromLibrary(
      'card/full-length-2',
      'Graphics card',
      { length: 267, height: 112, thickness: 52 },
      { draw: [15, 120, 200], mass: 1400 },
    ),
    'adapter-1': ownPart('Adapter board', [178, 98, 12], {
      mass: 180,
      draw: [1, 2, 3],
      conducts: 'live',
      sockets: [{ name: 'Cable socket', side: 'rear', at: [60, 92, 2], size: [40, 6, 8], plug: 40 }],
      holes: [
        { x: 10, y: 6, diameter: 3.2 },
        { x: 168, y: 6, diameter: 3.2 },
        { x: 10, y: 92, diameter: 3.2 },
        { x: 168, y: 92, diameter: 3.2 },
      ],
    }),
    'supply-1': fromLibrary('supply/sfx-l', 'Supply', { cableRoom: 40 }),
    'fan-1': fromLibrary('fan/80x25', 'Floor fan 1', { airRoom: 10 }),
    'fan-2': fromLibrary('fan/80x25', 'Floor fan 2', { airRoom: 10 }),
    'hub-1': ownPart('Hub', [90, 60, 31], {
      mass: 120,
      draw: [1, 3, 5],
      sockets: [{ name: 'Sockets', side: 'front', at: [5, 0, 5], size: [80, 6, 14], plug: 35 }],
    }),
  };
  dry.power.supplies = { 'supply-1': { rating: 500, rails: { '12 V': 41 } } };
  dry.power.mains = { volts: '230' };
  dry.air.fans = { 'fan-1': { feed: '12 V' }, 'fan-2': { feed: '12 V' } };
  dry.links.nodes = {
    'host-1': { name: 'Host at the desk', type: 'processor' },
    'socket-1': { name: 'Cable of 40 Gb/s', type: 'cable-40', on: 'host-1' },
    'adapter-1': {
      name: 'Adapter board',
      type: 'external-graphics',
      on: 'socket-1',
      fed: true,
      part: 'adapter-1',
      length: 180,
    },
    'card-1': { name: 'Graphics card', type: 'graphics', on: 'adapter-1', part: 'card-1' },
  };
  dry.links.antennas = { 'antenna-1': { name: 'Wireless receiver', where: 'inside' } };
  return dry;
}
