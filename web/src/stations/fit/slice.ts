import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Route } from '@young-shell/core/fit';
import type { Where } from '@young-shell/core/search';
import { addSlice } from '../../app/store';
import { searchReducer } from './searchSlice';

/** Where the selected part can go, drawn over the shell while `on`; while `stick` a drag keeps to it. */
export interface WhereOverlay {
  on: boolean;
  stick: boolean;
  map: { id: string; where: Where } | null;
}

/** Cables drawn through the free room. */
export interface RoutesOverlay {
  routes: Route[];
  picked: string | null;
}

export type FitTab = 'margins' | 'layouts' | 'ways' | 'wishes' | 'reach' | 'order';

interface FitState {
  tab: FitTab;
  where: WhereOverlay;
  routes: RoutesOverlay | null;
  /** The margin whose sum is open. */
  chain: string | null;
}

const initialState: FitState = {
  tab: 'margins',
  where: { on: false, stick: true, map: null },
  routes: null,
  chain: null,
};

const slice = createSlice({
  name: 'fit',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<FitTab>) => {
      state.tab = payload;
    },
    showWhere: (state, { payload }: PayloadAction<Partial<WhereOverlay>>) => {
      Object.assign(state.where, payload);
    },
    showRoutes: (state, { payload }: PayloadAction<RoutesOverlay | null>) => {
      state.routes = payload;
    },
    openChain: (state, { payload }: PayloadAction<string | null>) => {
      state.chain = payload;
    },
    forgetFit: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    fit: FitState;
  }
}
addSlice('fit', slice.reducer);
addSlice('search', searchReducer);

export const { setTab, showWhere, showRoutes, openChain, forgetFit } = slice.actions;
