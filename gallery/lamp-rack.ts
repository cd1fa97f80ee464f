import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, fromLibrary, hazards, hole, ownPart, roomInside } from './make';

// A charging rack for miners' lamps: painted steel, a plastic front, five bays over a tray. All data invented.

/** A small board on the tray, five drives in bays whose own supply is started by a relay. */
export function lampRack(): Conversion {
  const rack = begun('Sanderling lamp rack', roomInside([302, 246, 218], 1.5), {
    purpose: 'Store the club’s records in five bays.',
    policy: 'open',
    place: 'In the club room',
    targets: { 'drives-1': { kind: 'drives', limit: 5 } },
  });
  rack.note = 'Only one board in the shop';
  rack.shell = {
    ...rack.shell,
    material: 'steel',
    bodies: {
      'door-1': {
        name: 'Door',
        kind: 'door',
        cut: {
          kind: 'face',
          face: 'front',
          u: measured(152.5, 'rule'),
          v: measured(150, 'rule'),
          width: measured(280, 'rule'),
          height: measured(120, 'rule'),
        },
        motion: { kind: 'swing', edge: 'left', angle: 110 },
        closures: [{ kind: 'latch', count: 1, where: 'right edge, its lock is seized', releasedFrom: 'outside' }],
        material: 'plastic',
        weighed: 450,
      },
      'panel-1': {
        name: 'Right side panel',
        kind: 'panel',
        cut: {
          kind: 'face',
          face: 'right',
          u: measured(124.5, 'rule'),
          v: measured(110.5, 'rule'),
          width: measured(230, 'rule'),
          height: measured(200, 'rule'),
        },
        motion: { kind: 'lift' },
        closures: [{ kind: 'snap tab', count: 6, where: 'clips all round', releasedFrom: 'inside' }],
        material: 'steel',
        weighed: 700,
      },
    },
    features: {
      'bays-1': block('Five bays with their backplane', [20, 60, 110], [262, 170, 108], {
        kind: 'bracket',
        metal: true,
        why: 'takes the drives',
      }),
      'tray-1': block('Tray', [15, 40, 1.5], [274, 196, 2], { kind: 'shelf', metal: true }),
      'lamps-1': block('Five lamps', [60, 1.5, 60], [180, 20, 14], { kind: 'mechanism', control: 'lamp' }),
      'lock-1': block('Seized lock', [270, 1.5, 140], [20, 25, 20], { kind: 'mechanism', metal: true }),
    },
    openings: { 'slots-1': hole('Card openings', 'rear', 120, 70, 44, 110) },
    hazards: hazards({ 'lead paint': { state: 'suspected', note: 'Old coat under the new one' } }),
  };
  rack.kit.parts = {
    'board-1': fromLibrary('board/nano-itx', 'Board', {}, { draw: [5, 12, 20] }),
    'card-1': fromLibrary('card/low-profile-1', 'Card', {}, { draw: [3, 10, 15] }),
    'control-1': ownPart('Drive controller', [80, 22, 8], { mass: 15, draw: [1, 2, 3] }),
    'jack-1': fromLibrary('jack/dc-round', 'Inlet of 19 V'),
    'drive-6': fromLibrary('drive/2.5-7', 'System drive'),
  };
  rack.power.trigger = {
    how: 'relay',
    coil: 6.8,
    current: 60,
    from: 'LED header',
    pulls: 'PS_ON to ground',
    commonGround: false,
  };
  rack.power.mains = { volts: '230', fuse: 2, slow: true, poles: 2, inlet: 10, strainRelief: true };
  rack.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Socket with key M', type: 'm2-m', on: 'host-1', lanes: 4 },
    'socket-2': { name: 'Socket with key E', type: 'm2-e', on: 'host-1', lanes: 1 },
    'socket-3': { name: 'SATA sockets', type: 'sata-ports', on: 'host-1', count: 2 },
    'adapter-1': { name: 'Slot on key M', type: 'm2-to-slot', on: 'socket-1' },
    'card-1': { name: 'Card', type: 'network', on: 'adapter-1', part: 'card-1' },
    'adapter-2': { name: 'Drive controller', type: 'm2-to-sata', on: 'socket-2', part: 'control-1' },
    ...Object.fromEntries(
      [1, 2, 3, 4, 5].map((n) => [
        `disc-${n}`,
        { name: `Drive ${n}`, type: 'sata-disc' as const, on: 'adapter-2', needs: 210 },
      ]),
    ),
    'disc-6': { name: 'System drive', type: 'sata-flash', on: 'socket-3', part: 'drive-6', boot: true },
  };
  rack.links.usage = 'all';
  rack.panel.controls = Object.fromEntries(
    [1, 2, 3, 4, 5].map((n) => [
      `control-${n}`,
      control(`Lamp ${n}`, 'lamp', n === 1 ? 'power light' : n === 2 ? 'drive light' : 'nothing', {
        feature: 'lamps-1',
        along: (n - 0.5) / 5,
        lamp: { type: 'two-colour, common cathode', forward: 2.1, milliamps: 10 },
      }),
    ]),
  );
  rack.panel.headers = {
    'header-1': {
      name: 'Two-wire lamp pins',
      type: 'own',
      part: 'board-1',
      pins: {
        '1': { signal: 'power light +', level: 3.3, milliamps: 10 },
        '2': { signal: 'power light −', level: 3.3 },
        '3': { signal: 'power switch', level: 3.3 },
        '4': { signal: 'ground' },
      },
    },
  };
  rack.build.finish = {
    left: { system: 'paint', colour: 'ochre', primer: 1, coats: 3, clear: 0, covers: 2, flash: 30, handle: 5, cure: 2 },
  };
  return rack;
}
