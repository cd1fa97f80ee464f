import type { Measured } from '../quantity';
import { edit, stepsOf, type Edited } from './patches';
import type {
  Accepted,
  Body,
  Brief,
  Conversion,
  CutSettings,
  Feature,
  Hazard,
  HazardKind,
  HoleMap,
  Hull,
  Material,
  Opening,
  Part,
  Photo,
  Placement,
  OwnCable,
  Survivor,
  Target,
  Variant,
  Wish,
} from './types';

/** The only ways to alter a document. `label` words for the history are made by `describeChange`. */
export type Change =
  | { type: 'rename'; name: string; note?: string }
  | { type: 'setBrief'; brief: Partial<Omit<Brief, 'survivors' | 'targets'>> }
  | { type: 'setSurvivor'; id: string; survivor: Survivor | null }
  | { type: 'setTarget'; id: string; target: Target | null }
  | { type: 'setHull'; hull: Hull }
  | { type: 'setMaterial'; material: Material }
  | { type: 'setBody'; id: string; body: Body | null }
  | { type: 'setHazard'; kind: HazardKind; hazard: Hazard }
  | { type: 'setMeasured'; path: string; measured: Measured; what: string }
  | { type: 'setFeature'; id: string; feature: Feature | null }
  | { type: 'setFate'; id: string; fate: Feature['fate'] }
  | { type: 'setOpening'; id: string; opening: Opening | null }
  | { type: 'addPart'; id: string; part: Part; placement?: Placement }
  | { type: 'setPart'; id: string; part: Partial<Part> }
  | { type: 'removePart'; id: string }
  | { type: 'placePart'; id: string; placement: Placement | null }
  | { type: 'setWish'; id: string; wish: Wish | null }
  | { type: 'setVariant'; id: string; variant: Variant | null }
  | { type: 'setCable'; id: string; cable: OwnCable | null }
  | { type: 'setHoleMap'; id: string; map: HoleMap | null }
  | { type: 'setPhoto'; id: string; photo: Photo | null }
  | { type: 'setCut'; cut: Partial<CutSettings> }
  | { type: 'accept'; finding: string; accepted: Accepted | null }
  | { type: 'all'; what: string; changes: Change[] };

/** Applies a change to a document; the caller validates the result with `complaintsOf`. */
export function applyChange(document: Conversion, change: Change): Edited<Conversion> {
  return edit(document, (draft) => alter(draft, change));
}

function setOrDelete<T>(record: Record<string, T>, id: string, value: T | null) {
  if (value === null) delete record[id];
  else record[id] = value;
}

function alter(draft: Conversion, change: Change): void {
  switch (change.type) {
    case 'rename':
      draft.name = change.name.trim();
      if (change.note !== undefined) draft.note = change.note;
      return;
    case 'setBrief':
      Object.assign(draft.brief, change.brief);
      return;
    case 'setSurvivor':
      return setOrDelete(draft.brief.survivors, change.id, change.survivor);
    case 'setTarget':
      return setOrDelete(draft.brief.targets, change.id, change.target);
    case 'setHull':
      draft.shell.hull = change.hull;
      return;
    case 'setMaterial':
      draft.shell.material = change.material;
      return;
    case 'setBody':
      if (change.body === null)
        for (const feature of Object.values(draft.shell.features))
          if (feature.body === change.id) feature.body = 'base';
      return setOrDelete(draft.shell.bodies, change.id, change.body);
    case 'setHazard':
      draft.shell.hazards[change.kind] = change.hazard;
      return;
    case 'setMeasured': {
      const steps = stepsOf(change.path);
      const last = steps.pop()!;
      let at: unknown = draft;
      for (const step of steps) at = (at as Record<string, unknown> | undefined)?.[step];
      if (at === null || typeof at !== 'object' || !(last in at))
        throw new Error(`The document has no measured value at “${change.path}”.`);
      (at as Record<string, unknown>)[last] = change.measured;
      return;
    }
    case 'setFeature':
      return setOrDelete(draft.shell.features, change.id, change.feature);
    case 'setFate': {
      const feature = draft.shell.features[change.id];
      if (feature) feature.fate = change.fate;
      return;
    }
    case 'setOpening':
      return setOrDelete(draft.shell.openings, change.id, change.opening);
    case 'addPart':
      draft.kit.parts[change.id] = change.part;
      if (change.placement) draft.layout.placements[change.id] = change.placement;
      return;
    case 'setPart':
      Object.assign(draft.kit.parts[change.id] ?? {}, change.part);
      return;
    case 'removePart':
      delete draft.kit.parts[change.id];
      delete draft.layout.placements[change.id];
      for (const [id, { part, other }] of Object.entries(draft.layout.wishes))
        if (part === change.id || other === change.id) delete draft.layout.wishes[id];
      return;
    case 'placePart':
      return setOrDelete(draft.layout.placements, change.id, change.placement);
    case 'setWish':
      return setOrDelete(draft.layout.wishes, change.id, change.wish);
    case 'setVariant':
      return setOrDelete(draft.layout.variants, change.id, change.variant);
    case 'setCable':
      return setOrDelete(draft.layout.cables, change.id, change.cable);
    case 'setHoleMap':
      return setOrDelete(draft.kit.holeMaps, change.id, change.map);
    case 'setPhoto':
      return setOrDelete(draft.kit.photos, change.id, change.photo);
    case 'setCut':
      Object.assign(draft.cut, change.cut);
      return;
    case 'accept':
      return setOrDelete(draft.accepted, change.finding, change.accepted);
    case 'all':
      for (const step of change.changes) alter(draft, step);
  }
}

