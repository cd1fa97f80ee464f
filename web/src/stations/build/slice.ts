import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { addSlice } from '../../app/store';

export type BuildTab = 'steps' | 'time' | 'finish' | 'money' | 'weight' | 'log';

interface BuildState {
  tab: BuildTab;
  /** The step whose fields are open. */
  picked: string | null;
}

const initialState: BuildState = { tab: 'steps', picked: null };

const slice = createSlice({
  name: 'build',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<BuildTab>) => {
      state.tab = payload;
    },
    pickStep: (state, { payload }: PayloadAction<string | null>) => {
      state.picked = payload;
    },
    forgetBuild: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    build: BuildState;
  }
}
addSlice('build', slice.reducer);

export const { setTab, pickStep, forgetBuild } = slice.actions;
