import { createSlice, original, type PayloadAction } from '@reduxjs/toolkit';
import type { Conversion } from '@young-shell/core/document';
import type { Conflict, KitShortfall, Layout, WayOut } from '@young-shell/core/search';

/** A long search: what it was asked of, how far it is, the best it has. */
export interface Search<T> {
  /** The plan it was started on; results are of this one. */
  of: Conversion | null;
  running: boolean;
  share: number;
  what: string;
  best: T[];
  /** What was searched and how it ended, in words. */
  words: string;
  failed: string | null;
}

export interface SearchState {
  layouts: Search<Layout> & {
    conflict: Conflict | null;
    homeless: string[];
    /** Of what can't be together: what misses a place by least. */
    shortfall: KitShortfall | null;
    seed: number;
    keep: 'locked' | 'placed';
  };
  ways: Search<WayOut>;
}

const idle = { of: null, running: false, share: 0, what: '', best: [], words: '', failed: null };
const initialState: SearchState = {
  layouts: { ...idle, conflict: null, homeless: [], shortfall: null, seed: 1, keep: 'locked' },
  ways: { ...idle },
};

type Name = keyof SearchState;
export type Found = Layout | WayOut;

/** What was found, with what is known already as it is: the same things are not drawn anew. */
function merged<T extends { id: string }>(known: readonly T[], found: readonly T[]): T[] {
  const byId = new Map(known.map((one) => [one.id, one]));
  return found.map((one) => {
    const same = byId.get(one.id);
    return same && JSON.stringify(same) === JSON.stringify(one) ? same : one;
  });
}

const slice = createSlice({
  name: 'search',
  initialState,
  reducers: {
    started: (state, { payload }: PayloadAction<{ name: Name; of: Conversion }>) => {
      const search = state[payload.name];
      Object.assign(search, { ...idle, of: payload.of, running: true });
      if (payload.name === 'layouts') Object.assign(state.layouts, { conflict: null, homeless: [], shortfall: null });
    },
    told: (state, { payload }: PayloadAction<{ name: Name; share: number; what: string; best?: Found[] }>) => {
      const { name, best, share, what } = payload;
      const search = state[name];
      if (!search.running) return;
      if (best) search.best = merged(original(search.best) as Found[], best) as never[];
      else Object.assign(search, { share, what });
    },
    ended: (
      state,
      { payload }: PayloadAction<{ name: Name; result: Record<string, unknown> & { best?: Found[] } }>,
    ) => {
      const search = state[payload.name];
      const known = original(search.best) as Found[];
      const best = merged(known, payload.result.best ?? known);
      Object.assign(search, { running: false, share: 1, ...payload.result, best });
    },
    setSearch: (state, { payload }: PayloadAction<Partial<Pick<SearchState['layouts'], 'seed' | 'keep'>>>) => {
      Object.assign(state.layouts, payload);
    },
    forgetSearches: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    search: SearchState;
  }
}

export const searchReducer = slice.reducer;
export const { started, told, ended, setSearch, forgetSearches } = slice.actions;
