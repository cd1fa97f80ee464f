import {
  feature,
  newConversion,
  OWN,
  placesInRow,
  type BoxHull,
  type Conversion,
  type Part,
} from '@young-shell/core/document';
import { partFrom } from '@young-shell/core/parts';
import { standardPart } from '@young-shell/core/standards';
import { block, calipers, exact, rule, tape } from './lengths';

// A piano stool of our own with a lifting lid: furniture, wood, weight. All data invented.

const hull: BoxHull = {
  form: 'box',
  width: tape(558),
  depth: rule(348),
  height: rule(232),
  walls: {
    front: calipers(18.4),
    rear: calipers(18.2),
    left: calipers(18.3),
    right: calipers(18.4),
    top: calipers(22.1),
    bottom: calipers(8.8),
  },
};

/** A housing for a graphics card as its owner measured it. */
const housing: Part = {
  name: 'External graphics housing',
  standard: OWN,
  dimensions: {},
  mass: 2600,
  own: {
    blocks: {
      case: {
        name: 'Case',
        role: 'body',
        shape: { kind: 'box' },
        x: exact(0),
        y: exact(0),
        z: exact(0),
        width: calipers(182),
        depth: calipers(246),
        height: calipers(118),
        direction: null,
        plug: 0,
        conducts: 'metal',
      },
      'connector-1': {
        name: 'Sockets',
        role: 'connector',
        shape: { kind: 'box' },
        x: calipers(20),
        y: calipers(244),
        z: calipers(30),
        width: calipers(120),
        depth: calipers(4),
        height: calipers(40),
        direction: 'rear',
        plug: 45,
        conducts: 'metal',
      },
      'air-1': {
        name: 'Intake',
        role: 'air',
        shape: { kind: 'box' },
        x: calipers(20),
        y: calipers(40),
        z: calipers(118),
        width: calipers(140),
        depth: calipers(140),
        height: calipers(15),
        direction: 'top',
        plug: 0,
        conducts: null,
      },
    },
    holes: {},
    faces: {},
    power: { idle: 18, typical: 160, peak: 240 },
    source: 'measured on the bench',
  },
};

