import { createSlice, current, isDraft, type PayloadAction } from '@reduxjs/toolkit';
import {
  applyOperations,
  validationIssuesAfter,
  conflicts,
  rebase,
  type Conversion,
  type Operation,
} from '@young-shell/core/document';
import type { Head } from './api';
import type { Place } from './outbox';
import type { JournalEntry } from '@young-shell/core/document';
import type { Step } from './history';

/** A change that the server has not acknowledged yet. */
export interface Pending extends Step {
  type: string;
  /** Revision of the plan that it was made on, besides what waited before it; missing where an earlier version kept it. */
  base?: number;
}

/** The revision on which the oldest of what waits was made; undefined where that is not known of all. */
export const oldestBase = (pending: readonly Pending[]): number | undefined =>
  pending.some((p) => p.base === undefined) ? undefined : Math.min(...pending.map((p) => p.base!));

/** Entries of a journal after a revision up to another one; undefined where some are missing or were folded away. */
export function entriesSince(
  since: number | undefined,
  revision: number,
  journal: readonly JournalEntry[],
): JournalEntry[] | undefined {
  if (since === undefined) return undefined;
  const entries = journal.filter((e) => e.revision > since && e.revision <= revision);
  return entries.length < revision - since || entries.some((e) => e.folded) ? undefined : entries;
}

/** Edits here and elsewhere touched the same place: the user decides. */
export interface Conflict {
  mine: { uid: string; label: string }[];
  theirs: string[];
}

export interface DocumentState {
  id: string | null;
  status: 'closed' | 'loading' | 'open' | 'absent' | 'failed' | 'unreadable';
  /** What the server acknowledged, and its revision. */
  head: Conversion | null;
  revision: number;
  journal: JournalEntry[];
  pending: Pending[];
  /** Head with the pending changes: what the screens show. */
  document: Conversion | null;
  connection: 'saved' | 'saving' | 'offline';
  /** Why the server does not take what waits, in words; `deleted`: the conversion was deleted elsewhere. */
  trouble: { words: string; deleted: boolean } | null;
  /** Where what waits is kept meanwhile. */
  place: Place;
  conflict: Conflict | null;
  /** The server knows less than this page: an older database was put back. Its revision. */
  behind: number | null;
  message: string | null;
}

const initialState: DocumentState = {
  id: null,
  status: 'closed',
  head: null,
  revision: 0,
  journal: [],
  pending: [],
  document: null,
  connection: 'saved',
  trouble: null,
  place: 'database',
  conflict: null,
  behind: null,
  message: null,
};

/** Plain data out of a draft: the core makes drafts of its own. */
const plain = <T>(value: T): T => (isDraft(value) ? (current(value as object) as T) : value);

function replay(
  head: Conversion,
  pending: readonly Pending[],
): { document: Conversion; kept: Pending[]; lost: Pending[] } {
  let document = head;
  const kept: Pending[] = [];
  const lost: Pending[] = [];
  for (const change of pending)
    try {
      const edited = applyOperations(document, change.operations);
      if (validationIssuesAfter(edited.document, edited.operations).length > 0) throw new Error('no longer valid');
      document = edited.document;
      kept.push({ ...change, operations: edited.operations, inverse: edited.inverse });
    } catch {
      lost.push(change);
    }
  return { document, kept, lost };
}

function settle(state: DocumentState) {
  const { document, kept, lost } = replay(plain(state.head)!, plain(state.pending));
  state.document = document;
  state.pending = kept;
  if (lost.length > 0)
    state.message = `${lost.map((l) => `“${l.label}”`).join(', ')} no longer fits what was changed elsewhere and was dropped.`;
}

