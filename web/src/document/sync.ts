import {
  applyChange,
  applyOperations,
  complaintsAfter,
  describeChange,
  type Change,
  type Complaint,
} from '@young-shell/core/document';
import { get, set } from 'idb-keyval';
import type { AppThunk } from '../app/store';
import { api, OfflineError, ServerError } from './api';
import type { JournalEntry } from '@young-shell/core/document';
import { stacksOf } from './history';
import { applied, connected, failed, opened, opening, refused, resolved, written, type Pending } from './slice';

const RETRY = 1500; // ms between tries while the server is away

const queueKey = (id: string) => `young-shell/pending/${id}`;

let events: EventSource | undefined;
let flushing = false;
let retry: ReturnType<typeof setTimeout> | undefined;

/** Opens a conversion, brings back changes that were never acknowledged, and listens for those of others. */
export const openConversion =
  (id: string): AppThunk<Promise<void>> =>
  async (dispatch, getState) => {
    dispatch(opening(id));
    events?.close();
    try {
      const [head, pending] = await Promise.all([api.open(id), get<Pending[]>(queueKey(id)).catch(() => undefined)]);
      if (getState().document.id !== id) return;
      dispatch(opened({ head, pending: pending ?? [] }));
      dispatch(listen(id));
      await dispatch(flush());
    } catch (error) {
      dispatch(failed(error instanceof ServerError && error.status === 404 ? 'absent' : 'failed'));
    }
  };

/** Stops listening: a browser holds only a few connections to one server. */
export const closeConversion = (): AppThunk => () => {
  events?.close();
  events = undefined;
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
      if (entry.revision === revision + 1) dispatch(written([entry]));
      else if (entry.revision > revision) void dispatch(catchUp());
    };
    source.onerror = () => {
      dispatch(connected('offline'));
      // A browser gives up after some answers; a fresh one keeps trying.
      if (source.readyState === EventSource.CLOSED) setTimeout(() => events === source && dispatch(listen(id)), RETRY);
    };
  };

/** Takes in what others wrote since our revision, then sends what is waiting. */
const catchUp = (): AppThunk<Promise<void>> => async (dispatch, getState) => {
  const { id, revision } = getState().document;
  if (!id) return;
  try {
    const entries = await api.changes(id, revision);
    if (getState().document.id !== id) return;
    dispatch(written(entries));
    dispatch(connected('saved'));
    await dispatch(flush());
  } catch {
    dispatch(connected('offline'));
  }
};

/** Applies a change here and sends it. Gives what is wrong instead, when the result would be no valid plan. */
export const submit =
  (change: Change): AppThunk<Complaint | undefined> =>
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
    const [complaint] = complaintsAfter(edited.document, edited.operations);
    if (complaint) return complaint;
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
  (dispatch) => {
    dispatch(applied({ change, document: document as never }));
    void dispatch(flush());
  };

/** Keeps the queue in the browser, so that nothing is lost when the page goes before the server answers. */
const remember = (): AppThunk => (_dispatch, getState) => {
  const { id, pending } = getState().document;
  if (id) void set(queueKey(id), pending).catch(() => undefined);
};

/** Sends the queue, oldest first, one at a time. */
export const flush = (): AppThunk<Promise<void>> => async (dispatch, getState) => {
  dispatch(remember());
  if (flushing) return;
  flushing = true;
  clearTimeout(retry);
  try {
    for (;;) {
      const { id, pending, revision, conflict } = getState().document;
      const [first] = pending;
      if (!id || !first || conflict) break;
      const { uid, type, label, kind, of, operations } = first;
      try {
        const entry = await api.send(id, { uid, base: revision, type, label, kind, of, operations });
        // Another conversion was opened meanwhile: go on with its queue.
        if (getState().document.id !== id) continue;
        dispatch(written([entry]));
        // The event stream may have been first; then it is off the queue already.
        if (getState().document.pending[0]?.uid === uid)
          dispatch(written(await api.changes(id, getState().document.revision)));
        dispatch(connected('saved'));
      } catch (error) {
        if (error instanceof ServerError && error.code === 'stale')
          dispatch(written(error.body.changes as JournalEntry[]));
        else if (error instanceof ServerError && error.status < 500) dispatch(refused({ uid, message: error.message }));
        else throw error;
      }
    }
  } catch (error) {
    if (!(error instanceof OfflineError) && !(error instanceof ServerError)) console.error(error);
    dispatch(connected('offline'));
    retry = setTimeout(() => void dispatch(flush()), RETRY);
  } finally {
    flushing = false;
    dispatch(remember());
  }
};

export const resolveConflict =
  (keep: 'mine' | 'theirs'): AppThunk =>
  (dispatch) => {
    dispatch(resolved({ keep }));
    void dispatch(flush());
  };
