import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, frontHeader, fromLibrary, hazards, hole, post, roomInside } from './make';

// The chiller casing of a large aquarium: folded steel, four pillars of the old compressor. All data invented.

/** The board and the supply of an office machine, a card that it has no plug for. */
export function aquariumChiller(): Conversion {
  const chiller = begun('Gannet aquarium chiller', roomInside([396, 262, 352], 1.2), {
    purpose: 'The club’s daily accounts.',
    policy: 'open',
    place: 'Under the notice board',
    daily: 'Accounts; the system does not list the card',
  });
  chiller.note = 'Board and supply from an office machine';
  chiller.shell = {
    ...chiller.shell,
    material: 'steel',
    bodies: {
      'lid-1': {
        name: 'Lid',
        kind: 'lid',
        cut: { kind: 'plane', axis: 'z', at: measured(340, 'rule'), side: 'above' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 6, where: 'along both sides', releasedFrom: 'outside' }],
        material: 'steel',
        weighed: 1600,
      },
    },
    features: {
      ...Object.fromEntries(
        [
          [120, 60],
          [250, 60],
          [120, 170],
          [250, 170],
        ].map(([x, y], i) => [
          `pillar-${i + 1}`,
          post(`Pillar ${i + 1}`, [x! - 6, y! - 6, 1.2], 12, 14, {
            kind: 'boss',
            fate: 'cut',
            metal: true,
            why: 'carried the compressor',
          }),
        ]),
      ),
      'rocker-1': block('Rocker', [60, 1.2, 300], [22, 28, 30], { kind: 'mechanism', control: 'switch' }),
      'lamps-1': block('Two lamps', [110, 1.2, 305], [50, 24, 14], { kind: 'mechanism', control: 'lamp' }),
    },
    openings: {
      'louvres-1': hole('Louvred field', 'rear', 160, 250, 300, 60),
      'ports-1': hole('Port opening', 'rear', 100, 60, 158.75, 44.45),
    },
    hazards: hazards(),
  };
  chiller.kit.parts = {
    'board-1': fromLibrary('board/micro-atx', 'Office board', { coolerHeight: 60 }, { draw: [15, 60, 95] }),
    'supply-1': fromLibrary('supply/tfx', 'Office supply'),
    'card-1': fromLibrary('card/full-length-2', 'Card', { length: 215 }, { draw: [10, 80, 115] }),
    'drive-1': fromLibrary('drive/2.5-7', 'Drive', {}, { draw: [1, 2, 5] }),
  };
  chiller.power.supplies = {
    'supply-1': { rating: 220, rails: { '12 V': 17 }, used: true, tested: 'ran the office machine' },
  };
  chiller.power.mains = { volts: '230', fuse: 2, slow: true, poles: 2, inlet: 10, strainRelief: true };
  chiller.power.pins = {
    '1': { function: '12 V', measured: 12.1 },
    '2': { function: 'ground', measured: 0 },
    ...Object.fromEntries([3, 4, 5, 6, 7, 8, 9, 10].map((n) => [`${n}`, { function: 'unknown' as const }])),
  };
  chiller.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'host-2': { name: 'Chipset', type: 'chipset' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'card-1': { name: 'Card', type: 'graphics', on: 'socket-1', part: 'card-1' },
    'socket-2': { name: 'SATA sockets', type: 'sata-ports', on: 'host-2', count: 4 },
    'disc-1': { name: 'Drive', type: 'sata-flash', on: 'socket-2', part: 'drive-1', boot: true },
  };
  chiller.panel.controls = {
    'control-1': control('Rocker', 'latching', 'power', {
      feature: 'rocker-1',
      was: 'ran the pump',
      mains: true,
      traced: true,
    }),
    'control-2': control('Left lamp', 'lamp', 'power light', {
      feature: 'lamps-1',
      along: 0.25,
      lamp: { type: 'LED', forward: 2, milliamps: 10 },
    }),
    'control-3': control('Right lamp', 'lamp', 'drive light', {
      feature: 'lamps-1',
      along: 0.75,
      lamp: { type: 'LED', forward: 2, milliamps: 10 },
    }),
  };
  chiller.panel.headers = { 'header-1': frontHeader('board-1') };
  return chiller;
}
