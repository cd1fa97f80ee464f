import type { Assembly } from '../assembly';
import {
  axisIndex,
  extentOf,
  nextId,
  type Change,
  type Conversion,
  type Feature,
  type Part,
  type Shell,
} from '../document';
import { measured, type Measured } from '../quantity';
import type { Solid } from '../assembly';

/** A part of more pieces than this becomes one box around them all. */
const MOST_PIECES = 8;

const at = (value: number): Measured => measured(Math.round(value * 100) / 100, 'guess', 0.5);

/** The pieces of a part that take room, as features have them: no air, no room for plugs, nothing outside the shell. */
const takesRoom = ({ role, outside }: Solid) => !outside && role !== 'air' && role !== 'plug room' && role !== 'duct';

/**
 * A part that is in the shell, as features of the shell where it stands: something original that was entered as a part. The
 * part goes. Undefined where it is not in the shell. Lengths are as sure as half a millimetre.
 */
export function asFeatures(document: Conversion, assembly: Assembly, id: string): Change | undefined {
  const placed = assembly.parts.find((p) => p.id === id);
  if (!placed) return undefined;
  const { name } = placed.part;
  const pieces = placed.solids.filter(takesRoom).map(({ shape: { low, high } }) => ({ low, high }));
  if (pieces.length === 0) return undefined;
  const boxes =
    pieces.length <= MOST_PIECES
      ? pieces
      : [
          {
            low: [0, 1, 2].map((i) => Math.min(...pieces.map((p) => p.low[i]!))),
            high: [0, 1, 2].map((i) => Math.max(...pieces.map((p) => p.high[i]!))),
          },
        ];
  const known: Record<string, unknown> = { ...document.shell.features };
  const changes = boxes.map(({ low, high }, i): Change => {
    const key = nextId(known, 'feature', document.spent);
    const feature: Feature = {
      name: boxes.length === 1 ? name : `${name} ${i + 1}`,
      kind: 'other',
      shape: {
        kind: 'box',
        width: at(high[0]! - low[0]!),
        depth: at(high[1]! - low[1]!),
        height: at(high[2]! - low[2]!),
      },
      x: at(low[0]!),
      y: at(low[1]!),
      z: at(low[2]!),
      fate: 'keep',
      why: '',
      body: placed.placement.on ?? 'base',
      metal: placed.solids.some((s) => s.conducts === 'metal'),
      moving: false,
      sweep: {},
      fillet: 0,
      copies: null,
    };
    known[key] = feature;
    return { type: 'setFeature', id: key, feature };
  });
  return { type: 'all', what: `${name} as a feature of the shell`, changes: [...changes, { type: 'removePart', id }] };
}

/** Grams that a part made of a feature is given until it is weighed. */
const UNWEIGHED = 100;

/**
 * A feature as a part of the kit, one block of its size where it stands: it can be moved, turned and mounted then. The
 * feature goes. A cylinder stays one; anything else is the box around it.
 */
export function asPart(document: Conversion, id: string): Change | undefined {
  const feature = document.shell.features[id];
  if (!feature) return undefined;
  const { low, high } = extentOf(feature);
  const [width, depth, height] = sizesOf(feature, low, high);
  const key = nextId(document.kit.parts, 'own', document.spent);
  const part: Part = {
    name: feature.name,
    standard: 'own',
    dimensions: {},
    mass: UNWEIGHED,
    own: {
      blocks: {
        body: {
          name: feature.name,
          role: 'body',
          shape: feature.shape.kind === 'cylinder' ? { kind: 'cylinder', axis: feature.shape.axis } : { kind: 'box' },
          x: measured(0),
          y: measured(0),
          z: measured(0),
          width: width!,
          depth: depth!,
          height: height!,
          direction: null,
          plug: 0,
          conducts: feature.metal ? 'metal' : null,
        },
      },
      holes: {},
      faces: {},
      power: { idle: 0, typical: 0, peak: 0 },
      source: `feature of the shell: ${feature.name}`.slice(0, 200),
    },
  };
  const { body } = feature;
  return {
    type: 'all',
    what: `${feature.name} as a part of the kit`,
    changes: [
      { type: 'setFeature', id, feature: null },
      {
        type: 'addPart',
        id: key,
        part,
        placement: {
          ...{ x: low[0], y: low[1], z: low[2], rear: 'rear', top: 'top', locked: false },
          ...(carries(document.shell, body) ? { on: body } : {}),
        },
      },
    ],
  };
}

const carries = ({ bodies }: Shell, body: string): boolean => body !== 'base' && body in bodies;

/** Width, depth and height of a feature, as sure as they were measured. */
function sizesOf({ shape }: Feature, low: readonly number[], high: readonly number[]): Measured[] {
  if (shape.kind === 'box') return [shape.width, shape.depth, shape.height];
  if (shape.kind === 'cylinder')
    return [0, 1, 2].map((i) => (i === axisIndex(shape.axis) ? shape.length : shape.diameter));
  return [0, 1, 2].map((i) => at(high[i]! - low[i]!));
}
