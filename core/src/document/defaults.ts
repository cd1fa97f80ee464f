import { measured } from '../quantity';
import { SCHEMA_VERSION } from './schema';
import type { BoxHull, Brief, Conversion, Hull, WedgeHull } from './types';

const emptyBrief = (): Brief => ({
  purpose: '',
  policy: 'sleeper',
  place: '',
  blockedFaces: [],
  ambient: 22,
  dust: 'normal',
  daily: '',
  survivors: {},
  targets: {},
  alternative: { name: '', litres: 0, price: 0 },
});

/** A box to start from: guesses, so that every margin shows how little is known yet. */
export const defaultBox = (): BoxHull => ({
  form: 'box',
  width: measured(400, 'guess'),
  depth: measured(300, 'guess'),
  height: measured(150, 'guess'),
  walls: {
    front: measured(3, 'guess', 1),
    rear: measured(3, 'guess', 1),
    left: measured(3, 'guess', 1),
    right: measured(3, 'guess', 1),
    top: measured(3, 'guess', 1),
    bottom: measured(3, 'guess', 1),
  },
});

/** A wedge to start from: low front, sloped deck, flat rear part of the top. */
export const defaultWedge = (): WedgeHull => ({
  form: 'wedge',
  width: measured(400, 'guess'),
  profile: [
    { y: measured(0, 'guess', 0), z: measured(0, 'guess', 0), face: 'bottom', wall: measured(3, 'guess', 1) },
    { y: measured(320, 'guess'), z: measured(0, 'guess', 0), face: 'rear', wall: measured(3, 'guess', 1) },
    { y: measured(320, 'guess'), z: measured(150, 'guess'), face: 'top', wall: measured(3, 'guess', 1) },
    { y: measured(180, 'guess'), z: measured(150, 'guess'), face: 'slope', wall: measured(3, 'guess', 1) },
    { y: measured(0, 'guess', 0), z: measured(70, 'guess'), face: 'front', wall: measured(3, 'guess', 1) },
  ],
  walls: { left: measured(3, 'guess', 1), right: measured(3, 'guess', 1) },
});

/** A new conversion around a hull: an empty kit, the Sleeper policy. */
export function newConversion(name: string, hull: Hull): Conversion {
  return {
    schemaVersion: SCHEMA_VERSION,
    name,
    note: '',
    brief: emptyBrief(),
    shell: { hull, material: 'other', lid: null, features: {}, openings: {} },
    kit: { parts: {} },
    layout: { placements: {} },
    cut: { allowance: 0.4, paper: 'a4', ruler: { horizontal: 100, vertical: 100 }, mirrored: [] },
    accepted: {},
  };
}

/** The first free id of a stem in a record: `rib-1`, `rib-2` … */
export function nextId(record: Record<string, unknown>, stem: string): string {
  const clean =
    stem
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '') || 'item';
  for (let n = 1; ; n++) if (!(`${clean}-${n}` in record)) return `${clean}-${n}`;
}
