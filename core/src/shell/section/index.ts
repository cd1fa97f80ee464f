import { section } from '../../form';
import { changes, type ShellChange } from './changes';
import { form, type Shell } from './form';
import { facesOf } from './hullForm';
import { validationIssuesOfShell } from './rules';
import { defaultBox } from './starts';

export { FATE_WORDS, type ShellChange } from './changes';
export * from './edgeLengths';
export * from './editSection';
export * from './extent';
export * from './facets';
export {
  body as bodyForm,
  CLOSURE_KINDS,
  DRAWER_BOARDS,
  fate as fateForm,
  CONTROLS,
  FEATURE_KINDS,
  HAZARD_KINDS,
  MOST_COVER_BOXES,
  MOST_CUT_AWAY,
  type Body,
  type BoxHull,
  type BoxList,
  type BoardOpening,
  type Closure,
  type Copies,
  type CutAway,
  type Fate,
  type Feature,
  type FeatureKind,
  type FeatureShape,
  type Hazard,
  type HazardKind,
  type Hull,
  type ImportedSolid,
  type Opening,
  type PrismShape,
  type ProfileCorner,
  type ProfileHull,
  type Shell,
  type Control,
  type SolidCavity,
  type SolidHull,
  type TubHull,
} from './form';
export * from './hullForm';
export * from './lid';
export * from './ring';
export { boundsOfForm } from './rules';
export * from './starts';

export const shellSection = section<'shell', Shell, { shell: Shell }, ShellChange>({
  key: 'shell',
  form,
  empty: () => ({ hull: defaultBox(), material: 'other', bodies: {}, features: {}, openings: {}, hazards: {} }),
  rules: ({ shell }) => validationIssuesOfShell(shell),
  changes,
  entities: ({ hull, bodies, features, openings }) => ({
    face: Object.fromEntries(facesOf(hull).map((face) => [face, true])),
    body: bodies,
    feature: features,
    opening: openings,
  }),
  removeReferences: ({ shell }, { kind, id }) => {
    if (kind !== 'body') return;
    for (const feature of Object.values(shell.features)) if (feature.body === id) feature.body = 'base';
  },
});
