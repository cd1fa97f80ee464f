import { evenWalls, feature, lidAt, newConversion, type BoxHull, type Conversion } from '@young-shell/core/document';
import { block, calipers, guess, rule, tape } from './lengths';

// A cocktail arcade table of our own, half surveyed: the rest is left to whoever opens it. All data invented.

const hull: BoxHull = {
  form: 'box',
  width: tape(812),
  depth: tape(558),
  height: guess(340, 8),
  walls: { ...evenWalls(guess(18, 3)), left: calipers(16.1), right: calipers(16.2), bottom: calipers(9.1) },
};

/** The table with its tube still in it. */
export function cocktailTable(): Conversion {
  const table = newConversion('Ibis cocktail table', hull);
  table.note = 'Half surveyed: go on where it was left';
  table.brief.purpose = 'Keep the tube alive with a small board behind it.';
  table.brief.policy = 'conserve';
  table.brief.place = 'In the hall, both long sides free';
  table.brief.survivors = { 'tube-1': { name: 'The picture tube', about: { kind: 'feature', id: 'tube-1' } } };
  table.links.screens = {
    'screen-1': {
      name: 'The table’s tube',
      kind: 'tube',
      horizontal: [15.6, 15.8],
      vertical: [49, 61],
      interlace: true,
      clock: [25, 400],
      width: 640,
      height: 480,
      size: [380, 285],
      refresh: 60,
    },
  };
  table.power.mains = { volts: '230', fuse: 2, slow: true, poles: 1, strainRelief: true };
  table.power.decorations = {
    'decoration-1': { name: 'Marquee glow tubes', volts: 900, screened: true, earthed: false },
  };
  table.shell = {
    hull,
    material: 'fibreboard',
    bodies: {
      lid: lidAt(guess(322, 6), 'Glass top', [
        { kind: 'latch', count: 2, where: 'under the short sides', releasedFrom: 'outside' },
      ]),
      'door-1': {
        name: 'Coin door',
        kind: 'door',
        cut: { kind: 'face', face: 'left', u: guess(279), v: guess(150), width: rule(212), height: guess(180) },
        motion: { kind: 'swing', edge: 'left', angle: 110 },
        closures: [
          { kind: 'hinge', count: 1, where: 'left edge', releasedFrom: 'outside' },
          { kind: 'latch', count: 1, where: 'lock', releasedFrom: 'outside' },
        ],
        material: 'steel',
        weighed: null,
      },
    },
    features: {
      'tube-1': block('Picture tube', [guess(250), guess(110), guess(60)], [rule(312), guess(330), guess(255)], {
        kind: 'other',
        why: 'a trained person looks after it; nothing comes near its neck',
      }),
      'chassis-1': block('Tube chassis', [guess(600), guess(120), calipers(9.1)], [rule(150), rule(240), guess(90)], {
        kind: 'bracket',
        metal: true,
        why: 'drives the tube: mains on its frame',
      }),
      'pot-1': feature(
        'Stick housing',
        { kind: 'cylinder', axis: 'z', diameter: calipers(64), length: guess(90) },
        [guess(40), guess(247), guess(225)],
        {
          kind: 'mechanism',
          control: 'lever',
          moving: true,
          why: 'both players',
          copies: { kind: 'mirror', axis: 'x', at: tape(406) },
        },
      ),
    },
    openings: {
      'vent-1': {
        name: 'Slots behind the tube',
        face: 'rear',
        shape: { kind: 'rectangle', width: rule(180), height: guess(40) },
        u: guess(406),
        v: guess(60),
      },
    },
    hazards: {
      'picture tube': { state: 'present', note: '' },
      capacitors: { state: 'suspected', note: 'Chassis not opened' },
    },
  };
  return table;
}
