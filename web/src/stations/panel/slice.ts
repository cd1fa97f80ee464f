import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Vec3 } from '@young-shell/core/solid';
import { addSlice } from '../../app/store';

export type PanelTab = 'controls' | 'headers' | 'keys' | 'pins' | 'harness';

interface PanelState {
  tab: PanelTab;
  /** The screen is open: its layers are drawn. */
  shown: boolean;
  /** The control, and the header, whose fields are open. */
  picked: string | null;
  header: string | null;
  /** Ways of the wires through the shell, as they were computed last. */
  routes: { id: string; points: Vec3[] }[];
}

const initialState: PanelState = {
  tab: 'controls',
  shown: false,
  picked: null,
  header: null,
  routes: [],
};

const slice = createSlice({
  name: 'panel',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<PanelTab>) => {
      state.tab = payload;
    },
    showPanel: (state, { payload }: PayloadAction<boolean>) => {
      state.shown = payload;
    },
    pickControl: (state, { payload }: PayloadAction<string | null>) => {
      state.picked = payload;
    },
    pickHeader: (state, { payload }: PayloadAction<string | null>) => {
      state.header = payload;
    },
    showRuns: (state, { payload }: PayloadAction<PanelState['routes']>) => {
      state.routes = payload;
    },
    forgetPanel: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    panel: PanelState;
  }
}
addSlice('panel', slice.reducer);

export const { setTab, showPanel, pickControl, pickHeader, showRuns, forgetPanel } = slice.actions;
