import type { Part } from '../document';
import { measured, type Measured } from '../quantity';
import { standardPart, type PartKind, type StandardPart } from '../standards';
import { boardModel } from './board';
import { Dimensions } from './build';
import { cardModel } from './card';
import { driveModel } from './drive';
import { isJoined, joinedModel } from './joined';
import { fanModel, radiatorModel } from './fan';
import type { PartModel } from './model';
import { ownModel } from './own';
import { brickModel, jackModel, supplyModel } from './supply';

const MODELS: Record<PartKind, (d: Dimensions) => PartModel> = {
  board: boardModel,
  supply: supplyModel,
  brick: brickModel,
  jack: jackModel,
  card: cardModel,
  drive: driveModel,
  fan: fanModel,
  radiator: radiatorModel,
};

const cache = new WeakMap<Part, Map<string, PartModel>>();

/** A part's blocks, faces and cuts in its own axes. @throws Error when its standard is unknown. */
export function partModel(id: string, part: Part): PartModel {
  const known = cache.get(part)?.get(id);
  if (known) return known;
  const model = modelOf(id, part);
  if (!cache.has(part)) cache.set(part, new Map());
  cache.get(part)!.set(id, model);
  return model;
}

function modelOf(id: string, part: Part): PartModel {
  const model = part.own ? ownModel(id, part.own) : standardModel(id, part);
  return isJoined(part)
    ? part.plugged.reduce((whole, other) => joinedModel(whole, other.id, partModel(other.id, other.part)), model)
    : model;
}

function standardModel(id: string, part: Part): PartModel {
  const row = standardPart(part.standard);
  if (!row) throw new Error(`The kit has a part of “${part.standard}”, which this library does not know.`);
  return MODELS[row.kind](new Dimensions(id, part.dimensions, row));
}

/** A part of the kit made from a row of the library: every dimension with its own uncertainty. */
export function partFrom(row: StandardPart, name = row.name): Part {
  const dimensions: Record<string, Measured> = {};
  for (const [key, d] of Object.entries(row.dimensions)) dimensions[key] = measured(d.value, d.tool, d.uncertainty);
  return { name, standard: row.key, dimensions, mass: row.mass };
}

/** What a part is: by its row of the library, an own part by what it says. */
export const kindOf = (part: Part): PartKind | undefined =>
  part.own ? part.own.kind : standardPart(part.standard)?.kind;
