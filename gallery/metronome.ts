import { evenWalls, type Conversion } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { begun, block, control, frontHeader, fromLibrary, hazards, ownPart } from './make';

// A pyramid metronome whose shell is printed anew; scale, key and clockwork go back some day. All data invented.

/** A small bare board with its fan taken off, in a pyramid that narrows with height. */
export function metronome(): Conversion {
  const print = measured(3, 'calipers');
  const pyramid = begun(
    'Redshank metronome',
    {
      form: 'tub',
      width: measured(176, 'rule'),
      depth: measured(176, 'rule'),
      topWidth: measured(88, 'rule'),
      topDepth: measured(88, 'rule'),
      height: measured(250, 'rule'),
      walls: evenWalls(print),
    },
    {
      purpose: 'Play the practice tracks from the piano’s top.',
      policy: 'conserve',
      place: 'On the piano',
      survivors: {
        'scale-1': { name: 'The brass scale', about: { kind: 'feature', id: 'scale-1' } },
        'key-1': { name: 'The winding key', about: { kind: 'words' } },
      },
    },
  );
  pyramid.note = 'The clockwork goes back some day';
  pyramid.shell = {
    ...pyramid.shell,
    material: 'plastic',
    bodies: {
      'base-1': {
        name: 'Foot',
        kind: 'half',
        cut: { kind: 'plane', axis: 'z', at: measured(12, 'rule'), side: 'below' },
        motion: { kind: 'lift' },
        closures: [{ kind: 'screw', count: 4, where: 'from below', releasedFrom: 'outside' }],
        material: 'plastic',
        weighed: null,
      },
    },
    features: {
      'scale-1': block('Brass scale', [70, 40, 60], [36, 3, 120], { kind: 'other', metal: true, why: 'original' }),
    },
    hazards: hazards(),
  };
  pyramid.kit.parts = {
    'board-1': fromLibrary('board/four-by-four', 'Board', { coolerHeight: 41 }, { draw: [8, 30, 41] }),
    'converter-1': ownPart('Converter', [62, 38, 22], { mass: 60, draw: [1, 3, 5], conducts: 'live' }),
    'jack-1': fromLibrary('jack/dc-round', 'Inlet'),
  };
  pyramid.power.sources = {
    'converter-1': { kind: 'USB PD', volts: 20, amps: 2.25, takes: { from: 18.24, to: 19.76 }, gives: 45 },
  };
  pyramid.links.nodes = {
    'host-1': { name: 'Processor', type: 'processor', part: 'board-1' },
    'radio-1': { name: 'Radio', type: 'radio', on: 'host-1' },
  };
  pyramid.links.antennas = {
    'antenna-1': { name: 'Antenna 1', where: 'inside' },
    'antenna-2': { name: 'Antenna 2', where: 'inside' },
  };
  pyramid.panel.controls = {
    'control-1': control('Start button', 'momentary', 'power', { was: 'on the old machine', original: false }),
  };
  pyramid.panel.headers = { 'header-1': frontHeader('board-1') };
  return pyramid;
}