/** The change in a few words, for the history and the undo button. */
export function describeChange(document: Conversion, change: Change): string {
  const part = (id: string) => document.kit.parts[id]?.name ?? id;
  const feature = (id: string) => document.shell.features[id]?.name ?? id;
  switch (change.type) {
    case 'rename':
      return 'rename';
    case 'setBrief':
      return `brief: ${Object.keys(change.brief).join(', ')}`;
    case 'setSurvivor':
      return change.survivor ? `survivor: ${change.survivor.name}` : 'take a survivor off the list';
    case 'setTarget':
      return change.target ? `target: ${change.target.kind.replace('-', ' ')}` : 'drop a target';
    case 'setHull':
      return 'shape of the hull';
    case 'setMaterial':
      return `material: ${change.material}`;
    case 'setBody':
      return change.body ? `${change.body.kind}: ${change.body.name}` : `no ${change.id.replace(/-\d+$/, '')}`;
    case 'setHazard':
      return `${change.kind}: ${change.hazard.state}`;
    case 'setMeasured':
      return `${change.what} ${change.measured.value} mm`;
    case 'setFeature':
      return change.feature ? `feature: ${change.feature.name}` : `delete ${feature(change.id)}`;
    case 'setFate':
      return `${feature(change.id)}: ${FATES[change.fate]}`;
    case 'setOpening':
      return change.opening ? `opening: ${change.opening.name}` : 'delete an opening';
    case 'addPart':
      return `add ${change.part.name}`;
    case 'setPart':
      return `adjust ${part(change.id)}`;
    case 'removePart':
      return `take ${part(change.id)} out of the kit`;
    case 'placePart':
      return change.placement ? `move ${part(change.id)}` : `take ${part(change.id)} out of the shell`;
    case 'setWish':
      return change.wish ? `wish: ${part(change.wish.part)} ${change.wish.kind}` : 'drop a wish';
    case 'setVariant':
      return change.variant ? `keep layout ${change.variant.name}` : 'delete a kept layout';
    case 'setCable':
      return change.cable ? `cable ${change.cable.length} mm` : 'no own cable';
    case 'setHoleMap':
      return change.map ? `hole map: ${change.map.name}` : 'delete a hole map';
    case 'setPhoto':
      return change.photo ? `photo: ${change.photo.name}` : 'delete a photo';
    case 'setCut':
      return `sheets: ${Object.keys(change.cut).join(', ')}`;
    case 'accept':
      return change.accepted === null ? 'reopen a finding' : 'accept a finding';
    case 'all':
      return change.what;
  }
}

const FATES = { keep: 'must keep', cut: 'may cut', removed: 'removed' } as const;
