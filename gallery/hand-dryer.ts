import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, control, fromLibrary, hazards, ownPart, roomInside } from './make';

// A washroom hand dryer: a deep-drawn steel cover hooks over a back plate and lifts off upwards. All data invented.

/** Five bare desktop drives behind a cover of enamelled steel, fed by a used supply that nobody has tested. */
export function handDryer(): Conversion {
  const dryer = begun('Petrel hand dryer', roomInside([262, 154, 236], 1.4), {
    purpose: 'Keep the school’s archive in the washroom corridor.',
    policy: 'open',
    place: 'On the corridor’s wall',
    blockedFaces: ['rear'],
    ambient: 30,
    targets: {
      'drives-1': { kind: 'drives', limit: 5 },
      'rise-1': { kind: 'temperature-rise', limit: 9 },
    },
  });
  dryer.note = 'Drives in a stack, one inlet, one switch';
  dryer.shell = {
    ...dryer.shell,
    material: 'steel',
    bodies: {
      'cover-1': {
        name: 'Cover',
        kind: 'half',
        cut: { kind: 'plane', axis: 'y', at: measured(155.4, 'rule'), side: 'below' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'lies on', count: 2, where: 'hooks at the upper edge', releasedFrom: 'outside' }],
        material: 'steel',
        weighed: 1900,
      },
    },
    hazards: hazards({ capacitors: { state: 'dealt with', note: 'Motor capacitor went with the motor' } }),
  };
  for (let n = 1; n <= 5; n++)
    dryer.kit.parts[`drive-${n}`] = fromLibrary('drive/3.5', `Drive ${n}`, { plugRoom: 23 }, { draw: [5, 7, 26] });
  Object.assign(dryer.kit.parts, {
    'supply-1': fromLibrary('supply/tfx', 'Used supply'),
    'hub-1': ownPart('Hub of seven', [110, 45, 12], {
      mass: 90,
      draw: [1, 2, 3],
      sockets: [{ name: 'Seven sockets', side: 'front', at: [8, 0, 3], size: [94, 8, 6], plug: 30 }],
    }),
    'fan-1': fromLibrary('fan/80x25', 'Side fan'),
    'fan-2': fromLibrary('fan/80x25', 'Cover fan'),
  });
  dryer.layout.rows = {
    'row-1': {
      name: 'Drive',
      along: 'top',
      pitch: 37.1,
      held: 'rods and spacers',
      parts: Object.fromEntries([1, 2, 3, 4, 5].map((n) => [`drive-${n}`, n - 1])),
    },
  };
  dryer.power.supplies = { 'supply-1': { rating: 180, rails: { '12 V': 12.5, '5 V': 10 }, used: true } };
  dryer.power.adapters = {
    'adapter-1': {
      name: 'Drive splitter',
      plug: 'sata',
      feeds: { 'drive-1': true, 'drive-2': true, 'drive-3': true, 'drive-4': true, 'drive-5': true },
      gauge: 18,
    },
  };
  dryer.power.mains = { volts: '230' };
  dryer.links.nodes = {
    'host-1': { name: 'Host beside the dryer', type: 'processor' },
    'socket-1': { name: 'Socket of the host', type: 'usb-5', on: 'host-1', count: 1 },
    'hub-1': { name: 'Hub of seven', type: 'usb-hub', on: 'socket-1', count: 7, part: 'hub-1' },
    ...Object.fromEntries(
      [1, 2, 3, 4, 5].flatMap((n) => [
        [`bridge-${n}`, { name: `Bridge ${n}`, type: 'usb-to-sata' as const, on: 'hub-1' }],
        [`disc-${n}`, { name: `Drive ${n}`, type: 'sata-disc' as const, on: `bridge-${n}`, part: `drive-${n}` }],
      ]),
    ),
  };
  dryer.links.usage = 'all';
  dryer.panel.controls = {
    'control-1': control('Start button', 'latching', 'power', { was: 'started the motor', mains: true, traced: true }),
  };
  dryer.cut.tools = { ...dryer.cut.tools };
  return dryer;
}
