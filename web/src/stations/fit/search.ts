import type { AppThunk } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import type { Telling } from '../../work/engine.worker';
import { run as runJob, stop } from '../../work/work';
import { ended, started, told, type Found, type SearchState } from './searchSlice';

const STOPPED = 'Stopped.';

/** Starts a search for layouts on the plan as it is; what it finds is shown as it comes. */
export const searchLayouts = (): AppThunk<Promise<void>> => (dispatch, getState) =>
  run(dispatch, getState, 'layouts', async (document, tell) => {
    const { seed, keep } = getState().search.layouts;
    const result = await runJob('long', 'fit', 'layouts', [document, seed, keep], tell);
    const { layouts, searched, conflict, homeless, shortfall } = result;
    return { best: layouts, words: searched, conflict: conflict ?? null, homeless, shortfall: shortfall ?? null };
  });

/** Starts a search for what it would take. */
export const searchWaysOut = (): AppThunk<Promise<void>> => (dispatch, getState) =>
  run(dispatch, getState, 'ways', async (document, tell) => {
    const { seed } = getState().search.layouts;
    const { ways, tried } = await runJob('long', 'fit', 'waysOut', [document, seed], tell);
    return { best: ways, words: `${tried.length} interventions tried, each by a search with it made.` };
  });

/** Ends the search that is under way; what it has found so far stays. */
export const stopSearch = (): AppThunk => () => stop('long', STOPPED);

type Dispatch = Parameters<AppThunk>[0];
type GetState = Parameters<AppThunk>[1];

async function run(
  dispatch: Dispatch,
  getState: GetState,
  name: keyof SearchState,
  work: (document: ReturnType<typeof selectDocument>, tell: (t: Telling) => void) => Promise<Record<string, unknown>>,
): Promise<void> {
  const { layouts, ways } = getState().search;
  // One at a time: the machine has few cores, and both are about the same plan.
  if (layouts.running || ways.running) stop('long', STOPPED);
  const document = selectDocument(getState());
  dispatch(started({ name, of: document }));
  const tell = ({ best, ...telling }: Telling) => {
    dispatch(told({ name, ...telling, ...(best ? { best: best as Found[] } : {}) }));
  };
  try {
    const result = await work(document, tell);
    if (getState().search[name].of === document) dispatch(ended({ name, result }));
  } catch (error) {
    const { message } = error as Error;
    if (getState().search[name].of !== document) return;
    const count = getState().search[name].best.length;
    const words = count > 0 ? 'Stopped: these are the best so far.' : 'Stopped before anything was found.';
    dispatch(ended({ name, result: message === STOPPED ? { words } : { failed: message } }));
  }
}
