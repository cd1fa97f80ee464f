import {
  applyChange,
  applyOperations,
  validationIssuesAfter,
  describeChange,
  writeConversion,
  type Change,
  type ValidationIssue,
} from '@young-shell/core/document';
import type { AppThunk } from '../app/store';
import { assessing } from '@young-shell/core/plan';
import { inPieces } from '../work/inPieces';
import { api, OfflineError, ServerError, type Head } from './api';
import type { JournalEntry } from '@young-shell/core/document';
import { stacksOf } from './history';
import { knownHead, rememberHead } from './known';
import { keepWaiting, letGo, waitingOf } from './outbox';
import {
  acknowledged,
  applied,
  connected,
  dropped,
  entriesSince,
  failed,
  foundBehind,
  keptAt,
  oldestBase,
  opened,
  opening,
  refused,
  resolved,
  troubled,
  written,
  type Pending,
} from './slice';

/** Time between tries while the server is away, or takes nothing, ms. */
const RETRY = 1500;
const RETRY_LATER = 15_000;

let events: EventSource | undefined;
let flushing = false;
let retry: ReturnType<typeof setTimeout> | undefined;

/**
 * Opens a conversion, brings back changes that were never acknowledged, and listens for those of others. While the
 * server is away, what it said last is opened.
 */
export const openConversion =
  (id: string): AppThunk<Promise<void>> =>
  async (dispatch, getState) => {
    dispatch(opening(id));
    events?.close();
    const here = () => getState().document.id === id;
    try {
      const head = await api.open(id);
      const pending = await waitingOf(id);
      const since = await othersSince(head, pending);
      await assessed(head);
      if (!here()) return;
      rememberHead(head);
      dispatch(opened({ head, pending, since }));
      dispatch(listen(id));
      await dispatch(flush());
    } catch (error) {
      if (!here()) return;
      if (error instanceof ServerError && error.status === 404) return void dispatch(failed('absent'));
      if (error instanceof ServerError && error.code === 'unreadable') return void dispatch(failed('unreadable'));
      const [head, pending] = await Promise.all([knownHead(id), waitingOf(id)]);
      if (head) await assessed(head);
      if (!here()) return;
      if (!head) return void dispatch(failed('failed'));
      dispatch(opened({ head, pending }));
      dispatch(connected('offline'));
      dispatch(listen(id));
      await dispatch(flush());
    }
  };

/** Assesses a plan before it is shown. */
async function assessed({ document }: Head): Promise<void> {
  try {
    await inPieces(assessing(document));
  } catch {
    // What can't be assessed is told where it is shown.
  }
}

/** What was written since the oldest of what waits was made: from the journal that came along, or asked for. */
async function othersSince(head: Head, pending: readonly Pending[]): Promise<JournalEntry[] | undefined> {
  if (pending.length === 0) return [];
  const base = oldestBase(pending);
  const here = entriesSince(base, head.revision, head.journal);
  if (here || base === undefined) return here;
  return entriesSince(base, head.revision, await api.changes(head.id, base));
}

/** Stops listening: a browser holds only a few connections to one server. What waits is in the outbox. */
export const closeConversion = (): AppThunk => () => {
  events?.close();
  events = undefined;
  clearTimeout(retry);
};

const listen =
  (id: string): AppThunk =>
  (dispatch, getState) => {
    const source = new EventSource(`/api/conversions/${id}/events`);
    events = source;
    source.onopen = () => void dispatch(catchUp());
    source.onmessage = (message: MessageEvent<string>) => {
      const entry = JSON.parse(message.data) as JournalEntry;
      const { revision } = getState().document;
      if (entry.revision === revision + 1) dispatch(taken([entry]));
      else if (entry.revision > revision) void dispatch(catchUp());
    };
    source.onerror = () => {
      dispatch(connected('offline'));
      // A browser gives up after some answers; a fresh one keeps trying.
      if (source.readyState === EventSource.CLOSED) setTimeout(() => events === source && dispatch(listen(id)), RETRY);
    };
  };

