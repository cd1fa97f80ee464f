import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { addSlice } from '../../app/store';

export type CutTab = 'openings' | 'sheets';

interface CutState {
  tab: CutTab;
}

const initialState: CutState = { tab: 'openings' };

const slice = createSlice({
  name: 'cut',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<CutTab>) => {
      state.tab = payload;
    },
    forgetCut: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    cut: CutState;
  }
}
addSlice('cut', slice.reducer);

export const { setTab, forgetCut } = slice.actions;