/** The stool, fully surveyed, its kit not placed yet. */
export function pianoStoolUnplaced(): Conversion {
  const stool = newConversion('Heron piano stool', hull);
  stool.note = 'Six drives and a graphics card to sit on';
  stool.brief.purpose = 'Store the family archive where nobody sees it, and still sit on it.';
  stool.brief.policy = 'sleeper';
  stool.brief.place = 'In front of the piano';
  stool.brief.blockedFaces = ['front'];
  stool.brief.targets = {
    'drives-1': { kind: 'drives', limit: 6 },
    'mass-1': { kind: 'mass', limit: 9 },
  };
  stool.shell = {
    hull,
    material: 'wood',
    bodies: {
      lid: {
        name: 'Seat',
        kind: 'lid',
        cut: { kind: 'plane', axis: 'z', at: rule(207), side: 'above' },
        motion: { kind: 'swing', edge: 'rear', angle: 95 },
        closures: [{ kind: 'hinge', count: 2, where: 'rear edge, brass', releasedFrom: 'outside' }],
        material: 'wood',
        weighed: 3150,
      },
      'drawer-1': {
        name: 'Music drawer',
        kind: 'drawer',
        cut: { kind: 'face', face: 'right', u: rule(172), v: rule(84), width: rule(252), height: calipers(120) },
        // Rails were put in for what it carries now.
        motion: {
          kind: 'slide',
          depth: rule(236),
          travel: rule(200),
          rail: calipers(12.7),
          board: calipers(6),
          rating: 20,
        },
        closures: [{ kind: 'magnet', count: 1, where: 'at the back', releasedFrom: 'outside' }],
        material: 'wood',
        weighed: null,
      },
    },
    features: {
      'corner-1': block(
        'Corner block',
        [calipers(18.3), calipers(18.4), calipers(8.8)],
        [calipers(30), calipers(30), rule(150)],
        {
          kind: 'bracket',
          why: 'carries the leg: takes the weight',
          copies: { kind: 'mirror', axis: 'x', at: rule(279) },
        },
      ),
      'corner-2': block(
        'Rear corner block',
        [calipers(18.3), rule(299.8), calipers(8.8)],
        [calipers(30), calipers(30), rule(150)],
        {
          kind: 'bracket',
          why: 'carries the leg: takes the weight',
          copies: { kind: 'mirror', axis: 'x', at: rule(279) },
        },
      ),
      'rail-1': block('Drawer rail', [rule(360), rule(40), calipers(8.8)], [rule(179), calipers(14), calipers(12)], {
        kind: 'rail',
        fate: 'cut',
        why: 'carries the music drawer',
      }),
      'stay-1': feature(
        'Lid stay',
        { kind: 'cylinder', axis: 'y', diameter: calipers(9), length: rule(190) },
        [calipers(22), rule(90), rule(176)],
        {
          kind: 'mechanism',
          body: 'lid',
          why: 'holds the seat open',
          moving: true,
          metal: true,
          sweep: { bottom: 40 },
        },
      ),
    },
    openings: {},
    hazards: {
      asbestos: { state: 'absent', note: '' },
      'lead paint': { state: 'suspected', note: 'Black lacquer, thick at the edges' },
      capacitors: { state: 'absent', note: '' },
      radium: { state: 'absent', note: '' },
      'picture tube': { state: 'absent', note: '' },
      rust: { state: 'absent', note: '' },
      mould: { state: 'absent', note: '' },
      rare: { state: 'absent', note: 'Made by the thousand' },
    },
  };
  const drive = standardPart('drive/3.5')!;
  for (let i = 1; i <= 6; i++) stool.kit.parts[`drive-${i}`] = partFrom(drive, `Archive drive ${i}`);
  // On edge, one behind the other in the drawer, their plugs to its back: pulled out, each can be lifted up and out.
  stool.layout.rows = {
    'row-1': {
      name: 'Archive drive',
      along: 'top',
      pitch: 37.1,
      held: 'side brackets',
      parts: Object.fromEntries([1, 2, 3, 4, 5, 6].map((n) => [`drive-${n}`, n - 1])),
    },
  };
  Object.assign(
    stool.layout.placements,
    placesInRow(stool.layout, 'drive-1', {
      x: 388,
      y: 65.7,
      z: 30,
      rear: 'right',
      top: 'rear',
      locked: false,
      on: 'drawer-1',
    }),
  );
  stool.kit.parts['housing-1'] = housing;
  stool.kit.parts['fan-1'] = partFrom(standardPart('fan/120x25')!, 'Stool fan');
  // Brackets join the drives to each other, straps hold them and the housing down.
  for (const id of ['drive-1', 'drive-2', 'drive-3', 'drive-4', 'drive-5', 'drive-6', 'housing-1'])
    stool.cut.mounts[id] = { kind: 'strap' };
  stool.layout.placements['fan-1'] = { x: 176, y: 304.8, z: 60, rear: 'rear', top: 'top', locked: false };
  const mesh = (name: string, u: number, v: number, width: number, height: number) =>
    ({
      name,
      use: 'grille',
      face: 'bottom',
      u,
      v,
      shape: { kind: 'rectangle', width, height, radius: 4 },
      pattern: { kind: 'grille', free: 0.65, from: 'mesh' },
      screws: [],
    }) as const;
  stool.cut.openings = {
    'vent-1': { ...mesh('Floor vent, right', 404, 69.3, 100, 70), screws: [] },
    'vent-2': { ...mesh('Floor vent, rear', 304.1, 274.8, 110, 60), screws: [] },
    'vent-3': { ...mesh('Floor vent, left', 120.4, 84, 110, 60), screws: [] },
  };
  stool.air.state = 'typical';
  // Six drives and a graphics card on a small host: an adapter of one lane for four of them.
  stool.links.nodes = {
    'host-1': { name: 'Host beside the stool', type: 'processor' },
    'socket-1': { name: 'Socket of 40 Gb/s', type: 'cable-40', on: 'host-1' },
    'socket-2': { name: 'M.2 socket', type: 'm2-m', on: 'host-1', gen: 3 },
    'socket-3': { name: 'SATA sockets', type: 'sata-ports', on: 'host-1', count: 2 },
    'adapter-1': {
      name: 'External graphics housing',
      type: 'external-graphics',
      on: 'socket-1',
      fed: true,
      length: 700,
      second: 700,
      charges: 60,
      part: 'housing-1',
    },
    'link-7': { name: 'Graphics card', type: 'graphics', on: 'adapter-1' },
    'adapter-2': { name: 'M.2 to four SATA', type: 'm2-to-sata', on: 'socket-2' },
    ...Object.fromEntries(
      [1, 2, 3, 4, 5, 6].map((n) => [
        `link-${n}`,
        {
          name: `Archive drive ${n}`,
          type: 'sata-disc' as const,
          on: n <= 4 ? 'adapter-2' : 'socket-3',
          part: `drive-${n}`,
        },
      ]),
    ),
  };
  stool.links.usage = 'all';
  // It stands on legs.
  stool.air.feet = 180;
  stool.air.fans = { 'fan-1': { feed: '12 V' } };
  return stool;
}
