import { faceWord } from '../../shell/section';
import { put, section, type ValidationIssue } from '../../form';
import {
  form,
  type Build,
  type BuildItem,
  type Finish,
  type Hold,
  type LogEntry,
  type OwnStep,
  type StepDone,
  type StepSaid,
} from './form';

export {
  FINISHES,
  type Build,
  type BuildItem,
  type Finish,
  type Hold,
  type Lift,
  type LogEntry,
  type OwnStep,
  type StepDone,
  type StepSaid,
} from './form';

export interface BuildSeen {
  build: Build;
}

/** The ways to alter how the work goes. */
export type BuildChange =
  | { type: 'setBuild'; build: { [K in 'start' | 'budget' | 'hours' | 'lift']?: Build[K] | null } }
  | { type: 'setStep'; step: string; said: StepSaid | null; name: string }
  | { type: 'setOwnStep'; id: string; own: OwnStep | null }
  | { type: 'tick'; step: string; name: string; done: StepDone | null }
  | { type: 'setFinish'; face: string; finish: Finish | null }
  | { type: 'setItem'; item: string; name: string; is: BuildItem | null }
  | { type: 'setEntry'; id: string; entry: LogEntry | null }
  | { type: 'setHold'; id: string; hold: Hold | null };

export const buildSection = section<'build', Build, BuildSeen, BuildChange>({
  key: 'build',
  form,
  empty: () => ({
    hours: [0, 0, 2, 0, 2, 4, 0],
    steps: {},
    own: {},
    done: {},
    finish: {},
    items: {},
    log: {},
    holds: {},
  }),
  rules,
  changes: {
    setBuild: {
      alter: ({ build }, change) => {
        for (const key of Object.keys(change.build) as (keyof typeof change.build)[])
          put(build, key, change.build[key]);
      },
      words: (_document, { build }) =>
        build.hours
          ? 'hours of work'
          : build.lift
            ? 'how it is lifted'
            : build.start
              ? `work begins ${build.start}`
              : 'budget',
    },
    setStep: {
      alter: ({ build }, { step, said }) => put(build.steps, step, said),
      words: (_document, { name, said }) => (said?.left ? `leave out: ${name}` : `change: ${name}`),
    },
    setOwnStep: {
      alter: ({ build }, { id, own }) => put(build.own, id, own),
      words: ({ build }, { id, own }) => (own ? `step: ${own.name}` : `delete ${build.own[id]?.name ?? id}`),
    },
    tick: {
      alter: ({ build }, { step, done }) => put(build.done, step, done),
      words: (_document, { name, done }) => (done ? `done: ${name}` : `not done: ${name}`),
    },
    setFinish: {
      alter: ({ build }, { face, finish }) => put(build.finish, face, finish),
      words: (_document, { face, finish }) => `${faceWord(face)}: ${finish ? finish.system : 'as it is'}`,
    },
    setItem: {
      alter: ({ build }, { item, is }) => put(build.items, item, is),
      words: (_document, { name, is }) => (is ? `${name}: ${is.state}` : `${name}: not said`),
    },
    setHold: {
      alter: ({ build }, { id, hold }) => put(build.holds, id, hold),
      words: ({ build }, { id, hold }) => (hold ? `carried by ${hold.name}` : `delete ${build.holds[id]?.name ?? id}`),
    },
    setEntry: {
      alter: ({ build }, { id, entry }) => put(build.log, id, entry),
      words: (_document, { entry }) => (entry ? `log: ${entry.text.slice(0, 40)}` : 'take a log entry out'),
    },
  },
  entities: ({ own, log, holds }) => ({ step: own, entry: log, hold: holds }),
  removeReferences: ({ build }, { kind, id: gone }) => {
    // Entries stay: they say what was; only where they point to is gone.
    if (kind === 'part' || kind === 'feature' || kind === 'face') {
      for (const entry of Object.values(build.log))
        if (entry.about?.kind === kind && entry.about.id === gone) delete entry.about;
      if (kind === 'part')
        for (const hold of Object.values(build.holds)) if (hold.carries === gone) delete hold.carries;
      return;
    }
    if (kind !== 'step') return;
    delete build.done[`own.${gone}`];
    for (const { after } of [...Object.values(build.steps), ...Object.values(build.own)])
      if (after) delete after[`own.${gone}`];
  },
});

function rules({ build }: BuildSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  for (const [id, { after }] of Object.entries(build.own))
    for (const other of Object.keys(after)) {
      const path = `/build/own/${id}/after`;
      if (other === `own.${id}`)
        validationIssues.push({ path, message: `“${build.own[id]!.name}” can’t come after itself.` });
      else if (other.startsWith('own.') && !(other.slice(4) in build.own))
        validationIssues.push({ path, message: `There is no step “${other}”.` });
    }
  return validationIssues;
}