/** Takes in what the server wrote; what of it waited here need not wait any more. */
const taken =
  (entries: JournalEntry[]): AppThunk =>
  (dispatch, getState) => {
    const opened = getState().document.id;
    // What was folded away is no way to the present plan: it is fetched whole.
    if (opened && entries.some((entry) => entry.folded)) return void dispatch(openConversion(opened));
    const before = new Map(getState().document.pending.map((p) => [p.uid, p]));
    dispatch(written(entries));
    const { id, pending, head, revision, journal } = getState().document;
    if (!id || !head) return;
    const still = new Set(pending.map(({ uid }) => uid));
    const gone = [...before.keys()].filter((uid) => !still.has(uid));
    // First what still waits, with the plan it is made on now: what came of us is no change of others to it.
    for (const change of pending) {
      const was = before.get(change.uid);
      const moved = was?.operations.some(({ path }, i) => path !== change.operations[i]?.path);
      if (was && (moved || was.base !== change.base)) void keepWaiting(id, change);
    }
    if (gone.length > 0) void letGo(id, gone);
    rememberHead({ id, revision, document: head, journal });
  };

/** Takes in what others wrote since our revision, then sends what is waiting. */
const catchUp = (): AppThunk<Promise<void>> => async (dispatch, getState) => {
  const { id, revision, behind } = getState().document;
  if (!id || behind !== null) return;
  try {
    const entries = await api.changes(id, revision);
    if (getState().document.id !== id) return;
    dispatch(taken(entries));
    dispatch(connected('saved'));
    await dispatch(flush());
  } catch (error) {
    if (error instanceof ServerError && error.code === 'ahead') dispatch(foundBehind(error.body.revision as number));
    else dispatch(connected('offline'));
  }
};

/** Applies a change here and sends it. Gives what is wrong instead, when the result would be no valid plan. */
export const submit =
  (change: Change): AppThunk<ValidationIssue | undefined> =>
  (dispatch, getState) => {
    const { document } = getState().document;
    if (!document) return { path: '', message: 'No conversion is open.' };
    let edited;
    try {
      edited = applyChange(document, change);
    } catch (error) {
      return { path: '', message: (error as Error).message };
    }
    if (edited.operations.length === 0) return undefined;
    const [validationIssue] = validationIssuesAfter(edited.document, edited.operations);
    if (validationIssue) return validationIssue;
    const label = describeChange(document, change).slice(0, 200);
    dispatch(queue({ uid: crypto.randomUUID(), type: change.type, label, kind: 'do', of: null, ...edited }));
    return undefined;
  };

/** Undoes the last change that is not undone yet, or redoes the last undone one. */
export const undo = (): AppThunk => (dispatch, getState) => dispatch(step(getState().document, 'undo'));
export const redo = (): AppThunk => (dispatch, getState) => dispatch(step(getState().document, 'redo'));

const step =
  ({ journal, pending }: { journal: JournalEntry[]; pending: Pending[] }, kind: 'undo' | 'redo'): AppThunk =>
  (dispatch, getState) => {
    const target = stacksOf([...journal, ...pending])[kind].at(-1);
    const { document } = getState().document;
    if (!target || !document) return;
    const edited = applyOperations(document, kind === 'undo' ? target.inverse : target.operations);
    dispatch(
      queue({
        uid: crypto.randomUUID(),
        type: kind,
        label: `${kind} ${target.label}`.slice(0, 200),
        kind,
        of: target.uid,
        ...edited,
      }),
    );
  };

const queue =
  ({
    document,
    ...change
  }: Pending & { document: NonNullable<ReturnType<typeof applyOperations>['document']> }): AppThunk =>
  (dispatch, getState) => {
    const { id, revision } = getState().document;
    const based: Pending = { ...change, base: revision };
    dispatch(applied({ change: based, document: document as never }));
    if (id) void keepWaiting(id, based).then((place) => dispatch(keptAt(place)));
    void dispatch(flush());
  };

/**
 * Only what the server looked at and found to be no valid change is dropped, with its words. Whatever else is answered
 * (a key that is missing, too much at once, a proxy that knows no such place, a conversion deleted elsewhere): it waits.
 */