const slice = createSlice({
  name: 'document',
  initialState,
  reducers: {
    opening: (_state, { payload: id }: PayloadAction<string>) => ({ ...initialState, id, status: 'loading' as const }),
    /** `since`: what was written after the oldest of what waits was made; undefined where nobody knows any more. */
    opened: (
      state,
      { payload }: PayloadAction<{ head: Head; pending: Pending[]; since?: JournalEntry[] | undefined }>,
    ) => {
      const { head, pending } = payload;
      const known = new Set([...head.journal, ...(payload.since ?? [])].map((e) => e.uid));
      Object.assign(state, {
        id: head.id,
        status: 'open',
        head: head.document,
        revision: head.revision,
        journal: head.journal,
        pending: pending.filter((p) => !known.has(p.uid)),
        conflict: null,
        behind: null,
      });
      if (state.pending.length > 0) state.connection = 'saving';
      const since = payload.since ?? entriesSince(oldestBase(state.pending), head.revision, head.journal);
      const own = new Set(pending.map((p) => p.uid));
      const others = since?.filter((e) => !own.has(e.uid));
      if (others && others.length > 0)
        state.pending = rebase(
          plain(state.pending),
          others.flatMap((e) => e.operations),
          head.document,
        );
      const mine = state.pending.filter(
        (p) => !others || others.some((e) => e.revision > p.base! && conflicts(p.operations, e.operations)),
      );
      if (mine.length === 0) return settle(state);
      // It was made on an older plan, and what it touches was changed since: it is asked about, not written over that.
      state.conflict = {
        mine: mine.map(({ uid, label }) => ({ uid, label })),
        theirs: others
          ? [
              ...new Set(
                others.filter((e) => mine.some((p) => conflicts(p.operations, e.operations))).map((e) => e.label),
              ),
            ]
          : ['what was changed since then'],
      };
      state.document = replay(head.document, plain(state.pending)).document;
    },
    failed: (state, { payload }: PayloadAction<'absent' | 'failed' | 'unreadable'>) => {
      state.status = payload;
    },
    applied: (state, { payload }: PayloadAction<{ change: Pending; document: Conversion }>) => {
      state.pending.push(payload.change);
      state.document = payload.document;
      if (state.connection === 'saved') state.connection = 'saving';
    },
    /** Changes that the server wrote: ours come off the queue, others go under it. */
    written: (state, { payload }: PayloadAction<JournalEntry[]>) => {
      const foreign: Operation[] = [];
      const theirs: string[] = [];
      for (const entry of payload) {
        if (entry.revision !== state.revision + 1) continue;
        state.head = applyOperations(plain(state.head)!, entry.operations).document;
        state.revision = entry.revision;
        state.journal.push(entry);
        const own = state.pending.findIndex((p) => p.uid === entry.uid);
        if (own >= 0) state.pending.splice(own, 1);
        else {
          foreign.push(...entry.operations);
          theirs.push(entry.label);
        }
      }
      // Two things that were added at once are two things, though both were given the same id.
      if (foreign.length > 0) state.pending = rebase(plain(state.pending), foreign, plain(state.head)!);
      const asked = state.conflict?.mine ?? [];
      const mine = state.pending.filter(
        (p) => conflicts(p.operations, foreign) || asked.some(({ uid }) => uid === p.uid),
      );
      if (mine.length > 0) {
        // What is asked already stays asked: an answer is about all of it.
        state.conflict = {
          mine: mine.map(({ uid, label }) => ({ uid, label })),
          theirs: [...new Set([...(state.conflict?.theirs ?? []), ...theirs])],
        };
        return;
      }
      // Nothing speaks against what waits: from here on it is as if made on this.
      state.pending = plain(state.pending).map((p) => ({ ...p, base: state.revision }));
      if (foreign.length > 0) settle(state);
      if (state.pending.length === 0 && !state.conflict) state.connection = 'saved';
    },
    resolved: (state, { payload }: PayloadAction<{ keep: 'mine' | 'theirs' }>) => {
      if (payload.keep === 'theirs' && state.conflict) {
        const dropped = new Set(state.conflict.mine.map((m) => m.uid));
        state.pending = state.pending.filter((p) => !dropped.has(p.uid));
      }
      state.conflict = null;
      state.pending = plain(state.pending).map((p) => ({ ...p, base: state.revision }));
      settle(state);
      if (state.pending.length === 0) state.connection = 'saved';
    },
    connected: (state, { payload }: PayloadAction<DocumentState['connection']>) => {
      if (payload === 'saved') state.trouble = null;
      state.connection = payload === 'saved' && state.pending.length > 0 ? 'saving' : payload;
    },
    /** The server has had it for a while: another page sent it, or its answer was lost. */
    acknowledged: (state, { payload: uid }: PayloadAction<string>) => {
      state.pending = state.pending.filter((p) => p.uid !== uid);
      settle(state);
    },
    troubled: (state, { payload }: PayloadAction<DocumentState['trouble']>) => {
      state.trouble = payload;
    },
    keptAt: (state, { payload }: PayloadAction<Place>) => {
      state.place = payload;
    },
    foundBehind: (state, { payload }: PayloadAction<number>) => {
      state.behind = payload;
    },
    /** The user lets go of what the server does not take. */
    dropped: (state) => {
      state.pending = [];
      state.conflict = null;
      state.trouble = null;
      state.connection = 'saved';
      settle(state);
    },
    refused: (state, { payload }: PayloadAction<{ uid: string; message: string }>) => {
      state.pending = state.pending.filter((p) => p.uid !== payload.uid);
      state.message = payload.message;
      settle(state);
    },
    messageShown: (state) => {
      state.message = null;
    },
  },
});

export const documentReducer = slice.reducer;
export const {
  opening,
  opened,
  failed,
  applied,
  written,
  acknowledged,
  troubled,
  keptAt,
  foundBehind,
  dropped,
  resolved,
  connected,
  refused,
  messageShown,
} = slice.actions;
