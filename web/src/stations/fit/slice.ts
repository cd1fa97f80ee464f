import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Route, SweepMargin } from '@young-shell/core/fit';
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

export type FitTab = 'margins' | 'layouts' | 'ways' | 'wishes' | 'reach' | 'order' | 'opening';

/** A line between what moves and what stays. */
export type Moment = Pick<SweepMargin, 'id' | 'from' | 'to' | 'distance' | 'spare' | 'share'>;

interface FitState {
  tab: FitTab;
  where: WhereOverlay;
  routes: RoutesOverlay | null;
  /** The margin whose sum is open. */
  chain: string | null;
  /** Where what opens is tightest, at the moment that is looked at. */
  moment: Moment | null;
}

const initialState: FitState = {
  tab: 'margins',
  where: { on: false, stick: true, map: null },
  routes: null,
  chain: null,
  moment: null,
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
    showMoment: (state, { payload }: PayloadAction<Moment | null>) => {
      state.moment = payload;
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

export const { setTab, showWhere, showRoutes, openChain, showMoment, forgetFit } = slice.actions;