const isRefused = ({ status, code }: ServerError) =>
  (status === 422 && code === 'invalid') || (status === 400 && code === 'bad-request');

/** Sends the queue, oldest first, one at a time. */
export const flush = (): AppThunk<Promise<void>> => async (dispatch, getState) => {
  if (flushing) return;
  flushing = true;
  clearTimeout(retry);
  try {
    for (;;) {
      const { id, pending, revision, conflict, behind } = getState().document;
      const [first] = pending;
      if (!id || !first || conflict || behind !== null) break;
      const { uid, type, label, kind, of, operations } = first;
      try {
        const entry = await api.send(id, { uid, base: revision, type, label, kind, of, operations });
        // Another conversion was opened meanwhile: go on with its queue.
        if (getState().document.id !== id) {
          void letGo(id, [uid]);
          continue;
        }
        dispatch(taken([entry]));
        // The event stream may have been first, or another page sent it: then it is off the queue already, or old.
        if (getState().document.pending.some((p) => p.uid === uid)) {
          if (entry.revision > getState().document.revision)
            dispatch(taken(await api.changes(id, getState().document.revision)));
          if (getState().document.pending.some((p) => p.uid === uid)) {
            dispatch(acknowledged(uid));
            void letGo(id, [uid]);
          }
        }
        dispatch(connected('saved'));
      } catch (error) {
        if (getState().document.id !== id) continue;
        if (!(error instanceof ServerError)) throw error;
        if (error.code === 'stale') dispatch(taken(error.body.changes as JournalEntry[]));
        else if (error.code === 'ahead') dispatch(foundBehind(error.body.revision as number));
        else if (!isRefused(error)) throw error;
        else {
          dispatch(refused({ uid, message: error.message }));
          void letGo(id, [uid]);
        }
      }
    }
  } catch (error) {
    dispatch(connected('offline'));
    const told = error instanceof ServerError;
    dispatch(troubled(told ? { words: error.message, deleted: error.code === 'absent' } : null));
    if (!told && !(error instanceof OfflineError)) console.error(error);
    clearTimeout(retry);
    retry = setTimeout(() => void dispatch(flush()), told && error.status < 500 ? RETRY_LATER : RETRY);
  } finally {
    flushing = false;
  }
};

/** Takes a conversion that was deleted elsewhere back, and opens it with what waits. Gives in words why not. */
export const restoreDeleted =
  (id: string): AppThunk<Promise<string | undefined>> =>
  async (dispatch) => {
    try {
      await api.restore(id);
    } catch (error) {
      return error instanceof ServerError && error.status === 404
        ? 'It is gone for good: deleted conversions are kept for 30 days. Save what is here as a file.'
        : (error as Error).message;
    }
    await dispatch(openConversion(id));
    return undefined;
  };

/** Lets go of everything that the server does not take. */
export const dropWaiting = (): AppThunk => (dispatch, getState) => {
  const { id, pending } = getState().document;
  if (!id) return;
  void letGo(
    id,
    pending.map(({ uid }) => uid),
  );
  dispatch(dropped());
};

/** After an older database was put back: this page's plan becomes a conversion of its own, or the server's is taken. */
export const resolveBehind =
  (keep: 'mine' | 'theirs'): AppThunk<Promise<string | undefined>> =>
  async (dispatch, getState) => {
    const { id, document } = getState().document;
    if (!id || !document) return undefined;
    if (keep === 'mine') {
      const title = `${document.name.slice(0, 100)} (kept here)`;
      const head = await api.importFile(new Blob([writeConversion({ ...document, name: title })]));
      dispatch(dropWaiting());
      return head.id;
    }
    dispatch(dropWaiting());
    await dispatch(openConversion(id));
    return undefined;
  };

export const resolveConflict =
  (keep: 'mine' | 'theirs'): AppThunk =>
  (dispatch, getState) => {
    const { id, conflict } = getState().document;
    if (keep === 'theirs' && id && conflict)
      void letGo(
        id,
        conflict.mine.map(({ uid }) => uid),
      );
    dispatch(resolved({ keep }));
    if (id) for (const change of getState().document.pending) void keepWaiting(id, change);
    void dispatch(flush());
  };
