import { highestNumber, numberedId, put, type ChangeKind, type ChangeKinds, type Entity } from '../form';
import type { Measured } from '../quantity';
import type { Accepted, Conversion } from './conversion';
import { edit, stepsOf, type Edited } from './patches';
import { SECTIONS, type SectionChange } from './sections';

type FrameChange =
  | { type: 'rename'; name: string; note?: string }
  | { type: 'setMeasured'; path: string; measured: Measured; what: string }
  | { type: 'accept'; finding: string; accepted: Accepted | null }
  | { type: 'all'; what: string; changes: Change[] };

/** The only ways to alter a document: those of its sections and a few of the whole. */
export type Change = SectionChange | FrameChange;

const frameChanges: ChangeKinds<Conversion, FrameChange> = {
  rename: {
    alter: (draft, { name, note }) => {
      draft.name = name.trim();
      if (note !== undefined) draft.note = note;
    },
    words: () => 'rename',
  },
  setMeasured: {
    alter: (draft, { path, measured }) => {
      const steps = stepsOf(path);
      const last = steps.pop()!;
      let at: unknown = draft;
      for (const step of steps) at = (at as Record<string, unknown> | undefined)?.[step];
      if (at === null || typeof at !== 'object' || !(last in at))
        throw new Error(`The document has no measured value at “${path}”.`);
      (at as Record<string, unknown>)[last] = measured;
    },
    words: (_document, { what, measured }) => `${what} ${measured.value} mm`,
  },
  accept: {
    alter: (draft, { finding, accepted }) => put(draft.accepted, finding, accepted),
    words: (_document, { accepted }) => (accepted === null ? 'reopen a finding' : 'accept a finding'),
  },
  all: {
    alter: (draft, { changes }) => {
      for (const change of changes) alter(draft, change);
    },
    words: (_document, { what }) => what,
  },
};

const KINDS = Object.assign({}, frameChanges, ...SECTIONS.map((section) => section.changes)) as Record<
  Change['type'],
  ChangeKind<Conversion, Change>
>;

/** The types of all changes. */
export const CHANGE_TYPES = Object.keys(KINDS) as Change['type'][];

const alter = (draft: Conversion, change: Change): void => KINDS[change.type].alter(draft, change);

/**
 * Applies a change to a document: whatever speaks of a thing that it takes out goes with it, and the ids of such things
 * are spent. The caller validates the result with `complaintsAfter`.
 */
export function applyChange(document: Conversion, change: Change): Edited<Conversion> {
  return edit(document, (draft) => {
    alter(draft, change);
    for (const entity of goneEntities(document, draft)) {
      for (const section of SECTIONS)
        (section.removeReferences as ((draft: Conversion, gone: Entity) => void) | undefined)?.(draft, entity);
      for (const finding of Object.keys(draft.accepted))
        if (speaksOf(finding, entity.id)) delete draft.accepted[finding];
      if (entity.kind !== 'face') spend(draft, entity);
    }
  });
}

const thingsOf = (document: Conversion): [Entity['kind'], Readonly<Record<string, unknown>>][] =>
  SECTIONS.flatMap((section) =>
    Object.entries((section.entities as (own: unknown) => object)(document[section.key])),
  ) as never;

/** What was there and is no more. */
function goneEntities(before: Conversion, draft: Conversion): Entity[] {
  const now = new Map(thingsOf(draft));
  return thingsOf(before).flatMap(([kind, record]) =>
    Object.keys(record)
      .filter((id) => !Object.hasOwn(now.get(kind) ?? {}, id))
      .map((id) => ({ kind, id })),
  );
}

/** Findings are called by what they are about: `fit/card-1|lid-rib-1`, `cut/web/board-1+vent-2/rear`, `cut/made/board-1.sockets.io`. */
const speaksOf = (finding: string, id: string) => finding.split(/[/|+>:.]/).includes(id);

function spend(draft: Conversion, { kind, id }: Entity): void {
  const numbered = numberedId(id);
  if (!numbered) return;
  const { stem, number } = numbered;
  const record = new Map(thingsOf(draft)).get(kind) ?? {};
  // While a higher number is there, none up to it is given out again anyway.
  if (highestNumber(record, stem) < number) draft.spent[stem] = Math.max(draft.spent[stem] ?? 0, number);
}

/** The change in a few words, for the history and the undo button. */
export const describeChange = (document: Conversion, change: Change): string =>
  KINDS[change.type].words(document, change);
