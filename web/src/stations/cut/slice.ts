import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Bent } from '@young-shell/core/cut';
import { addSlice } from '../../app/store';

export type CutTab = 'openings' | 'mounts' | 'tools' | 'sheets' | 'strength' | 'print' | 'stock';

interface CutState {
  tab: CutTab;
  /** How a face bends, drawn on it while that page is open. */
  bent: Bent | null;
}

const initialState: CutState = { tab: 'openings', bent: null };

const slice = createSlice({
  name: 'cut',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<CutTab>) => {
      state.tab = payload;
    },
    showBent: (state, { payload }: PayloadAction<Bent | null>) => ({ ...state, bent: payload }),
    forgetCut: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    cut: CutState;
  }
}
addSlice('cut', slice.reducer);

export const { setTab, showBent, forgetCut } = slice.actions;
