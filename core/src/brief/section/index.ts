import { put, section } from '../../form';
import { form, type Brief, type Survivor, type Target } from './form';

export { POLICY_NAMES, SEEN, type Brief, type Policy, type Seen, type Survivor, type Target } from './form';
export { OVEN, TARGET_KINDS, targetRule, TARGETS, type TargetFigures, type TargetKind } from './targets';

/** The ways to alter the brief. */
export type BriefChange =
  | { type: 'setBrief'; brief: Partial<Omit<Brief, 'survivors' | 'targets'>> }
  | { type: 'setSurvivor'; id: string; survivor: Survivor | null }
  | { type: 'setTarget'; id: string; target: Target | null };

export const briefSection = section<'brief', Brief, { brief: Brief }, BriefChange>({
  key: 'brief',
  form,
  empty: () => ({
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
  }),
  rules: () => [],
  changes: {
    setBrief: {
      alter: ({ brief }, change) => {
        for (const key of Object.keys(change.brief) as (keyof typeof change.brief)[])
          put(brief, key, change.brief[key]);
      },
      words: (_document, { brief }) => `brief: ${Object.keys(brief).join(', ')}`,
    },
    setSurvivor: {
      alter: ({ brief }, { id, survivor }) => put(brief.survivors, id, survivor),
      words: (_document, { survivor }) => (survivor ? `survivor: ${survivor.name}` : 'take a survivor off the list'),
    },
    setTarget: {
      alter: ({ brief }, { id, target }) => put(brief.targets, id, target),
      words: (_document, { target }) => (target ? `target: ${target.kind.replace('-', ' ')}` : 'drop a target'),
    },
  },
  entities: ({ survivors, targets }) => ({ survivor: survivors, target: targets }),
  removeReferences: ({ brief }, { kind, id }) => {
    // It was to survive: that it is gone is told, not forgotten.
    for (const survivor of Object.values(brief.survivors))
      if (survivor.about.kind === kind && survivor.about.id === id) survivor.about = { kind: 'gone' };
    if (kind === 'face' && brief.blockedFaces.includes(id))
      brief.blockedFaces = brief.blockedFaces.filter((face) => face !== id);
    if (kind === 'face' && brief.seen) delete brief.seen[id];
  },
});
