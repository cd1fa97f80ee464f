import { placePart, socketPlacement } from '@young-shell/core/assembly';
import { newConversion, type Body, type BoxHull, type Conversion } from '@young-shell/core/document';
import { partMade, standardTray } from '@young-shell/core/kit';
import { partFrom } from '@young-shell/core/parts';
import { standardPart } from '@young-shell/core/standards';
import { block, calipers, rule, tape } from './lengths';

// A map cabinet of our own, two shallow drawers behind a door at its side: what moves carries the machine. All data invented.

const hull: BoxHull = {
  form: 'box',
  width: tape(640),
  depth: rule(470),
  height: rule(236),
  walls: {
    front: calipers(16.2),
    rear: calipers(6.1),
    left: calipers(16.3),
    right: calipers(16.2),
    top: calipers(18.4),
    bottom: calipers(12.1),
  },
};

const drawer = (name: string, v: number, height: number): Body => ({
  name,
  kind: 'drawer',
  cut: { kind: 'face', face: 'front', u: rule(240), v: rule(v), width: rule(440), height: calipers(height) },
  motion: {
    kind: 'slide',
    depth: rule(430),
    travel: rule(380),
    board: calipers(6.2),
    rail: calipers(12.7),
    rating: 20,
  },
  closures: [{ kind: 'magnet', count: 2, where: 'at the back', releasedFrom: 'outside' }],
  material: 'wood',
  weighed: null,
});

/** The cabinet, surveyed, with its kit: the board in the lower drawer, drives in the upper one, the supply on the door. */
export function mapCabinet(): Conversion {
  const cabinet = newConversion('Curlew map cabinet', hull);
  cabinet.note = 'Two drawers and a door hold the machine';
  cabinet.brief.purpose = 'Draw maps at the table it stands on, and pull the machine out like a sheet.';
  cabinet.brief.policy = 'open';
  cabinet.brief.place = 'On the drawing table';
  cabinet.brief.blockedFaces = ['left'];
  cabinet.brief.targets = { 'drives-1': { kind: 'drives', limit: 2 }, 'mass-1': { kind: 'mass', limit: 8 } };
  cabinet.shell = {
    hull,
    material: 'wood',
    bodies: {
      'drawer-1': drawer('Lower drawer', 66, 92),
      'drawer-2': drawer('Upper drawer', 166, 88),
      'door-1': {
        name: 'Side door',
        kind: 'door',
        cut: { kind: 'face', face: 'right', u: rule(244), v: rule(116), width: rule(400), height: rule(180) },
        motion: { kind: 'swing', edge: 'rear', angle: 105 },
        closures: [
          { kind: 'hinge', count: 2, where: 'at the rear edge, brass', releasedFrom: 'outside' },
          { kind: 'magnet', count: 1, where: 'at the front edge', releasedFrom: 'outside' },
        ],
        material: 'wood',
        weighed: null,
      },
    },
    features: {
      'shelf-1': block(
        'Upright between drawers and door',
        [rule(464), calipers(16.2), calipers(12.1)],
        [calipers(12), rule(430), rule(205)],
        { kind: 'rib', why: 'carries the top' },
      ),
      'rail-1': block(
        'Runner of the lower drawer',
        [calipers(16.3), rule(40), rule(60)],
        [calipers(3.5), rule(400), rule(10)],
        {
          kind: 'rail',
          why: 'carries the lower drawer',
        },
      ),
    },
    openings: {},
    hazards: {
      asbestos: { state: 'absent', note: '' },
      'lead paint': { state: 'absent', note: 'Oiled, not painted' },
      capacitors: { state: 'absent', note: '' },
      radium: { state: 'absent', note: '' },
      'picture tube': { state: 'absent', note: '' },
      rust: { state: 'absent', note: '' },
      mould: { state: 'absent', note: '' },
      rare: { state: 'absent', note: 'One of a row of twelve' },
    },
  };
  const part = (key: string, name: string) => partFrom(standardPart(key)!, name);
  cabinet.kit.parts = {
    'board-1': part('board/mini-itx', 'Drawing board'),
    'brick-1': part('brick/dc-board', 'Board of 12 V'),
    'jack-1': part('jack/dc-round', 'Inlet of 12 V'),
    'drive-1': part('drive/2.5-15', 'Map drive 1'),
    'drive-2': part('drive/2.5-15', 'Map drive 2'),
    'fan-1': part('fan/120x25', 'Door fan'),
  };
  cabinet.kit.parts['board-1']!.dimensions.coolerHeight = calipers(47);
  cabinet.kit.parts['board-1']!.draw = { idle: 9, typical: 18, peak: 32 };
  // The tray of an old case, its rear panel and its rim sawn off: it lies in the lower drawer, the board on its standoffs.
  const whole = standardTray('board/mini-itx');
  cabinet.kit.parts['tray-1'] = partMade(
    { ...whole, rear: 0, openings: {}, off: { left: 4, right: 4, front: 4, rear: 8, top: 0 } },
    'Tray of an old case',
  );
  cabinet.layout.placements = {
    'tray-1': { x: 92, y: 182, z: 26.2, rear: 'rear', top: 'top', locked: false, on: 'drawer-1' },
    'board-1': { x: 100, y: 190, z: 27, rear: 'rear', top: 'top', locked: false, on: 'drawer-1', with: 'tray-1' },
    'fan-1': { x: 598.8, y: 300, z: 56, rear: 'right', top: 'top', locked: false, on: 'door-1' },
    'jack-1': { x: 560, y: 441.9, z: 40, rear: 'rear', top: 'top', locked: true },
    'drive-1': { x: 90, y: 120, z: 128.2, rear: 'rear', top: 'top', locked: false, on: 'drawer-2' },
    'drive-2': { x: 250, y: 120, z: 128.2, rear: 'rear', top: 'top', locked: false, on: 'drawer-2' },
  };
  // The board of 12 V stands on the main socket of the drawing board.
  const { kit, layout } = cabinet;
  const board = placePart('board-1', kit.parts['board-1']!, layout.placements['board-1']!);
  layout.placements['brick-1'] = { ...socketPlacement(board, 'brick-1', kit.parts['brick-1']!)!, on: 'drawer-1' };
  // Nobody opens a drawer to switch it on.
  cabinet.panel.starts = { 'board-1': 'mains' };
  cabinet.cut.openings = {
    'vent-1': {
      name: 'Vent in the floor',
      use: 'grille',
      face: 'bottom',
      u: 430,
      v: 235,
      shape: { kind: 'rectangle', width: 200, height: 90, radius: 4 },
      pattern: { kind: 'grille', free: 0.65, from: 'mesh' },
      screws: [],
    },
  };
  cabinet.air.feet = 20;
  return cabinet;
}
