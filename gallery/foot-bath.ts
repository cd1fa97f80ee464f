import type { Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, frontHeader, fromLibrary, hazards, roomInside } from './make';

// An electric foot bath: two plastic mouldings, two foot wells from above, a ridge in the floor. All data invented.

/** A small board over the ridge, a card beside it on a ribbon, both below the wells: nothing is cut yet. */
export function footBath(): Conversion {
  const bath = begun('Dunlin foot bath', roomInside([356, 318, 80], 3), {
    purpose: 'A quiet machine under the reading chair.',
    policy: 'sleeper',
    place: 'Under the reading chair',
    targets: { 'margin-1': { kind: 'smallest-margin', limit: 3 } },
  });
  bath.note = 'Nothing is cut, the card is not bought';
  bath.shell = {
    ...bath.shell,
    material: 'plastic',
    bodies: {
      'top-1': {
        name: 'Upper moulding',
        kind: 'lid',
        cut: { kind: 'plane', axis: 'z', at: measured(60, 'rule'), side: 'above' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 6, where: 'self-tapping, 28 long, from below', releasedFrom: 'outside' }],
        material: 'plastic',
        weighed: 620,
      },
    },
    features: {
      'well-1': block('Left foot well', [35, 33, 60], [96, 252, 23], {
        kind: 'bulge',
        body: 'top-1',
        why: 'seen from above',
      }),
      'well-2': block('Right foot well', [231, 33, 60], [96, 252, 23], {
        kind: 'bulge',
        body: 'top-1',
        why: 'seen from above',
      }),
      'ridge-1': block('Floor ridge', [144, 3, 3], [74, 318, 22], {
        kind: 'rib',
        fate: 'cut',
        why: 'the floor’s only stiffener',
      }),
      'buttons-1': block('Old button board', [134, 3, 50], [96, 31, 12], {
        kind: 'bracket',
        body: 'top-1',
        control: 'switch',
      }),
    },
    hazards: hazards(),
  };
  bath.kit.parts = {
    'board-1': fromLibrary(
      'board/mini-itx',
      'Board',
      { standoffHeight: 5, thickness: 1.6, coolerHeight: 37 },
      { draw: [10, 35, 65] },
    ),
    'card-1': fromLibrary(
      'card/half-length-2',
      'Graphics card',
      { length: 176, height: 112, thickness: 39, plugRoom: 35 },
      { draw: [8, 60, 75] },
    ),
    'supply-1': fromLibrary('supply/flex', 'Supply', { width: 81.5, height: 40.5, depth: 150 }),
  };
  bath.power.supplies = { 'supply-1': { rating: 300, rails: { '12 V': 24 } } };
  bath.power.mains = { volts: '230', fuse: 3.15, slow: true, poles: 2, inlet: 10, strainRelief: true };
  bath.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'socket-1': { name: 'Card slot', type: 'slot-x16', on: 'host-1' },
    'ribbon-1': { name: 'Ribbon', type: 'riser', on: 'socket-1', length: 200 },
    'card-1': { name: 'Graphics card', type: 'graphics', on: 'ribbon-1', part: 'card-1' },
  };
  bath.panel.controls = {
    'control-1': control('Left button', 'momentary', 'power', { feature: 'buttons-1', along: 0.25, was: 'bubbles' }),
    'control-2': control('Right button', 'momentary', 'reset', { feature: 'buttons-1', along: 0.75, was: 'heat' }),
  };
  bath.panel.headers = { 'header-1': frontHeader('board-1') };
  return bath;
}
